import { say } from '../../common/units/index.ts';
import type { Material } from '../../physics/materials/index.ts';
import type { LayerRule } from './types.ts';

/** Cautions that go with what a wall is made of. */
const CAUTIONS: { applies: (material: Material) => boolean; text: string }[] = [
  {
    applies: ({ foamPlastic }) => foamPlastic === true,
    text: 'Foam plastics are combustible and need a thermal barrier toward rooms.',
  },
  {
    applies: ({ category }) => category === 'spray-foam',
    text: 'Spray foam needs protective equipment and a re-entry time.',
  },
  {
    applies: ({ category, name }) =>
      category === 'masonry' ||
      category === 'cement-panel' ||
      /fiber-cement|brick|stone|stucco|terracotta|concrete/i.test(name),
    text: 'Cutting fiber-cement and masonry makes silica dust: cut wet or with extraction, wear a respirator.',
  },
];

/** What governs, and what can hurt. */
export const safety: LayerRule = {
  id: 'safety',
  reads: 'layers',

  judge({ wall }) {
    const materials = wall.layers.flatMap(({ fill }) => (fill ? [fill] : []));
    const cautions = CAUTIONS.filter(({ applies }) => materials.some(applies)).map((c) => c.text);
    return {
      status: 'info',
      title: say`The adopted local code and the makers' instructions govern`,
      reason: say`${[
        ...cautions,
        'Structure, shear, cladding attachment in high wind or seismic areas and fire performance belong to a licensed professional.',
      ].join(' ')}`,
    };
  },
};
