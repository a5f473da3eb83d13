export { labelInside, labelOf } from './labels';
export { listed, provideSay, sayAll, sayWithin, useSay } from './say';
export { DATE_FORM, isFigure, readTyped, saidValue, typedValue, type Reading, type Writing } from './values';
