import { say } from '../../common/units/index.ts';
import { firstPlacementProblem } from '../wall/index.ts';
import type { LayerRule } from './types.ts';

/** Layers that cannot work where they stand. */
export const layerOrder: LayerRule = {
  id: 'layer-order',
  reads: 'layers',

  judge({ wall }) {
    const problem = firstPlacementProblem(
      wall.file.layers,
      (id) => wall.layers.find(({ fillId }) => fillId === id)?.fill ?? undefined,
    );
    return (
      problem && {
        status: 'fail',
        title: say`A layer cannot work where it stands`,
        reason: say`${problem.reason}`,
      }
    );
  },
};
