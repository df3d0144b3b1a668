import { atLeastAsSold, claddingNeeds, LIBRARY } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { claddingLayer, type ResolvedLayer } from '../../physics/build-up/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { LayerRule } from './types.ts';
import { layerName } from './words.ts';

interface Thin {
  layer: ResolvedLayer;
  least: number;
  coats: string;
  source: string;
}

/** A plaster or render that is thinner than its coats come to, or null. */
function tooThin({ wall }: LayerAssessment): Thin | null {
  const layer = claddingLayer(wall);
  const needs = layer && claddingNeeds(layer.fillId!)?.least;
  if (!needs) return null;
  const behind = wall.layers[layer.index - 1];
  const onMasonry = behind?.fill?.category === 'masonry';
  const least = (onMasonry ? needs.onMasonry : undefined) ?? needs.thickness;
  if (atLeastAsSold(layer.thickness, least)) return null;
  return { layer, least, coats: needs.coats, source: needs.source };
}

/** Whether plaster and render are as thick as their coats come to. */
export const finishThickness: LayerRule = {
  id: 'finish-thickness',
  reads: 'layers',

  judge(assessment) {
    const thin = tooThin(assessment);
    return (
      thin && {
        status: 'caution',
        title: say`${layerName(assessment, thin.layer)} of ${measured('length', thin.layer.thickness)} is thinner than ${measured('length', thin.least)}`,
        reason: say`Usual are ${thin.coats}; thinner it cracks and lets rain by. ${thin.source}; its maker and the local code govern.`,
      }
    );
  },

  fixes({ assessment, attempt }) {
    const { layer, least } = tooThin(assessment)!;
    const sold = LIBRARY[layer.fillId!]?.thicknesses?.find((one) => atLeastAsSold(one, least));
    const thickness = sold ?? least;
    const fix = attempt(
      say`${layerName(assessment, layer)} to ${measured('length', thickness)}`,
      [{ type: 'setThickness', id: layer.id, thickness }],
      { layers: (after) => tooThin(after) === null },
    );
    return fix ? [fix] : [];
  },
};
