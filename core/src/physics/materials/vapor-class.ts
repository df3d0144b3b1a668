import { PERM } from '../../common/units/index.ts';
import { permeance } from './properties.ts';
import type { SaidMaterial } from './types.ts';

/** Vapor retarder class, or open above class III. */
export type VaporClass = 'I' | 'II' | 'III' | 'open';

/** Upper limits of the classes, US perms by dry cup (IRC R702.7; ASTM E96, procedure A). */
const LIMITS: readonly [VaporClass, number][] = [
  ['I', 0.1],
  ['II', 1],
  ['III', 10],
];

/** Mean RH of a dry-cup test: 0 % on one side, 50 % on the other. */
const DRY_CUP_HUMIDITY = 0.25;

/**
 * Permeance as a dry-cup test finds it: the library's measured span where it has one, else the material's vapor value
 * at 25 % RH.
 *
 * @param thickness of the layer, m
 * @returns kg/(s·m²·Pa)
 */
export function dryPermeance(material: SaidMaterial, thickness: number): number {
  const { perms, vapor } = material;
  if (!perms || 'muTable' in vapor || 'permeanceTable' in vapor)
    return permeance(material, thickness, DRY_CUP_HUMIDITY);
  const measured = perms.dry * PERM;
  return 'permeance' in vapor ? measured : (measured * perms.thickness) / thickness;
}

/** Mean RH of a wet-cup test: 100 % on one side, 50 % on the other. */
const WET_CUP_HUMIDITY = 0.75;

/** Permeance as a wet-cup test finds it, as `dryPermeance`. @returns kg/(s·m²·Pa) */
export function wetPermeance(material: SaidMaterial, thickness: number): number {
  const { perms, vapor } = material;
  if (!perms || 'muTable' in vapor || 'permeanceTable' in vapor)
    return permeance(material, thickness, WET_CUP_HUMIDITY);
  const measured = perms.wet * PERM;
  return 'permeance' in vapor ? measured : (measured * perms.thickness) / thickness;
}

/** The vapor retarder class of a layer, by its dry-cup permeance. */
export function vaporClass(material: SaidMaterial, thickness: number): VaporClass {
  return classOfPermeance(dryPermeance(material, thickness));
}

/** The class that a permeance belongs to, kg/(s·m²·Pa). */
export function classOfPermeance(permeance: number): VaporClass {
  const perms = permeance / PERM;
  return LIMITS.find(([, limit]) => perms <= limit * (1 + 1e-9))?.[0] ?? 'open';
}
