import { LIBRARY, STANDARD } from '../../physics/materials/index.ts';
import { dryingOf, isWooden, type Drying } from '../../physics/steady-moisture/index.ts';
import { AIR_PERMEABILITY, measured, PERM, say, type Message } from '../../common/units/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower } from './words.ts';

/** Upper limits of vapor retarder classes II and I, kg/(s·m²·Pa) (IRC R702.7; ASTM E96). */
const CLASS_II = 1.0 * PERM;
const CLASS_I = 0.1 * PERM;

/** Vapor permeance of a layer at its most open, as it is when it would have to let a wet wall dry. */
function openPermeance(layer: ResolvedLayer): number {
  if (!layer.fill) return Infinity;
  const { vapor } = layer.fill;
  if ('permeance' in vapor) return vapor.permeance;
  if ('permeanceTable' in vapor) return Math.max(...vapor.permeanceTable.map(([, p]) => p));
  const mu = 'mu' in vapor ? vapor.mu : Math.min(...vapor.muTable.map(([, m]) => m));
  return AIR_PERMEABILITY / (mu * layer.thickness);
}

interface Trap {
  /** What is shut in. */
  shut: ResolvedLayer;
  wooden: boolean;
  inside: ResolvedLayer;
  outside: ResolvedLayer;
  /** Permeance of the more open of the two, kg/(s·m²·Pa). */
  bestWayOut: number;
}

/** Whether water does harm in a layer, or stays in it: wood, and what takes up moisture. */
const canBeHarmed = (layer: ResolvedLayer): boolean =>
  isWooden(layer) || layer.fill?.sorption !== undefined;

/** The tightest enclosure of anything in the counted layers that water harms; of wood first. Null where there is none. */
function worstTrap({ wall }: LayerAssessment): Trap | null {
  const layers = wall.layers.slice(0, wall.counted);
  const tightest = (some: ResolvedLayer[]): ResolvedLayer | null =>
    some.reduce<ResolvedLayer | null>(
      (best, layer) => (!best || openPermeance(layer) < openPermeance(best) ? layer : best),
      null,
    );
  let worst: Trap | null = null;
  for (const shut of layers.filter(canBeHarmed)) {
    const inside = tightest(layers.slice(0, shut.index));
    const outside = tightest(layers.slice(shut.index + 1));
    if (!inside || !outside) continue;
    const wooden = isWooden(shut);
    const bestWayOut = Math.max(openPermeance(inside), openPermeance(outside));
    if (bestWayOut > CLASS_II || (!wooden && openPermeance(shut) <= CLASS_II)) continue;
    if (!worst || (wooden === worst.wooden ? bestWayOut < worst.bestWayOut : wooden))
      worst = { shut, wooden, inside, outside, bestWayOut };
  }
  return worst;
}

/** The wood that is shut in between two class I layers, a panel before studs, or null. */
export function shutInWood(assessment: LayerAssessment): ResolvedLayer | null {
  const { wall } = assessment;
  const layers = wall.layers.slice(0, wall.counted);
  const tight = layers.filter((layer) => openPermeance(layer) <= CLASS_I);
  const shut = layers.filter(
    (layer) =>
      isWooden(layer) &&
      tight.some(({ index }) => index < layer.index) &&
      tight.some(({ index }) => index > layer.index),
  );
  return shut.find(({ source }) => source.kind === 'sheet') ?? shut[0] ?? null;
}

/** How the wood panel that dries worst does so. */
function dryingText(assessment: LayerAssessment): Message {
  const best = ({ inward, outward }: Drying): number =>
    Math.max(inward.permeance, outward.permeance);
  const worst = dryingOf(assessment.wall)
    .filter(({ layer }) => layer.source.kind === 'sheet')
    .toSorted((a, b) => best(a) - best(b))[0];
  if (!worst) return [];
  const { layer, inward, outward } = worst;
  return say`While damp, ${lower(layerName(assessment, layer))} dries inward through ${measured('permeance', inward.permeance)} and outward through ${measured('permeance', outward.permeance)}. `;
}

/** Low-permeance layers on both sides of wood: what gets wet between them stays wet. */
export const vaporTrap: LayerRule = {
  id: 'vapor-trap',
  reads: 'layers',

  judge(assessment) {
    const trap = worstTrap(assessment);
    if (!trap)
      return {
        status: 'pass',
        title: say`Everything that water harms can dry to one side at least`,
        // Composed where somebody reads it: thousands of walls are judged for what fails alone.
        get reason() {
          return say`${dryingText(assessment)}Nothing that takes up water lies between two layers as tight as ${measured('permeance', CLASS_II)} at their most open.`;
        },
      };
    const name = (layer: ResolvedLayer): string => layerName(assessment, layer);
    return {
      status: trap.wooden && trap.bestWayOut <= CLASS_I ? 'fail' : 'caution',
      title: say`${name(trap.shut)} is shut in between two low-permeance layers`,
      reason: say`${name(trap.inside)} (${measured('permeance', openPermeance(trap.inside))}) inside and ${lower(name(trap.outside))} (${measured('permeance', openPermeance(trap.outside))}) outside: a leak or a wet start cannot dry out.`,
    };
  },

  fixes({ assessment, attempt }) {
    const { inside } = worstTrap(assessment)!;
    if (inside.source.kind !== 'sheet' || inside.fillId === STANDARD.variableRetarder) return [];
    const finish = inside.fill!.category === 'gypsum';
    const material = finish ? 'gypsum-board' : STANDARD.variableRetarder;
    const thickness = finish
      ? inside.thickness
      : LIBRARY[STANDARD.variableRetarder]!.thicknesses![0]!;
    const fix = attempt(
      finish
        ? say`Plain gypsum board instead of ${lower(layerName(assessment, inside))}`
        : say`Variable retarder instead of ${lower(layerName(assessment, inside))}`,
      [
        { type: 'setFill', id: inside.id, fill: material },
        { type: 'setThickness', id: inside.id, thickness },
      ],
      { layers: (after) => worstTrap(after) === null },
    );
    return fix ? [fix] : [];
  },
};
