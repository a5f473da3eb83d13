import './look/styles';
import './door/door.css';
import { createApp } from 'vue';
import DoorApp from './door/DoorApp.vue';
import { makeVuetify } from './look/vuetify';

createApp(DoorApp).use(makeVuetify('door')).mount('#app');
