import { createRouter, createWebHistory } from 'vue-router';
import { askAhead } from '../persistence/api.ts';
import { PLACES } from './places.ts';

declare module 'vue-router' {
  interface RouteMeta {
    title: string;
    /** Set on a wall's bench: what its drawing shows. */
    lens?: string;
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    {
      path: '/',
      name: 'projects',
      meta: { title: 'Projects' },
      component: () => import('../features/projects/ProjectsView.vue'),
    },
    {
      path: '/projects/:project',
      component: () => import('./ProjectFrame.vue'),
      children: [
        { path: '', redirect: { name: PLACES[0]!.name } },
        ...PLACES.flatMap(({ routes }) => routes),
      ],
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      meta: { title: 'Not found' },
      component: () => import('./LostView.vue'),
    },
  ],
});

// What a place is about comes while its files do.
router.beforeEach((to, from) => {
  const { project, wall } = to.params as Record<string, string | undefined>;
  if (project && project !== from.params['project'])
    askAhead('readProject', { params: { project } });
  if (wall && wall !== from.params['wall'])
    askAhead('readDocument', { params: { document: wall } });
});

router.afterEach((to) => {
  document.title = `${to.meta.title} · Eldrun`;
});
