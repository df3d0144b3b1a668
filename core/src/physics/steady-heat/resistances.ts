import { InputError } from '../../common/errors.ts';
import { conductivityAt } from '../materials/index.ts';
import { onceForCounted, type ResolvedWall } from '../build-up/index.ts';
import { airSpaceResistance } from './air-space.ts';

/** Resistance of each layer through its fill and through its member, m²K/W; without a member both are the same. */
export interface Resistances {
  fill: Float64Array;
  member: Float64Array;
}

/** How still the layers' mean temperatures must stand, K (wall-file rule 7). */
const SETTLED = 1e-6;
const MAX_ITERATIONS = 500;

/** What does not depend on temperature, and which layers do. */
interface Basis {
  resistances: Resistances;
  dependent: number[];
  /** By air temperatures, where some depend. */
  settled: Map<string, Resistances>;
}

/**
 * Resistances of the counted layers under given air temperatures. Conductivity that depends on temperature is taken
 * at the mean temperature of the layer along the cavity path, iterated until no layer moves by more than 1e-6 K
 * (wall-file rule 7). A slightly ventilated air layer counts as still here.
 *
 * @param wall a resolved wall
 * @param indoor θ_i, °C
 * @param outdoor θ_e, °C
 * @returns arrays of `wall.counted` entries, m²K/W; not to be changed
 * @throws InputError when a conductivity table is so steep that the temperatures do not settle
 */
export function resistancesAt(wall: ResolvedWall, indoor: number, outdoor: number): Resistances {
  const basis = onceForCounted(wall, basisOf);
  if (basis.dependent.length === 0) return basis.resistances;
  const key = `${indoor} ${outdoor}`;
  let settled = basis.settled.get(key);
  if (!settled) basis.settled.set(key, (settled = settle(wall, basis, indoor, outdoor)));
  return settled;
}

function settle(wall: ResolvedWall, basis: Basis, indoor: number, outdoor: number): Resistances {
  const fill = basis.resistances.fill.slice();
  const member = basis.resistances.member.slice();
  const means = new Float64Array(wall.counted).fill((indoor + outdoor) / 2);
  for (let round = 0; round < MAX_ITERATIONS; round++) {
    for (const i of basis.dependent) setAt(wall, i, means[i]!, fill, member);
    // A steep table can make the plain iteration swing; half steps settle it.
    const moved = moveMeans(wall, fill, indoor, outdoor, means, round > 20 ? 0.5 : 1);
    if (moved <= SETTLED) return { fill, member };
  }
  throw new InputError(
    'materials',
    'a conductivity table is so steep that the temperatures in the wall do not settle',
    'tables that change more gently with temperature',
  );
}

function basisOf(wall: ResolvedWall): Basis {
  const fill = new Float64Array(wall.counted);
  const member = new Float64Array(wall.counted);
  const dependent: number[] = [];
  for (let i = 0; i < wall.counted; i++) {
    const layer = wall.layers[i]!;
    setAt(wall, i, 24, fill, member);
    if (layer.fill?.conductivityTable || layer.member?.material.conductivityTable)
      dependent.push(i);
  }
  return { resistances: { fill, member }, dependent, settled: new Map() };
}

function setAt(
  wall: ResolvedWall,
  i: number,
  mean: number,
  fill: Float64Array,
  member: Float64Array,
): void {
  const layer = wall.layers[i]!;
  fill[i] = layer.fill
    ? layer.thickness / conductivityAt(layer.fill, mean)
    : airSpaceResistance(layer.thickness, layer.emissivity);
  member[i] = layer.member
    ? layer.thickness / conductivityAt(layer.member.material, mean)
    : fill[i];
}

/** Moves the layers' mean temperatures to what the resistances give; returns the largest move, K. */
function moveMeans(
  wall: ResolvedWall,
  fill: Float64Array,
  indoor: number,
  outdoor: number,
  means: Float64Array,
  step: number,
): number {
  let total = wall.innerFilm + wall.outerFilm;
  for (let i = 0; i < fill.length; i++) total += fill[i]!;
  let passed = wall.innerFilm;
  let moved = 0;
  for (let i = 0; i < fill.length; i++) {
    const r = fill[i]!;
    const change = indoor - ((indoor - outdoor) * (passed + r / 2)) / total - means[i]!;
    moved = Math.max(moved, Math.abs(change));
    means[i] = means[i]! + step * change;
    passed += r;
  }
  return moved;
}
