import { createRouter, createWebHistory } from 'vue-router'
import YardView from '../yard/YardView.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'yard', component: YardView },
    {
      path: '/jobs/:id/:bay(supply|protection|bridge|leads|motor|load)?',
      name: 'span',
      component: () => import('../span/SpanView.vue'),
      props: true,
    },
    { path: '/jobs/:id/card', name: 'card', component: () => import('../bringup/CardView.vue'), props: true },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./LostView.vue') },
  ],
})
