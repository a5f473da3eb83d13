export { default as WorkHistory } from './WorkHistory.vue';
