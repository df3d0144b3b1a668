import type { Place } from '../../components/place.ts';

/** Where walls fail: windows, corners, base and top, what goes through. */
export const EDGES: Place = {
  name: 'edges',
  label: 'Edges',
  routes: [
    {
      path: 'edges/:part?/:edge?',
      name: 'edges',
      meta: { title: 'Edges' },
      component: () => import('./EdgesView.vue'),
    },
  ],
};
