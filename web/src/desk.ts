import './look/styles';
import './look/desk.css';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import DeskApp from './DeskApp.vue';
import { queryClientConfig } from './api/index';
import { makeVuetify } from './look/vuetify';
import { makeRouter } from './router';

createApp(DeskApp).use(createPinia()).use(makeVuetify('desk')).use(VueQueryPlugin, { queryClientConfig }).use(makeRouter()).mount('#app');
