export { default as ProducersPart } from './ProducersPart.vue';
