export { default as AskHealth } from './AskHealth.vue';
export { blankSaid, saidFaults, type SaidForm, saidOf } from './said';
