import type { Fix } from '../wall/index.ts';
import { isInsulation } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { LUMBER } from '../framing/index.ts';
import type { ResolvedLayer, ResolvedWall } from '../../physics/build-up/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower } from './words.ts';

const fits = ({ quantities, wall }: LayerAssessment): boolean =>
  quantities.thickness <= (wall.file.targets?.thickness ?? Infinity) + 1e-9;

/** The whole thickness against the brief's limit. */
export const thicknessLimit: LayerRule = {
  id: 'thickness-limit',
  reads: 'layers',

  judge(assessment) {
    const limit = assessment.wall.file.targets?.thickness;
    if (limit === undefined) return null;
    const { thickness } = assessment.quantities;
    if (fits(assessment))
      return {
        status: 'pass',
        title: say`${measured('length', thickness)} thick, within the limit of ${measured('length', limit)}`,
        reason: say`Finish to cladding, ${measured('length', limit - thickness)} to spare.`,
      };
    return {
      status: 'fail',
      title: say`${measured('length', thickness)} thick, over the limit of ${measured('length', limit)}`,
      reason: say`${measured('length', thickness - limit)} too much from finish to cladding.`,
    };
  },

  /** One insulation layer, or the batts with their studs, to a thinner size as sold, whichever keeps the most R; else one left out. */
  fixes({ assessment, attempt }) {
    const { layers } = assessment.wall;
    const best = (fixes: readonly (Fix | null)[]): Fix[] =>
      fixes
        .filter((fix) => fix !== null)
        .sort((a, b) => b.effect.effectiveR - a.effect.effectiveR)
        .slice(0, 1);
    const boards = layers.filter(
      ({ source, fill, fillId }) => source.kind === 'sheet' && fill && isInsulation(fillId!, fill),
    );
    const thinner = best(
      layers.map((layer) => {
        const sold = boards.includes(layer)
          ? thinnerBoards(layer)
          : thinnerBatts(layer, assessment.wall);
        for (const thickness of sold) {
          const fix = attempt(
            say`${layerName(assessment, layer)} to ${measured('length', thickness)}`,
            [{ type: 'setThickness', id: layer.id, thickness }],
            { layers: fits },
          );
          if (fix) return fix;
        }
        return null;
      }),
    );
    if (thinner.length > 0) return thinner;
    return best(
      boards.map((layer) =>
        attempt(
          say`Leave out ${lower(layerName(assessment, layer))}`,
          [{ type: 'removeLayer', id: layer.id }],
          { layers: fits },
        ),
      ),
    );
  },
};

/** Thicknesses below that of a board as sold, thickest first, m. */
const thinnerBoards = ({ fill, thickness }: ResolvedLayer): number[] =>
  (fill?.thicknesses ?? []).filter((one) => one < thickness - HAIR).sort((a, b) => b - a);

/** Depths of lumber that is as wide, below that of a layer of batts between its studs or battens, deepest first, m. */
function thinnerBatts(layer: ResolvedLayer, { mainFrame, layers }: ResolvedWall): number[] {
  const { member, fill, thickness } = layer;
  if (!member || member.shape.section !== 'solid' || fill?.category !== 'batt') return [];
  // Insulation in two parts between the same studs is another question.
  if (layers.some((other) => other !== layer && other.member?.frame === member.frame)) return [];
  const { width } = member.shape;
  const now = LUMBER.find(({ actual }) => near(actual[0], width) && near(actual[1], thickness));
  const least = member.frame === mainFrame ? LEAST_STUD : 0;
  return LUMBER.filter(({ system, actual }) => system === now?.system && near(actual[0], width))
    .map(({ actual }) => actual[1])
    .filter((depth) => depth < thickness - HAIR && depth >= least)
    .sort((a, b) => b - a);
}

/** Studs are no less deep, m. */
const LEAST_STUD = 0.088;

/** Sizes closer than this are the same, m. */
const HAIR = 1e-3;
const near = (a: number, b: number): boolean => Math.abs(a - b) <= HAIR;
