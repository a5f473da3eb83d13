export { default as OwedPart } from './OwedPart.vue';
