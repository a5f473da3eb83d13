import './look/fonts';
import './look/tokens.css';
import './door/door.css';
import { createApp } from 'vue';
import DoorApp from './door/DoorApp.vue';

createApp(DoorApp).mount('#app');
