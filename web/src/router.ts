import { createRouter, createWebHistory } from 'vue-router';
import { orUnfetched } from './look/index';
import { PAGES, pageAt } from './pages/index';
import { useDesk } from './session/index';

/** The desk's places. Everything but signing in needs somebody who is signed in. */
export function makeRouter() {
  const router = createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/', redirect: '/today' },
      { path: '/sign-in', component: orUnfetched(() => import('./session/SignInPage.vue')), meta: { open: true } },
      ...PAGES.map(({ path, load }) => ({ path, component: orUnfetched(load) })),
      { path: '/people/:id', component: orUnfetched(() => import('./persons/PersonPage.vue')) },
      { path: '/files/:reference/:chapter?', component: orUnfetched(() => import('./file/FilePage.vue')) },
      { path: '/:rest(.*)*', component: orUnfetched(() => import('./pages/NotFoundPage.vue')) },
      { path: '/:rest(.*)*', name: 'not-yours', component: orUnfetched(() => import('./pages/NotYoursPage.vue')) },
    ],
  });
  router.beforeEach(async (to) => {
    const desk = useDesk();
    if (!desk.known) await desk.recall();
    if (to.meta['open'] || to.name === 'not-yours') return true;
    const page = pageAt(to.path);
    // The address stays, so that it is there for who signs in instead.
    if (desk.me) return !page || desk.may(page.act) || { name: 'not-yours', params: { rest: to.path.slice(1).split('/') } };
    return { path: '/sign-in', query: to.fullPath === '/today' ? {} : { to: to.fullPath } };
  });
  return router;
}
