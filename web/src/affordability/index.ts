export { default as TermLines } from './TermLines.vue';
export { LIMIT_WORD, VERDICT_MARK, inOneLine, showFigure, showLimit } from './words';
export { useWorked } from './working';
