import { InputError } from '../errors.ts';
import { conductivityAt } from '../materials/index.ts';
import type { ResolvedWall } from '../wall/index.ts';
import { airSpaceResistance } from './air-space.ts';

/** Resistance of each layer through its fill and through its member, m²K/W; without a member both are the same. */
export interface Resistances {
  fill: Float64Array;
  member: Float64Array;
}

/** How still the layers' mean temperatures must stand, K (wall-file rule 7). */
const SETTLED = 1e-6;
const MOST_ROUNDS = 500;

const independent = new WeakMap<ResolvedWall, Resistances>();

/**
 * Resistances of the counted layers under given air temperatures. Conductivity that depends on temperature is taken
 * at the mean temperature of the layer along the cavity path, iterated until no layer moves by more than 1e-6 K
 * (wall-file rule 7). A slightly ventilated air layer counts as still here.
 *
 * @param wall a resolved wall
 * @param indoor θ_i, °C
 * @param outdoor θ_e, °C
 * @returns arrays of `wall.counted` entries, m²K/W
 * @throws InputError when a conductivity table is so steep that the temperatures do not settle
 */
export function resistancesAt(wall: ResolvedWall, indoor: number, outdoor: number): Resistances {
  if (!wall.temperatureDependent) {
    let resistances = independent.get(wall);
    if (!resistances) {
      resistances = atMeans(wall, null);
      independent.set(wall, resistances);
    }
    return resistances;
  }
  let means = new Float64Array(wall.counted).fill((indoor + outdoor) / 2);
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const resistances = atMeans(wall, means);
    const next = meanTemperatures(wall, resistances.fill, indoor, outdoor);
    let moved = 0;
    for (let i = 0; i < next.length; i++) moved = Math.max(moved, Math.abs(next[i]! - means[i]!));
    if (moved <= SETTLED) return resistances;
    // A steep table can make the plain iteration swing; half steps settle it.
    if (round > 20) for (let i = 0; i < next.length; i++) next[i] = (next[i]! + means[i]!) / 2;
    means = next;
  }
  throw new InputError(
    'materials',
    'a conductivity table is so steep that the temperatures in the wall do not settle',
    'tables that change more gently with temperature',
  );
}

function atMeans(wall: ResolvedWall, means: Float64Array | null): Resistances {
  const fill = new Float64Array(wall.counted);
  const member = new Float64Array(wall.counted);
  for (let i = 0; i < wall.counted; i++) {
    const layer = wall.layers[i]!;
    const mean = means ? means[i]! : 0;
    fill[i] = layer.fill
      ? layer.thickness / conductivityAt(layer.fill, mean)
      : airSpaceResistance(layer.thickness, layer.emissivity);
    member[i] = layer.member
      ? layer.thickness / conductivityAt(layer.member.material, mean)
      : fill[i]!;
  }
  return { fill, member };
}

function meanTemperatures(
  wall: ResolvedWall,
  resistances: Float64Array,
  indoor: number,
  outdoor: number,
): Float64Array<ArrayBuffer> {
  const means = new Float64Array(resistances.length);
  let total = wall.innerFilm + wall.outerFilm;
  for (const r of resistances) total += r;
  let passed = wall.innerFilm;
  for (let i = 0; i < means.length; i++) {
    const r = resistances[i]!;
    means[i] = indoor - ((indoor - outdoor) * (passed + r / 2)) / total;
    passed += r;
  }
  return means;
}
