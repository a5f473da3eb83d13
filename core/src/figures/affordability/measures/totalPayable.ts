import { say } from '../../../basis/words/index';
import type { Term } from '../../../basis/arithmetic/index';
import { requestLacks, type Costs } from '../../../lending/costs/index';
import { type MeasureKind } from './measure';
import { amountTerm } from './lines';
export const totalPayable: MeasureKind = {
  label: 'Total payable',
  means: say('affordability.allPaymentsAndFeesAre'),
  unit: 'money',
  work: ({ costs, file }) => (costs ? totalTerms(costs) : requestLacks(file)),
};

function totalTerms(costs: Costs): Term[] {
  return [
    amountTerm(costs.amount),
    ...costs.fees.map<Term>(({ rule, term }) =>
      rule.paid === 'withheld' ? { ...term, sign: '·', note: say('affordability.soAmount', { note: term.note ?? '' }) } : term,
    ),
    { label: say('affordability.interestOverTerm'), sign: '+', value: costs.schedule.totalInterest, unit: 'money', ref: 'interest' },
  ];
}
