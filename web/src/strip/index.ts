export { default as FiguresStrip } from './FiguresStrip.vue';
