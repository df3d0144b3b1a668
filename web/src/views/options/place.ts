import type { Place } from '../place.ts';

/** The same job, solved several ways: compared, explored, and decided. */
export const OPTIONS: Place = {
  name: 'options',
  label: 'Options',
  routes: [
    {
      path: 'options',
      name: 'options',
      meta: { title: 'Options' },
      component: () => import('./CompareView.vue'),
    },
    {
      path: 'options/explore',
      name: 'explore',
      meta: { title: 'Explore' },
      component: () => import('./ExploreView.vue'),
    },
    {
      path: 'options/energy',
      name: 'energy',
      meta: { title: 'Money and energy' },
      component: () => import('./EnergyView.vue'),
    },
    {
      path: 'options/prices',
      name: 'prices',
      meta: { title: 'Prices' },
      component: () => import('./PricesView.vue'),
    },
    {
      path: 'options/decisions',
      name: 'decisions',
      meta: { title: 'Decisions' },
      component: () => import('./DecisionsView.vue'),
    },
    {
      path: 'options/decisions/:decision',
      name: 'decision',
      meta: { title: 'Decision' },
      component: () => import('./DecisionView.vue'),
    },
  ],
};
