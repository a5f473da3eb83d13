import { total } from '../../../basis/arithmetic/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLine } from './lines';
export const dtiBefore: MeasureKind = {
  label: 'Debt-to-income before',
  means: 'Debt obligations a month, without this request, over the income that counts (12 CFR 1026.43(c)(7)).',
  unit: 'ratio',
  work: (base) => (total(base.income) > 0 ? [sumLine('Obligations a month', '+', base.before), incomeLine(base, '÷')] : NO_INCOME),
};
