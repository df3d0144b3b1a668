import {
  formatText,
  lower,
  LUMBER,
  MONTHS,
  nameOf,
  type FramedLayer,
  type Layer,
  type Material,
  type Member,
  type UnitSystem,
  fixed,
} from '@eldrun/core';

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

/** Area of a 4×8 sheet, m², and liters in a US quart: water as a builder sees it. */
const SHEET_AREA = 1.2192 * 2.4384;
const QUART = 0.946352946;

/** Water on an area in plain words: quarts on a 4×8 sheet, or the depth of a film. @param held kg/m² */
export function filmText(held: number, units: UnitSystem): string {
  if (units === 'metric') return `a film of ${formatText('length', held / 1000, units)}`;
  const quarts = (held * SHEET_AREA) / QUART;
  return quarts < 0.1 ? 'a trace on a 4×8 sheet' : `${fixed(quarts, 1)} quarts on a 4×8 sheet`;
}

/** A month, or the design day. */
export type Moment = number | 'design';

export function momentName(moment: Moment): string {
  return moment === 'design' ? 'Design day' : MONTHS[moment]!;
}

/** The lines that the traces follow. */
export const PATH_NAMES = {
  cavity: 'through the cavity',
  member: 'through the member',
  section: 'solved section',
} as const;

/** How tight a way out of the wall is. */
export const CLASS_NAMES = {
  I: 'class I, hardly',
  II: 'class II',
  III: 'class III',
  open: 'open',
} as const;

/** Which conductivity of a foam counts. */
export const BASIS_NAMES = {
  design: 'Design value',
  label: 'Label value',
  aged: 'Aged value',
} as const;
