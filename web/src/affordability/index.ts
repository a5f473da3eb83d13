export { default as TermLines } from './TermLines.vue';
export { default as WorkedWith } from './WorkedWith.vue';
export { LIMIT_WORD, VERDICT_MARK, inOneLine, showFigure, showLimit } from './words';
export { useWorked } from './working';
