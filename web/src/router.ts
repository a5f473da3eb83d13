import { createRouter, createWebHistory } from 'vue-router';
import { useDesk } from './session/store';

/** The desk's places. Everything but signing in needs somebody who is signed in. */
export function makeRouter() {
  const router = createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/', redirect: '/today' },
      { path: '/sign-in', component: () => import('./session/SignInPage.vue'), meta: { open: true } },
      { path: '/today', component: () => import('./today/TodayPage.vue') },
      { path: '/files', component: () => import('./files/FilesPage.vue') },
      { path: '/open', component: () => import('./files/OpenFilePage.vue') },
      { path: '/people', component: () => import('./persons/RegisterPage.vue') },
      { path: '/people/:id', component: () => import('./persons/PersonPage.vue') },
      { path: '/certificates', component: () => import('./offers/CertificatesPage.vue') },
      { path: '/outbox', component: () => import('./outbox/OutboxPage.vue') },
      { path: '/files/:reference', redirect: ({ params }) => `/files/${String(params['reference'])}/request` },
      { path: '/files/:reference/:chapter', component: () => import('./file/FilePage.vue') },
      { path: '/:rest(.*)*', component: () => import('./NotFoundPage.vue') },
    ],
  });
  router.beforeEach(async (to) => {
    const desk = useDesk();
    if (!desk.known) await desk.recall();
    if (to.meta['open'] || desk.me) return true;
    return { path: '/sign-in', query: to.fullPath === '/today' ? {} : { to: to.fullPath } };
  });
  return router;
}
