export { default as CoverFits } from './CoverFits.vue';
