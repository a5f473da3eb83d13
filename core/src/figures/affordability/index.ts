export { type Affordability, affordability, type Carrying, carryingOf, figuresFor, someFigure } from './affordability';
export { baseOf, type Ground, groundOf } from './base';
export { AFFORDABILITY_PARTS, type AffordabilityInput } from './input';
export { type Figure, isWorse, type Verdict, VERDICTS } from './figure';
export { KINDS_OF_MEASURE, type MeasureKind } from './measures/index';
