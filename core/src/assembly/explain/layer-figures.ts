import type { LayerAssessment } from '../assessment/index.ts';
import {
  basisOf,
  conductivityAt,
  dryPermeance,
  MEMBRANE,
  saysVapor,
  vaporClass,
  type Material,
} from '../../physics/materials/index.ts';
import { format, formatText, type UnitSystem } from '../../common/units/index.ts';
import { asSaid, type ResolvedMember } from '../../physics/build-up/index.ts';

/** Mean temperature at which insulation is rated, °C. */
const RATED_AT = 24;

/** What a member is called beside its R. */
function memberWord({ shape, material: { category } }: ResolvedMember): string {
  if (shape.section === 'c') return 'steel';
  return /lumber|wood|furring/.test(category ?? '') ? 'wood' : 'at the member';
}

/** What is said in place of a vapor figure that nobody has said. */
export const VAPOR_UNKNOWN = 'vapor figure unknown';

/** The vapor retarder class of a layer in words: `vapor-open`, `vapor class II`. */
export function vaporClassText(material: Material, thickness: number): string {
  if (!saysVapor(material)) return VAPOR_UNKNOWN;
  const kind = vaporClass(material, thickness);
  return kind === 'open' ? 'vapor-open' : `vapor class ${kind}`;
}

/** The one figure for how a layer lets vapor through: by the dry cup, as it is classed. `46 perms dry` */
export function dryCupText(material: Material, thickness: number, units: UnitSystem): string {
  if (!saysVapor(material)) return VAPOR_UNKNOWN;
  return `${formatText('permeance', dryPermeance(material, thickness), units)} dry`;
}

/**
 * The second line of a layer's row: what the layer is worth, or that it does not count.
 *
 * @param index of the layer, indoors first
 */
export function layerFigures(
  { wall, paths }: LayerAssessment,
  index: number,
  units: UnitSystem,
): string {
  const layer = wall.layers[index];
  if (!layer) return '';
  if (index >= wall.counted)
    return layer.ventilation === 'open'
      ? 'drains and vents, not counted'
      : 'not counted outside the gap';
  const rText = (resistance: number): string => `R ${format('resistance', resistance, units).text}`;
  const r = rText(paths.layers[index]!.resistance);
  if (layer.member) {
    const member = layer.thickness / conductivityAt(layer.member.material, RATED_AT);
    return `${r} between · ${rText(member)} ${memberWord(layer.member)}`;
  }
  if (!layer.fill) return r;
  const vapor = dryCupText(asSaid(layer)!, layer.thickness, units);
  const basis = basisOf(layer.fill);
  const warm = rText(layer.thickness / conductivityAt(layer.fill, RATED_AT));
  const cold =
    layer.fill.conductivityTable && warm !== r
      ? `${r} cold (${warm.slice(2)} at ${formatText('temperature', RATED_AT, units)})`
      : r;
  const stated = basis === 'design' ? cold : `${r} (${basis})`;
  // A membrane or a coating has no R worth a word.
  return layer.thickness < MEMBRANE ? vapor : `${stated} · ${vapor}`;
}
