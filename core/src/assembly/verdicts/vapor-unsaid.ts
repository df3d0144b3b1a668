import { assessResolved, type LayerAssessment } from '../assessment/index.ts';
import type { Vapor } from '../../physics/materials/index.ts';
import { AIR_PERMEABILITY, say } from '../../common/units/index.ts';
import { lower, plainName, vaporUnsaidIn, withVapor } from '../../physics/build-up/index.ts';
import type { LayerRule } from './types.ts';

/** Figures between which every layer lies: as open as air, then by s_d, m, to metal. */
const FIGURES: readonly Vapor[] = [
  { mu: 1 },
  ...[0.1, 1, 10, 1500].map((thickness): Vapor => ({ permeance: AIR_PERMEABILITY / thickness })),
];

/** Materials of which every figure is tried with every figure of the others; of more, one at a time. */
const TRIED_TOGETHER = 2;

type Figures = Record<string, Vapor>;

/** Which figures are tried for materials. */
function triedFor(ids: readonly string[]): Figures[] {
  if (ids.length <= TRIED_TOGETHER)
    return ids.reduce<Figures[]>(
      (tried, id) =>
        tried.flatMap((others) => FIGURES.map((vapor) => ({ ...others, [id]: vapor }))),
      [{}],
    );
  const all = (vapor: Vapor): Figures => Object.fromEntries(ids.map((id) => [id, vapor]));
  return FIGURES.map(all).flatMap((others) =>
    ids.flatMap((id) => FIGURES.map((vapor) => ({ ...others, [id]: vapor }))),
  );
}

/**
 * A wall as it would be if the vapor figures that nobody has said were said, by figures that span what there is. What
 * comes out alike for all of them holds whatever they are.
 *
 * @returns the wall itself where all are said; else at first as open as air
 */
export function ifVaporWereSaid<A extends LayerAssessment>(assessment: A): A[] {
  const { wall } = assessment;
  const ids = [...new Set(vaporUnsaidIn(wall).map(({ fillId }) => fillId!))];
  if (ids.length === 0) return [assessment];
  return triedFor(ids).map((figures) => ({
    ...assessment,
    ...assessResolved(withVapor(wall, figures)),
  }));
}

/** The names of materials whose vapor figure nobody has said. `mineral board, felt` */
export const unsaidNames = ({ wall }: LayerAssessment): string =>
  [...new Set(vaporUnsaidIn(wall).map(({ fill }) => lower(plainName(fill!.name))))].join(', ');

/** Tells whose vapor figure is missing. Where it decides, so does the judgment. */
export const vaporUnsaid: LayerRule = {
  id: 'vapor-unsaid',
  reads: 'layers',
  judge(assessment) {
    if (vaporUnsaidIn(assessment.wall).length === 0) return null;
    return {
      status: 'info',
      title: say`Nobody has said how much vapor ${unsaidNames(assessment)} lets through`,
      reason: say`No usual figure stands for it: what depends on it is not told here, and no hours are run. Say its μ, its s_d or its permeance, from its data sheet, in the wall file or among the project’s materials.`,
    };
  },
};
