import { stations } from '@nodaxis/core/machine/fields';
import { createRouter, createWebHistory } from 'vue-router';
import Shelf from '../shelf/Shelf.vue';

const station = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);
const pages = import.meta.glob('../stations/*/*Station.vue');

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'shelf', component: Shelf },
    {
      path: '/machine/:id',
      component: () => import('./Shell.vue'),
      redirect: (to) => `/machine/${String(to.params.id)}/machine`,
      children: stations.map((name) => ({
        path: name,
        name,
        component: pages[`../stations/${name}/${station(name)}Station.vue`]!,
      })),
    },
    { path: '/kept', name: 'kept', component: () => import('../kept/KeptPage.vue') },
    { path: '/parts', name: 'parts', component: () => import('../library/PartsPage.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
});
