import type { Place } from '../../components/place.ts';

/** From the section to every stud, sheet and board: the walls of the house. */
export const ELEVATIONS: Place = {
  name: 'elevations',
  label: 'Elevations',
  routes: [
    {
      path: 'elevations/:elevation?',
      name: 'elevations',
      meta: { title: 'Elevations' },
      component: () => import('./ElevationsView.vue'),
    },
  ],
};
