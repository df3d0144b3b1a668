import type { Fix } from '../wall/index.ts';
import { isInsulation } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
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

  /** One insulation layer to a thinner size as sold, whichever keeps the most R. */
  fixes({ assessment, attempt }) {
    let best: Fix | null = null;
    for (const layer of assessment.wall.layers) {
      if (layer.source.kind !== 'sheet' || !layer.fill || !isInsulation(layer.fillId!, layer.fill))
        continue;
      const thinner = (layer.fill.thicknesses ?? [])
        .filter((t) => t < layer.thickness - 1e-6)
        .sort((a, b) => b - a);
      for (const thickness of thinner) {
        const fix = attempt(
          say`${layerName(assessment, layer)} to ${measured('length', thickness)}`,
          [{ type: 'setThickness', id: layer.id, thickness }],
          { layers: fits },
        );
        if (!fix) continue;
        if (!best || fix.effect.effectiveR > best.effect.effectiveR) best = fix;
        break;
      }
      const gone = attempt(
        say`Leave out ${lower(layerName(assessment, layer))}`,
        [{ type: 'removeLayer', id: layer.id }],
        { layers: fits },
      );
      if (gone && !best) best = gone;
    }
    return best ? [best] : [];
  },
};
