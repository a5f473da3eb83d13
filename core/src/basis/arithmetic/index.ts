export { astray, FIGURE_UNITS, type FigureUnit, inPercent, roundTo, type Sign, SIGNS, tablesIn, type Term, type TermRef, total, worked } from './arithmetic';
export { type AsThen, CALCULATION_VERSION, since } from './version';
