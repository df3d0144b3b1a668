import {
  AIR_PERMEABILITY,
  basisOf,
  conductivityAt,
  format,
  formatText,
  MEMBRANE,
  type LayerAssessment,
  type Profile,
  type ResolvedMember,
  type UnitSystem,
} from '@eldrun/core';

/** Mean temperature at which insulation is rated, °C. */
const RATED_AT = 24;

/** What a member is called beside its R. */
function memberWord({ shape, material: { category } }: ResolvedMember): string {
  if (shape.section === 'c') return 'steel';
  return /lumber|wood|furring/.test(category ?? '') ? 'wood' : 'at the member';
}

/**
 * The second line of a layer's row: what the layer is worth, or that it does not count.
 *
 * @param index of the layer, indoors first
 * @param profile along the line that is followed, for the vapor figures
 */
export function layerFigures(
  { wall, paths }: LayerAssessment,
  index: number,
  profile: Profile | null,
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
  const vaporThickness = profile?.vaporThicknesses[index];
  if (!layer.fill || vaporThickness === undefined) return r;
  const vapor = formatText('permeance', AIR_PERMEABILITY / vaporThickness, units);
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
