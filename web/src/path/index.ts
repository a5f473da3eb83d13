export { default as PathPanel } from './PathPanel.vue';
