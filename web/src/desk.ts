import './look/styles';
import 'vuetify/styles/utilities';
import './look/desk.css';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import DeskApp from './DeskApp.vue';
import { makeVuetify } from './look/vuetify';
import { makeRouter } from './router';

createApp(DeskApp).use(createPinia()).use(makeVuetify('desk')).use(VueQueryPlugin).use(makeRouter()).mount('#app');
