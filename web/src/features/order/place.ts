import type { Place } from '../../components/place.ts';

/** What has to be bought: taken off, cut, priced, asked for, received. */
export const ORDER: Place = {
  name: 'order',
  label: 'Order',
  routes: [
    {
      path: 'order/:part?',
      name: 'order',
      meta: { title: 'Order' },
      component: () => import('./OrderView.vue'),
    },
  ],
};
