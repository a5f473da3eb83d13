export { default as AskChoice } from './AskChoice.vue';
export { default as AskText } from './AskText.vue';
export { controlOf, controlsIn, focusOn, goOnFrom, inOpenList } from './control';
export { default as Fold } from './Fold.vue';
export { default as Labelled } from './Labelled.vue';
export { default as PickFile } from './PickFile.vue';
export { default as Mark } from './Mark.vue';
export { usePhone } from './phone';
export type { MarkKind } from './marks';
