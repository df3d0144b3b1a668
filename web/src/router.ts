import { createRouter, createWebHistory } from 'vue-router';
import { LENSES } from './views/wall/lenses.ts';

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
      component: () => import('./views/projects/ProjectsView.vue'),
    },
    {
      path: '/projects/:project',
      component: () => import('./views/ProjectFrame.vue'),
      children: [
        { path: '', redirect: { name: 'brief' } },
        {
          path: 'brief',
          name: 'brief',
          meta: { title: 'Brief' },
          component: () => import('./views/brief/BriefView.vue'),
        },
        {
          path: 'walls',
          name: 'walls',
          meta: { title: 'Walls' },
          component: () => import('./views/wall/WallsView.vue'),
        },
        {
          path: 'walls/:wall',
          redirect: (to) => ({ name: LENSES[0]!.name, params: to.params }),
        },
        ...LENSES.map(({ name, label }) => ({
          path: `walls/:wall/${name}`,
          name,
          meta: { title: name === LENSES[0]!.name ? 'Wall' : label, lens: name },
          component: () => import('./views/wall/WallView.vue'),
        })),
        {
          path: 'materials',
          name: 'materials',
          meta: { title: 'Materials' },
          component: () => import('./views/materials/MaterialsView.vue'),
        },
      ],
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      meta: { title: 'Not found' },
      component: () => import('./views/LostView.vue'),
    },
  ],
});

router.afterEach((to) => {
  document.title = `${to.meta.title} · Eldrun`;
});
