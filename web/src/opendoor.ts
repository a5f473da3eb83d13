import './look/styles';
import './door/door.css';
import type { PublicProduct } from '@cavren/contract';
import { createApp, createSSRApp, type Component } from 'vue';
import { makeVuetify } from './look/vuetify';
import DoorApp from './door/DoorApp.vue';
import { breathe } from './door/turns';

/**
 * Opens the front door, a step at a time: takes over what the server drew of it, or draws it where it didn't, or where this tab
 * keeps what was typed here before, which may be further on.
 * @param apply the page of a product, where it came with the page itself
 */
export async function openDoor(apply: Component | null): Promise<void> {
  const data = document.getElementById('product')?.textContent;
  const drawn = document.querySelector('#app .door') !== null && sessionStorage.length === 0;
  const door = (drawn ? createSSRApp : createApp)(DoorApp, {
    path: location.pathname,
    apply,
    first: data ? (JSON.parse(data) as PublicProduct) : null,
  });
  await breathe();
  const kit = makeVuetify('door', drawn);
  await breathe();
  door.use(kit);
  await breathe();
  door.mount('#app');
}
