import { unitPeriodsInYear } from '../../../credit/apr/index';
import type { Term } from '../../../basis/arithmetic/index';
import { requestLacks, type Costs, annualPercentageRate, advancesOf, unitPeriodOf } from '../../../lending/costs/index';
import { type Base } from '../base';
import { type MeasureKind } from './measure';
import { amountTerm, owedAtFirst } from './lines';
export const apr: MeasureKind = {
  label: 'Annual percentage rate',
  means:
    'The rate at which all payments are worth what is paid out, less fees that are finance charges (12 CFR 1026 Appendix J, or Directive 2008/48/EC Annex I).',
  unit: 'ratio',
  work: (base) => (base.costs ? rateLines(base, base.costs) : requestLacks(base.file)),
};

const UNIT_NAME = { months: 'month', weeks: 'week', days: 'day' };

function rateLines(base: Base, costs: Costs): Term[] | string {
  const method = base.file.pack.rateMethod;
  const rate = annualPercentageRate(costs, method);
  if (rate === null) return 'an amount above the fees';
  const charges = costs.fees.filter(({ rule }) => rule.inRate);
  const paid = costs.schedule.rows.filter(({ payment }) => payment > 0).length;
  const advanced = advancesOf(costs).reduce((so, { amount }) => so + amount, 0);
  const lines: Term[] = [
    { ...(owedAtFirst(base) ?? amountTerm(costs.principal)), sign: '·' },
    ...charges.map<Term>(({ term }) => ({ ...term, sign: '·', note: 'a finance charge, which comes off' })),
    { label: costs.parts.length > 1 ? 'Advanced in all' : 'Paid out, as the rate counts it', sign: '·', value: advanced, unit: 'money', ref: 'advanced' },
  ];
  if (method === 'directive')
    return [
      ...lines,
      {
        label: 'Rate of a year',
        sign: '+',
        value: Number(rate.toFixed(12)),
        unit: 'count',
        ref: 'rate',
        note: `at which ${paid} payments are worth what is advanced (Directive 2008/48/EC, Annex I)`,
      },
    ];
  const unit = unitPeriodOf(costs);
  const inYear = unitPeriodsInYear(unit);
  return [
    ...lines,
    {
      label: unit.length === 1 ? `Rate of a ${UNIT_NAME[unit.kind]}` : `Rate of ${unit.length} ${UNIT_NAME[unit.kind]}s`,
      sign: '+',
      value: Number((rate / inYear).toFixed(12)),
      unit: 'count',
      ref: 'rate',
      note: `at which ${paid} payments are worth what is advanced (12 CFR 1026 Appendix J)`,
    },
    { label: 'Of them in a year', sign: '×', value: Number(inYear.toFixed(6)), unit: 'count', ref: 'ratePeriods' },
  ];
}
