export { default as Qualifying } from './Qualifying.vue';
