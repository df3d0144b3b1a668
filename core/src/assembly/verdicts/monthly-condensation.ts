import type { LayerAssessment } from '../assessment/index.ts';
import { rolesOf, STANDARD } from '../../physics/materials/index.ts';
import { monthlyBalance, type WetPlane } from '../../physics/steady-moisture/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import { type ResolvedLayer, frameStart } from '../../physics/build-up/index.ts';
import type { Fix } from '../wall/index.ts';
import { addSheet } from './add-sheet.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import type { FixContext, LayerRule } from './types.ts';
import { layerName, lower, monthName } from './words.ts';

/** How much water a plane may hold (DIN 4108-3:2018, 5.2.1): wood by mass, else by area, kg/m². */
const WOOD_SHARE = 0.05;
const PANEL_SHARE = 0.03;
const ABSORBING = 1;
const NOT_ABSORBING = 0.5;

interface Worst {
  plane: WetPlane;
  layer: ResolvedLayer;
  month: number;
  held: number;
  limit: number;
}

/** The wet plane that comes closest to its limit, or goes furthest beyond. */
function worstPlane(assessment: LayerAssessment): Worst | null {
  const { layers } = assessment.wall;
  let worst: Worst | null = null;
  for (const plane of monthlyBalance(assessment.wall).monthly.planes) {
    const layer = layers.find(({ id }) => id === plane.layer)!;
    const touching = plane.face === 'within' ? [layer] : [layers[layer.index - 1]!, layer];
    const limit = Math.min(...touching.map(limitOf), ABSORBING);
    const held = Math.max(...plane.held);
    if (!worst || held / limit > worst.held / worst.limit)
      worst = { plane, layer, month: plane.held.indexOf(held), held, limit };
  }
  return worst;
}

/** What a layer may take up at a wet face, kg/m². */
function limitOf({ fill, thickness }: ResolvedLayer): number {
  if (!fill) return NOT_ABSORBING;
  const mass = (fill.density ?? 500) * thickness;
  if (fill.category === 'wood-panel') return PANEL_SHARE * mass;
  if (/lumber|^wood$|cladding/.test(fill.category ?? '') && fill.sorption) return WOOD_SHARE * mass;
  return fill.sorption ? ABSORBING : NOT_ABSORBING;
}

export const bearable = (assessment: LayerAssessment): boolean => {
  const worst = worstPlane(assessment);
  return (
    monthlyBalance(assessment.wall).monthly.verdict !== 'accumulates' &&
    (!worst || worst.held <= worst.limit)
  );
};

/** Condensation by vapor diffusion through the year. */
export const monthlyCondensation: LayerRule = {
  id: 'monthly-condensation',
  reads: 'layers',

  judge(assessment) {
    const { monthly } = monthlyBalance(assessment.wall);
    const method =
      'EN ISO 13788, monthly means, vapor diffusion only: no leaks, rain, storage or sun.';
    const worst = worstPlane(assessment);
    const leaks =
      assessment.moisture.condensingPlane?.margin.some((margin) => margin < 0) === true
        ? ' Air that leaks in brings far more than this; the sheathing’s margin stands for it.'
        : '';
    if (monthly.verdict === 'none' || !worst)
      return {
        status: 'pass',
        title: say`No vapor condenses in the wall in any month`,
        reason: say`${method}${leaks}`,
      };
    const place = say`${placeName(assessment, worst)} holds up to ${measured('waterPerArea', worst.held)}, in ${monthName(worst.month)} (a film of ${measured('length', worst.held / 1000)}).`;
    if (monthly.verdict === 'accumulates')
      return {
        status: 'fail',
        title: say`Vapor condenses and does not dry out within the year`,
        reason: say`${place} ${method}${leaks}`,
      };
    if (worst.held > worst.limit)
      return {
        status: 'caution',
        title: say`Vapor condenses, more than the material should take up`,
        reason: say`${place} It should take up ${measured('waterPerArea', worst.limit)} at the most (DIN 4108-3), though it dries again. ${method}${leaks}`,
      };
    return {
      status: 'pass',
      title: say`A little vapor condenses and dries again within the year`,
      reason: say`${place} ${measured('waterPerArea', worst.limit)} would be too much (DIN 4108-3). ${method}${leaks}`,
    };
  },

  fixes: (context) => [
    ...addRetarder(context, bearable),
    ...smallestOutsideInsulation(context, { layers: bearable }),
  ],
};

function placeName(assessment: LayerAssessment, { plane, layer }: Worst): Message | string {
  const name = lower(layerName(assessment, layer));
  return plane.face === 'inner' ? `The inner face of ${name}` : `The inside of ${name}`;
}

/** A variable retarder inside the frame, where nothing controls vapor there yet. */
export function addRetarder(
  context: FixContext,
  fixed: (after: LayerAssessment) => boolean,
): Fix[] {
  const { wall } = context.assessment;
  const controlled = wall.layers
    .slice(0, frameStart(wall))
    .some(({ fillId, fill }) => fillId && fill && rolesOf(fillId, fill)[0] === 'vapor-control');
  if (wall.mainFrame === null || controlled) return [];
  return addSheet(
    context,
    STANDARD.variableRetarder,
    say`Add a variable vapor retarder inside the frame`,
    {
      layers: fixed,
    },
  );
}
