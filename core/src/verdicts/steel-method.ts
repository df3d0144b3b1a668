import { say } from '../units/index.ts';
import type { Rule } from './types.ts';

/** Steel studs: the one-dimensional methods do not see the flanges. */
export const steelMethod: Rule = {
  id: 'steel-method',

  judge({ wall }) {
    const steel = wall.layers
      .slice(0, wall.counted)
      .some((layer) => layer.member?.shape.section === 'c');
    if (!steel) return null;
    return {
      status: 'caution',
      title: say`Steel studs: this effective R is only a rough figure`,
      reason: say`The one-dimensional methods count a C-stud's web and not its flanges; parallel path reads far too high, isothermal planes too low. Compare with a published steel-frame factor before relying on it.`,
    };
  },
};
