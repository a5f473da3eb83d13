import { say, type Words } from '../../../basis/words/index';
import type { Term } from '../../../basis/arithmetic/index';
import { requestLacks, type Costs, advancesOf, ratedOn } from '../../../lending/costs/index';
import { type Base } from '../base';
import { type MeasureKind } from './measure';
import { amountTerm, owedAtFirst } from './lines';
export const apr: MeasureKind = {
  label: 'Annual percentage rate',
  means: say('affordability.rateAtWhichAllPayments'),
  unit: 'ratio',
  work: (base) => (base.costs ? rateLines(base, base.costs) : requestLacks(base.file)),
};

function rateLines(base: Base, costs: Costs): Term[] | Words {
  const method = base.file.pack.rateMethod;
  const rated = ratedOn(costs, method, base.file);
  if (rated === null) return say('affordability.amountAboveFees');
  const charges = costs.fees.filter(({ rule }) => rule.inRate);
  const paid = costs.schedule.rows.filter(({ payment }) => payment > 0).length;
  const advanced = advancesOf(costs).reduce((so, { amount }) => so + amount, 0);
  const lines: Term[] = [
    { ...(owedAtFirst(base) ?? amountTerm(costs.principal)), sign: '·' },
    ...charges.map<Term>(({ term }) => ({ ...term, sign: '·', note: say('affordability.financeChargeWhichComesOff') })),
    {
      label: costs.parts.length > 1 ? say('affordability.advancedAll') : say('affordability.paidOutAsRateCounts'),
      sign: '·',
      value: advanced,
      unit: 'money',
      ref: 'advanced',
    },
  ];
  const {
    rate,
    scale: { unit, perYear },
  } = rated;
  if (unit === null)
    return [
      ...lines,
      {
        label: say('affordability.rateYear'),
        sign: '+',
        value: Number(rate.toFixed(12)),
        unit: 'count',
        ref: 'rate',
        note: say('affordability.atWhichPaymentsAreWorth', { paid }),
      },
    ];
  return [
    ...lines,
    {
      label:
        unit.length === 1 ? say('affordability.rateMonth', { unit: unit.kind }) : say('affordability.rateMonths', { length: unit.length, unit: unit.kind }),
      sign: '+',
      value: Number((rate / perYear).toFixed(12)),
      unit: 'count',
      ref: 'rate',
      note: say('affordability.atWhichPaymentsAreWorth2', { paid }),
    },
    { label: say('affordability.themYear'), sign: '×', value: Number(perYear.toFixed(6)), unit: 'count', ref: 'ratePeriods' },
  ];
}
