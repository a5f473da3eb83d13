export { default as LettingsPart } from './LettingsPart.vue';
export { default as SaidFields } from './SaidFields.vue';
export { blankSaid, isSaid, saidOf } from './said';
