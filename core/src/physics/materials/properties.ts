import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import { LIBRARY } from './library.ts';
import type { Material, MoldClass, Role, SaidMaterial, Table } from './types.ts';

/**
 * Linear interpolation in a table of [x, y] pairs, flat outside (wall-file rule 7).
 *
 * @param table pairs with x rising, at least one
 * @param x where to read
 */
export function interpolate(table: Table, x: number): number {
  const first = table[0]!;
  if (x <= first[0]) return first[1];
  for (let i = 1; i < table.length; i++) {
    const [x1, y1] = table[i]!;
    if (x <= x1) {
      const [x0, y0] = table[i - 1]!;
      return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
    }
  }
  return table[table.length - 1]![1];
}

/**
 * Thermal conductivity at a mean temperature.
 *
 * @param material with `conductivity` or `conductivityTable`
 * @param temperature mean temperature, °C
 * @returns W/(m·K)
 */
export function conductivityAt(material: Material, temperature: number): number {
  return material.conductivityTable
    ? interpolate(material.conductivityTable, temperature)
    : material.conductivity!;
}

/** Least vapor diffusion thickness of an air layer, m (EN ISO 13788, 5.2.3). */
export const AIR_LAYER_VAPOR_THICKNESS = 0.01;

/** The thickest s_d that is told apart, m: what a permeance of zero becomes. */
const IMPERMEABLE = 1e12;

/**
 * Vapor diffusion thickness s_d = μ·d, or δ₀ / permeance for what is given as a whole layer (EN ISO 13788, 5.2.2).
 *
 * @param material the material
 * @param thickness of the layer or of a part of it, m
 * @param relativeHumidity mean of the RH at its two faces, 0 to 1; tables are read there
 * @param part share of the layer this part is, for materials given by permeance, 0 to 1
 * @returns s_d, m
 */
export function vaporThickness(
  material: SaidMaterial,
  thickness: number,
  relativeHumidity: number,
  part = 1,
): number {
  const { vapor } = material;
  if ('mu' in vapor) return vapor.mu * thickness;
  if ('muTable' in vapor) return interpolate(vapor.muTable, relativeHumidity) * thickness;
  const permeance =
    'permeance' in vapor ? vapor.permeance : interpolate(vapor.permeanceTable, relativeHumidity);
  return permeance > 0 ? Math.min((AIR_PERMEABILITY / permeance) * part, IMPERMEABLE) : IMPERMEABLE;
}

/**
 * Vapor permeance of a layer.
 *
 * @param thickness m
 * @param relativeHumidity mean RH of its faces, 0 to 1
 * @returns kg/(s·m²·Pa)
 */
export function permeance(
  material: SaidMaterial,
  thickness: number,
  relativeHumidity: number,
): number {
  return AIR_PERMEABILITY / vaporThickness(material, thickness, relativeHumidity);
}

/** Whether the vapor value depends on humidity: a variable retarder, or a panel that opens as it gets damp. */
export function isVariable(material: SaidMaterial): boolean {
  return 'permeanceTable' in material.vapor || 'muTable' in material.vapor;
}

/** Air permeance of an air-barrier material, at most, L/(s·m²) at 75 Pa (ASTM E2178). */
export const AIR_BARRIER_PERMEANCE = 0.02;

const ROLES_BY_CATEGORY: Record<string, Role[]> = {
  gypsum: ['interior-finish'],
  plaster: ['interior-finish'],
  coating: ['interior-finish'],
  batt: ['cavity-insulation'],
  fibrous: ['cavity-insulation'],
  'loose-fill': ['cavity-insulation'],
  'rigid-foam': ['continuous-insulation'],
  'mineral-board': ['continuous-insulation'],
  'board-insulation': ['continuous-insulation'],
  'wood-panel': ['sheathing'],
  board: ['sheathing'],
  cladding: ['cladding'],
  masonry: ['cladding'],
};

/**
 * What a material serves as. A file's own material may not say; then the library's entry of the same id does,
 * then its category.
 */
export function rolesOf(id: string, material: Material): readonly Role[] {
  return (
    material.roles ??
    (Object.hasOwn(LIBRARY, id) ? LIBRARY[id]!.roles : undefined) ??
    ROLES_BY_CATEGORY[material.category ?? ''] ??
    []
  );
}

/** What a material bears of sun and rain: what it says itself, else what the library says of its id. */
export function exposureOf(id: string, material: Material): Material['exposure'] {
  return material.exposure ?? (Object.hasOwn(LIBRARY, id) ? LIBRARY[id]!.exposure : undefined);
}

const WOOD_CATEGORIES = new Set([
  'wood',
  'wood-panel',
  'wood-fiber',
  'lumber',
  'engineered-lumber',
  'interior-wood',
]);

/** Whether it is wood or made of wood, and so can rot. */
export function isWood(id: string, material: Material): boolean {
  const category = material.category ?? LIBRARY[id]?.category;
  return category !== undefined && WOOD_CATEGORIES.has(category);
}

/**
 * How readily mold grows on a material: what it says itself or the library says of its id, else sensitive for wood and
 * medium resistant for all else (ASHRAE 160-2016, 6.1).
 */
export function moldClassOf(id: string, material: Material): MoldClass {
  const known =
    material.moldClass ?? (Object.hasOwn(LIBRARY, id) ? LIBRARY[id]!.moldClass : undefined);
  return known ?? (isWood(id, material) ? 'sensitive' : 'medium-resistant');
}

/** Whether it is there to insulate: cavity fill or a board outside. */
export function isInsulation(id: string, material: Material): boolean {
  const roles = rolesOf(id, material);
  return roles.includes('cavity-insulation') || roles.includes('continuous-insulation');
}
