import { applyAddress, type PublicProduct } from '@cavren/contract';
import { createSSRApp } from 'vue';
import { renderToString } from 'vue/server-renderer';
import Apply from './door/Apply.vue';
import DoorApp from './door/DoorApp.vue';
import { makeVuetify } from './look/vuetify';

/**
 * What the front door shows first, for the server to put in its pages: all that is read there before a field is drawn, by the
 * same components that the page's script takes it over with.
 * @param product whose page it is; null for where one comes in with a reference
 */
export function drawn(product: PublicProduct | null): Promise<string> {
  const path = product ? applyAddress(product.code) : '/door';
  return renderToString(createSSRApp(DoorApp, { path, apply: Apply, first: product }).use(makeVuetify('door', true)));
}
