import './look/styles';
import './door/door.css';
import { createApp, type Component } from 'vue';
import { makeVuetify } from './look/vuetify';
import DoorApp from './door/DoorApp.vue';

/** Opens the front door. @param apply the page of a product, where it came with the page itself. */
export const openDoor = (apply: Component | null): unknown => createApp(DoorApp, { apply }).use(makeVuetify('door')).mount('#app');
