import type { Place } from '../../components/place.ts';

/** What is done on the site: in which order, by when, checked, measured, written down. */
export const SITE: Place = {
  name: 'site',
  label: 'Site',
  routes: [
    {
      path: 'site/:part?',
      name: 'site',
      meta: { title: 'Site' },
      component: () => import('./SiteView.vue'),
    },
  ],
};
