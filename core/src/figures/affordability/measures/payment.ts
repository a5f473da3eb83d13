import { say } from '../../../basis/words/index';
import { Decimal } from 'decimal.js';
import { roundTo } from '../../../basis/arithmetic/index';
import { firstPeriod, paymentFactor } from '../../../credit/loan/index';
import type { Term } from '../../../basis/arithmetic/index';
import { requestLacks, type Costs, isPlain } from '../../../lending/costs/index';
import { type Base } from '../base';
import { type MeasureKind } from './measure';
import { amountTerm, owedAtFirst } from './lines';
export const payment: MeasureKind = {
  label: 'Monthly payment',
  labelOfRent: 'Own share of the rent',
  means: say('affordability.whatAllPartsTakeMonth'),
  unit: 'money',
  work(base) {
    if (base.costs) return paymentLines(base, base.costs);
    return base.asked ? [base.asked] : requestLacks(base.file);
  },
};

/** The payment by its parts; of a plain monthly loan what each unit of the amount costs, so that amount × it is the payment to the cent. */
function paymentLines(base: Base, costs: Costs): Term[] {
  const [part] = costs.parts;
  const lines = costs.parts.map(({ monthlyTerm }) => monthlyTerm);
  if (!part || costs.parts.length > 1 || !isPlain(part.terms)) return lines;
  const { principal, annualRate, periods, advanceOn, firstPaymentOn } = part.terms;
  const period = firstPeriod(advanceOn, firstPaymentOn);
  const regular = period.months === 1 && period.days === 0;
  const factor = Number(paymentFactor(annualRate, periods, period).toFixed(12));
  const note = say('affordability.yearOverMonths', { annualRate: { percent: annualRate }, periods });
  return [
    owedAtFirst(base) ?? amountTerm(principal),
    {
      label: say('affordability.paymentForEach100'),
      ref: 'paymentFactor',
      sign: '×',
      value: exactFactor(factor, principal, costs.payment),
      unit: 'count',
      note: regular
        ? say('affordability.levelPaymentFormula', { note })
        : say('affordability.firstPeriodMonthsAndDays', { note, months: period.months, days: period.days }),
    },
  ];
}

/** Twelve decimals lead to the payment but where it lies a hair from the half cent; there the quotient itself is shown. */
function exactFactor(factor: number, principal: number, payment: number): number {
  return roundTo('money', new Decimal(factor).times(principal)) === payment ? factor : payment / principal;
}
