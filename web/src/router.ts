import { createRouter, createWebHistory } from 'vue-router';

declare module 'vue-router' {
  interface RouteMeta {
    title: string;
    /** Set on a wall's bench: what its drawing shows. */
    lens?: 'build-up' | 'heat' | 'moisture' | 'years';
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    {
      path: '/',
      name: 'projects',
      meta: { title: 'Projects' },
      component: () => import('./places/projects/ProjectsView.vue'),
    },
    {
      path: '/projects/:project',
      component: () => import('./places/ProjectFrame.vue'),
      children: [
        { path: '', redirect: { name: 'brief' } },
        {
          path: 'brief',
          name: 'brief',
          meta: { title: 'Brief' },
          component: () => import('./places/brief/BriefView.vue'),
        },
        {
          path: 'walls',
          name: 'walls',
          meta: { title: 'Walls' },
          component: () => import('./places/wall/WallsView.vue'),
        },
        {
          path: 'walls/:wall',
          redirect: (to) => ({ name: 'build-up', params: to.params }),
        },
        {
          path: 'walls/:wall/build-up',
          name: 'build-up',
          meta: { title: 'Wall', lens: 'build-up' },
          component: () => import('./places/wall/WallView.vue'),
        },
        {
          path: 'walls/:wall/heat',
          name: 'heat',
          meta: { title: 'Heat', lens: 'heat' },
          component: () => import('./places/wall/WallView.vue'),
        },
        {
          path: 'walls/:wall/moisture',
          name: 'moisture',
          meta: { title: 'Moisture', lens: 'moisture' },
          component: () => import('./places/wall/WallView.vue'),
        },
        {
          path: 'walls/:wall/years',
          name: 'years',
          meta: { title: 'Years', lens: 'years' },
          component: () => import('./places/wall/WallView.vue'),
        },
        {
          path: 'materials',
          name: 'materials',
          meta: { title: 'Materials' },
          component: () => import('./places/materials/MaterialsView.vue'),
        },
      ],
    },
    {
      path: '/:rest(.*)*',
      name: 'lost',
      meta: { title: 'Not found' },
      component: () => import('./places/LostView.vue'),
    },
  ],
});

router.afterEach((to) => {
  document.title = `${to.meta.title} · Eldrun`;
});
