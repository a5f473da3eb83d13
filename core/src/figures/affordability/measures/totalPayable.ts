import type { Term } from '../../../basis/arithmetic/index';
import { requestLacks, type Costs } from '../../../lending/costs/index';
import { type MeasureKind } from './measure';
import { amountTerm } from './lines';
export const totalPayable: MeasureKind = {
  label: 'Total payable',
  means: 'All payments, and fees that are paid beforehand (Directive 2008/48/EC, Article 3 (h)).',
  unit: 'money',
  work: ({ costs, file }) => (costs ? totalTerms(costs) : requestLacks(file)),
};

function totalTerms(costs: Costs): Term[] {
  return [
    amountTerm(costs.amount),
    ...costs.fees.map<Term>(({ rule, term }) => (rule.paid === 'withheld' ? { ...term, sign: '·', note: `${term.note ?? ''}, so it is in the amount` } : term)),
    { label: 'Interest over the term', sign: '+', value: costs.schedule.totalInterest, unit: 'money', ref: 'interest' },
  ];
}
