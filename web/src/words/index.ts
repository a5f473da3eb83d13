export { labelInside, labelOf } from './labels';
export { listed, provideSay, sayAll, sayWithin, useSay } from './say';
export { isFigure, saidValue, typedValue, type Writing } from '@cavren/words';
export { DATE_FORM, readTyped, type Reading } from './values';
