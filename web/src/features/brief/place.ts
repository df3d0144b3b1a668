import type { Place } from '../../components/place.ts';

export const BRIEF: Place = {
  name: 'brief',
  label: 'Brief',
  routes: [
    {
      path: 'brief',
      name: 'brief',
      meta: { title: 'Brief' },
      component: () => import('./BriefView.vue'),
    },
  ],
};
