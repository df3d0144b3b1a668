import { claddingSystem } from '../cladding-systems/index.ts';
import { say } from '../../common/units/index.ts';
import type { LayerRule } from './types.ts';

/** A plastered cladding that is put together from parts of several systems, or whose finish keeps its water in. */
export const claddingSystemRule: LayerRule = {
  id: 'cladding-system',
  reads: 'layers',

  judge({ wall }) {
    const system = claddingSystem(wall);
    if (!system) return null;
    const { mixed, kind, drains } = system;
    const { mixedParts } = wall.file;
    if (mixed)
      return {
        status: mixedParts ? 'info' : 'caution',
        title: mixedParts
          ? say`Mixed cladding parts: ${mixedParts.by} answers for them`
          : say`The cladding mixes parts of several systems`,
        reason: say`${mixed} Ask for a test of this very mix, take one system, or record who takes it on.`,
      };
    if (kind === 'acrylic-over-cement' && !drains)
      return {
        status: 'caution',
        title: say`Acrylic finish over a cement base, and no gap behind`,
        reason: say`It is no tested insulated finish: the acrylic slows what the base could dry, and nothing drains it. A gap or mat behind, or a cement finish.`,
      };
    return null;
  },
};
