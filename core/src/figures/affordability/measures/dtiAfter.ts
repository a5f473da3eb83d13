import { say } from '../../../basis/words/index';
import { total } from '../../../basis/arithmetic/index';
import { requestLacks } from '../../../lending/costs/index';
import { sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLine } from './lines';
export const dtiAfter: MeasureKind = {
  label: 'Debt-to-income after',
  means: say('affordability.debtObligationsMonthWithThis'),
  unit: 'ratio',
  work(base) {
    if (!base.asked) return requestLacks(base.file);
    return total(base.income) > 0 ? [sumLine(say('affordability.obligationsMonth'), '+', [...base.kept, base.asked]), incomeLine(base, '÷')] : NO_INCOME;
  },
};
