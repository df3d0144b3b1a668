import { LUMBER } from '../framing/index.ts';
import type { Material } from '../../physics/materials/index.ts';
import { formatText, type UnitSystem } from '../../common/units/index.ts';
import { lower, type FramedLayer, type Layer, type Member } from '../../physics/build-up/index.ts';
import { nameOf } from '../wall/index.ts';

type FindMaterial = (id: string) => Material | undefined;

/** How far two sizes may lie apart and still be the same lumber, m. */
const SAME_SIZE = 0.0006;

/** Materials whose sizes go by their nominal names. */
const IS_LUMBER = /^(softwood|hardwood|furring)/;

/** What a framer calls a member: `2×6`, `45×145`, or its size. */
export function memberName(member: Member, depth: number, units: UnitSystem): string {
  if (member.section === 'c') return `Steel ${formatText('length', depth, units)} C-stud`;
  const lumber =
    IS_LUMBER.test(member.material) &&
    LUMBER.find(
      ({ actual: [width, height] }) =>
        Math.abs(width - member.width) < SAME_SIZE && Math.abs(height - depth) < SAME_SIZE,
    );
  if (lumber) return lumber.nominal.replace('x', '×');
  return `${formatText('length', member.width, units)} × ${formatText('length', depth, units)}`;
}

/** The main line of a callout. */
export function layerTitle(layer: Layer, find: FindMaterial, units: UnitSystem): string {
  if (layer.kind !== 'framed' || typeof layer.fill !== 'string')
    return shortName(nameOf(layer, find));
  const fill = shortName(find(layer.fill)?.name ?? layer.fill);
  return `${frameName(layer, units)}, ${lower(fill)}`;
}

/** Names this long lose what stands behind a comma. */
const LONG = 26;

/** A material's name without what only a table has room for. */
function shortName(name: string): string {
  const plain = name.replace(/ \([^)]*\)/g, '');
  return plain.length > LONG ? plain.split(',')[0]! : plain;
}

/** `2×6 at 16 in.` */
export function frameName(layer: FramedLayer, units: UnitSystem): string {
  return `${memberName(layer.member, layer.thickness, units)} at ${formatText('length', layer.member.spacing, units)}`;
}
