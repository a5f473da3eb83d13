export { default as Mark, type MarkKind } from './Mark.vue';
