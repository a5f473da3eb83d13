import './look/styles';
import 'vuetify/styles/utilities';
import './look/desk.css';
import { VueQueryPlugin } from '@tanstack/vue-query';
import { createPinia } from 'pinia';
import { createApp } from 'vue';
import DeskApp from './DeskApp.vue';
import { makeVuetify } from './look/vuetify';
import { makeRouter } from './router';

/** Answers are replaced whole, never changed, so nothing inside of them is watched: of long ones that took most of the time. */
const queryClientConfig = { defaultOptions: { queries: { shallow: true } } };

createApp(DeskApp).use(createPinia()).use(makeVuetify('desk')).use(VueQueryPlugin, { queryClientConfig }).use(makeRouter()).mount('#app');
