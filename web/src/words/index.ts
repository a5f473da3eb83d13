export { labelInside, labelOf } from './labels';
export { provideSay, sayAll, sayWithin, useSay } from './say';
export { isFigure, saidValue, typedValue, type Writing } from '@cavren/words';
export { DATE_FORM } from './dates';
export { listed, readTyped, type Reading } from './values';
