export { default as DetailControl } from './DetailControl.vue';
