import { say } from '../../../basis/words/index';
import { total } from '../../../basis/arithmetic/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLine } from './lines';
export const dtiBefore: MeasureKind = {
  label: 'Debt-to-income before',
  means: say('affordability.debtObligationsMonthWithoutThis'),
  unit: 'ratio',
  work: (base) => (total(base.income) > 0 ? [sumLine(say('affordability.obligationsMonth'), '+', base.before), incomeLine(base, '÷')] : NO_INCOME),
};
