import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  scrollBehavior: (to, _from, saved) => saved ?? (to.hash ? { el: to.hash, top: 12 } : { top: 0 }),
  routes: [
    { path: '/', name: 'yard', component: () => import('../yard/YardView.vue') },
    {
      path: '/jobs/:id/:bay(supply|protection|bridge|leads|motor|load)?',
      name: 'span',
      component: () => import('../span/SpanView.vue'),
      props: true,
    },
    {
      path: '/jobs/:id/bring-up',
      name: 'bring-up',
      component: () => import('../bringup/BringUpView.vue'),
      props: true,
    },
    { path: '/jobs/:id/weigh', name: 'weigh', component: () => import('../weigh/WeighView.vue'), props: true },
    { path: '/jobs/:id/desk', name: 'desk', component: () => import('../symptom/DeskView.vue'), props: true },
    { path: '/wrong', name: 'wrong', component: () => import('../symptom/WrongView.vue') },
    { path: '/jobs/:id/review', name: 'review', component: () => import('../review/ReviewView.vue'), props: true },
    { path: '/jobs/:id/log', name: 'log', component: () => import('../logbook/LogView.vue'), props: true },
    { path: '/jobs/:id/card', name: 'card', component: () => import('../bringup/CardView.vue'), props: true },
    {
      path: '/workshops/:id/stores',
      name: 'stores',
      component: () => import('../stores/StoresView.vue'),
      props: true,
    },
    {
      path: '/workshops/:id/profiles',
      name: 'profiles',
      component: () => import('../profiles/ProfilesView.vue'),
      props: true,
    },
    {
      path: '/workshops/:id/profiles/:profile',
      name: 'profile',
      component: () => import('../profiles/ProfileView.vue'),
      props: true,
    },
    { path: '/workshops/:id/people', name: 'people', component: () => import('../people/PeopleView.vue'), props: true },
    { path: '/sharing', name: 'sharing', component: () => import('../people/SharingView.vue') },
    { path: '/let-in', name: 'let-in', component: () => import('../people/LetInView.vue') },
    { path: '/reference', name: 'reference', component: () => import('../reference/ReferenceView.vue') },
    { path: '/engine', name: 'engine', component: () => import('../engine/EngineView.vue') },
    { path: '/:rest(.*)*', name: 'lost', component: () => import('./LostView.vue') },
  ],
})
