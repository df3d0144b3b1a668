import type { Place } from '../../components/place.ts';

/** What leaves the program: sheets, drawings, tables, building models, the whole project. */
export const PAPERS: Place = {
  name: 'papers',
  label: 'Papers',
  routes: [
    {
      path: 'papers/:part?',
      name: 'papers',
      meta: { title: 'Papers' },
      component: () => import('./PapersView.vue'),
    },
  ],
};
