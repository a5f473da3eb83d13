export { type Place, type Speak, speakerFor } from './speaker';
export { isFigure, saidValue, typedValue, type Writing } from './values';
