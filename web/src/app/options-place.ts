import type { Place } from '../components/place.ts';

/** The same job, solved several ways: compared, explored, and decided. */
export const OPTIONS: Place = {
  name: 'options',
  label: 'Options',
  routes: [
    {
      path: 'options',
      name: 'options',
      meta: { title: 'Options' },
      component: () => import('../features/compare/CompareView.vue'),
    },
    {
      path: 'options/explore',
      name: 'explore',
      meta: { title: 'Explore' },
      component: () => import('../features/explore/ExploreView.vue'),
    },
    {
      path: 'options/energy',
      name: 'energy',
      meta: { title: 'Money and energy' },
      component: () => import('../features/energy/EnergyView.vue'),
    },
    {
      path: 'options/prices',
      name: 'prices',
      meta: { title: 'Prices' },
      component: () => import('../features/prices/PricesView.vue'),
    },
    {
      path: 'options/decisions',
      name: 'decisions',
      meta: { title: 'Decisions' },
      component: () => import('../features/decisions/DecisionsView.vue'),
    },
    {
      path: 'options/decisions/:decision',
      name: 'decision',
      meta: { title: 'Decision' },
      component: () => import('../features/decisions/DecisionView.vue'),
    },
  ],
};
