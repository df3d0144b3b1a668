import type { Place } from '../../components/place.ts';
import { LENSES } from './lenses.ts';

/** The bench; with it what its walls are checked by, which it asks for once it has one. */
const bench = () => {
  void import('@eldrun/core/kinds/wall').catch(() => undefined); // Who needs it is told.
  return import('./WallView.vue');
};

/** The bench, seen through its lenses. */
export const WALLS: Place = {
  name: 'walls',
  label: 'Wall',
  routes: [
    {
      path: 'walls',
      name: 'walls',
      meta: { title: 'Walls' },
      component: () => import('./WallsView.vue'),
    },
    {
      path: 'walls/:wall',
      redirect: (to) => ({ name: LENSES[0]!.name, params: to.params }),
    },
    ...LENSES.map(({ name, label }) => ({
      path: `walls/:wall/${name}`,
      name,
      meta: { title: name === LENSES[0]!.name ? 'Wall' : label, lens: name },
      component: bench,
    })),
  ],
};
