export { labelInside, labelOf } from './labels';
export { provideSay, sayAll, sayWithin, useSay } from './say';
export { isFigure, saidValue, typedValue, type Writing } from '@cavren/words';
export { DATE_FORM, listed, readTyped, type Reading } from './values';
