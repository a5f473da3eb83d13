export { labelInside, labelOf } from './labels';
export { listed, provideSay, sayAll, sayWithin, useSay } from './say';
export { isFigure, readTyped, saidValue, typedValue, type Reading, type Writing } from './values';
