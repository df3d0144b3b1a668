import type { Conditions, ResolvedWall } from '../build-up/index.ts';
import { onFramePath } from './paths.ts';
import { resistancesAt } from './resistances.ts';

/** The line through the wall that a profile follows. */
export type Path = 'cavity' | 'member';

/**
 * Resistance of each counted layer along a path, m²K/W. A slightly ventilated air layer counts as still.
 *
 * @param path through the fill everywhere, or through the main frame's member in each of its layers
 */
export function pathResistances(
  wall: ResolvedWall,
  path: Path,
  { indoorTemperature, outdoorTemperature }: Conditions,
): Float64Array {
  const { fill, member } = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  return path === 'cavity' ? fill : fill.map((r, i) => (onFramePath(wall, i) ? member[i]! : r));
}

/**
 * Steady temperatures at the faces of the counted layers: θ falls in proportion to the resistance passed.
 *
 * @param wall a resolved wall
 * @param resistances of the layers along the path, m²K/W
 * @param conditions the air temperatures, °C
 * @returns `wall.counted` + 1 temperatures, °C: the inner surface, each interface, the outer surface
 */
export function interfaceTemperatures(
  wall: ResolvedWall,
  resistances: Float64Array,
  { indoorTemperature, outdoorTemperature }: Conditions,
): Float64Array {
  let total = wall.innerFilm + wall.outerFilm;
  for (const r of resistances) total += r;
  const flux = (indoorTemperature - outdoorTemperature) / total;
  const temperatures = new Float64Array(resistances.length + 1);
  let passed = wall.innerFilm;
  for (let i = 0; i < temperatures.length; i++) {
    temperatures[i] = indoorTemperature - flux * passed;
    passed += resistances[i] ?? 0;
  }
  return temperatures;
}

/**
 * Steady temperature of one face of a counted layer along the cavity path, without the rest of the profile.
 *
 * @param face 0 is the inner surface, `i` the inner face of layer `i`
 * @returns °C
 */
export function cavityFaceTemperature(
  wall: ResolvedWall,
  face: number,
  conditions: Conditions,
): number {
  const { indoorTemperature, outdoorTemperature } = conditions;
  const { fill } = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  let inside = wall.innerFilm;
  for (let i = 0; i < face; i++) inside += fill[i]!;
  let total = inside + wall.outerFilm;
  for (let i = face; i < fill.length; i++) total += fill[i]!;
  return indoorTemperature - ((indoorTemperature - outdoorTemperature) * inside) / total;
}
