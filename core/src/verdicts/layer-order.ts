import { say } from '../units/index.ts';
import { firstPlacementProblem } from '../wall/index.ts';
import type { LayerRule } from './types.ts';

/** Layers that cannot work where they stand. */
export const layerOrder: LayerRule = {
  id: 'layer-order',
  reads: 'layers',

  judge({ wall }) {
    const materials = new Map(
      wall.layers.flatMap((layer) => (layer.fillId ? [[layer.fillId, layer.fill!] as const] : [])),
    );
    const problem = firstPlacementProblem(wall.file.layers, (id) => materials.get(id));
    return (
      problem && {
        status: 'fail',
        title: say`A layer cannot work where it stands`,
        reason: say`${problem.reason}`,
      }
    );
  },
};
