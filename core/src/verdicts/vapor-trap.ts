import { LIBRARY, isWood } from '../materials/index.ts';
import { AIR_PERMEABILITY, measured, PERM, say } from '../units/index.ts';
import type { ResolvedLayer } from '../wall/index.ts';
import type { LayerAssessment } from '../assess.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower } from './words.ts';

/** Upper limits of vapor retarder classes II and I, kg/(s·m²·Pa) (IRC R702.7; ASTM E96). */
const CLASS_II = 1.0 * PERM;
const CLASS_I = 0.1 * PERM;

/** What replaces a fixed retarder on the inside so that the wall can dry inward: the library's widest-ranging membrane. */
export const VARIABLE_RETARDER = 'variable-membrane-high-range';

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
  wood: ResolvedLayer;
  inside: ResolvedLayer;
  outside: ResolvedLayer;
  /** Permeance of the more open of the two, kg/(s·m²·Pa). */
  bestWayOut: number;
}

/** The tightest enclosure of any wood in the counted layers, or null where all can dry to one side at least. */
function worstTrap({ wall }: LayerAssessment): Trap | null {
  const layers = wall.layers.slice(0, wall.counted);
  const tightest = (some: ResolvedLayer[]): ResolvedLayer | null =>
    some.reduce<ResolvedLayer | null>(
      (best, layer) => (!best || openPermeance(layer) < openPermeance(best) ? layer : best),
      null,
    );
  let worst: Trap | null = null;
  for (const wood of layers) {
    const isWooden =
      (wood.fill && isWood(wood.fillId!, wood.fill)) ||
      (wood.member && isWood(wood.member.shape.material, wood.member.material));
    if (!isWooden) continue;
    const inside = tightest(layers.slice(0, wood.index));
    const outside = tightest(layers.slice(wood.index + 1));
    if (!inside || !outside) continue;
    const bestWayOut = Math.max(openPermeance(inside), openPermeance(outside));
    if (bestWayOut <= CLASS_II && (!worst || bestWayOut < worst.bestWayOut))
      worst = { wood, inside, outside, bestWayOut };
  }
  return worst;
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
        title: say`Every wood layer can dry to one side at least`,
        reason: say`No wood lies between two layers as tight as ${measured('permeance', CLASS_II)} at their most open.`,
      };
    const name = (layer: ResolvedLayer): string => layerName(assessment, layer);
    return {
      status: trap.bestWayOut <= CLASS_I ? 'fail' : 'caution',
      title: say`${name(trap.wood)} is shut in between two low-permeance layers`,
      reason: say`${name(trap.inside)} (${measured('permeance', openPermeance(trap.inside))}) inside and ${lower(name(trap.outside))} (${measured('permeance', openPermeance(trap.outside))}) outside: a leak or a wet start cannot dry out.`,
    };
  },

  fixes({ assessment, attempt }) {
    const { inside } = worstTrap(assessment)!;
    if (inside.source.kind !== 'sheet' || inside.fillId === VARIABLE_RETARDER) return [];
    const finish = inside.fill!.category === 'gypsum';
    const material = finish ? 'gypsum-board' : VARIABLE_RETARDER;
    const thickness = finish ? inside.thickness : LIBRARY[VARIABLE_RETARDER]!.thicknesses![0]!;
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
