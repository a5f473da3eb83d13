import './look/fonts';
import './look/tokens.css';
import './look/desk.css';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import DeskApp from './DeskApp.vue';
import { vuetify } from './look/vuetify';
import { makeRouter } from './router';

createApp(DeskApp).use(createPinia()).use(vuetify).use(VueQueryPlugin).use(makeRouter()).mount('#app');
