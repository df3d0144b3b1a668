import type { Place } from '../../components/place.ts';

export const MATERIALS: Place = {
  name: 'materials',
  label: 'Materials',
  routes: [
    {
      path: 'materials',
      name: 'materials',
      meta: { title: 'Materials' },
      component: () => import('./MaterialsView.vue'),
    },
  ],
};
