import { say, type Words } from '../../../basis/words/index';
import { since, type Term } from '../../../basis/arithmetic/index';
import { type Base } from '../base';
import { askedLacks, sumLine } from '../asked';
import { type MeasureKind } from './measure';
import { NO_INCOME, incomeLabel } from './lines';
export const moneyLeft: MeasureKind = {
  label: 'Left each month',
  means: say('affordability.incomeCountsLessObligationsLiving'),
  unit: 'money',
  work: (base) => (base.asked ? leftOver(base, base.asked) : askedLacks(base.file, base.today)),
};

/** What is left of the income after obligations, living costs and what is asked for. */
export function leftOver(base: Base, asked: Term): Term[] | Words {
  if (base.spendable === null) return say('affordability.taxTablePlace');
  if (base.spendable.length === 0) return NO_INCOME;
  const label = since(base.file, 3) ? say('affordability.incomeMonthAfterTaxCounts') : incomeLabel(base);
  return [sumLine(label, '+', base.spendable), sumLine(say('affordability.obligationsStay'), '−', base.kept), base.living.counted, { ...asked, sign: '−' }];
}
