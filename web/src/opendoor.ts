import './look/styles';
import './door/door.css';
import { createApp, type Component } from 'vue';
import { makeVuetify } from './look/vuetify';
import DoorApp from './door/DoorApp.vue';
import { breathe } from './door/turns';

/** Opens the front door, a step at a time. @param apply the page of a product, where it came with the page itself. */
export async function openDoor(apply: Component | null): Promise<void> {
  const door = createApp(DoorApp, { apply });
  await breathe();
  const kit = makeVuetify('door');
  await breathe();
  door.use(kit);
  await breathe();
  door.mount('#app');
}
