import { say, type Words } from '../../../basis/words/index';
import { feesPaid } from '../../../lending/fees/index';
import { total } from '../../../basis/arithmetic/index';
import { valueTerms } from '../../../lending/securities/index';
import type { Term } from '../../../basis/arithmetic/index';
import { type Base } from '../base';
import type { AffordabilityInput } from '../input';
import { sumLine } from '../asked';
export const amountTerm = (amount: number): Term => ({
  label: say('affordability.amount2'),
  sign: '+',
  value: amount,
  unit: 'money',
  place: { chapter: 'request', anchor: 'amount' },
  ref: 'amount',
});

export const yearOf = (base: Base, sign: Term['sign']): Term => ({
  label: say('affordability.incomeYearBeforeTaxCounts'),
  sign,
  value: base.gross * 12,
  unit: 'money',
  terms: [sumLine('A month', '+', base.grossLines), { label: say('affordability.monthsYear'), sign: '×', value: 12, unit: 'count' }],
});

/** What a loan is measured against: the value of the securities, or the price where there are none. */
export function pledged(file: AffordabilityInput): Term | null {
  const values = valueTerms(file);
  if (values.length > 0 || file.securities.length > 0) return total(values) > 0 ? sumLine(say('affordability.valueSecurities'), '÷', values) : null;
  const { price } = file.request;
  if (price === null || price <= 0) return null;
  return { label: say('affordability.price'), sign: '÷', value: price, unit: 'money', place: { chapter: 'request', anchor: 'price' } };
}

/** What is owed on the day of the advance: the amount with fees that are added to it. */
export function owedAtFirst({ file, costs }: Base): Term | null {
  const { amount } = file.request;
  if (amount === null || amount <= 0) return null;
  const financed = costs ? feesPaid(costs.fees, 'financed') : 0;
  if (!costs || financed === 0) return amountTerm(amount);
  return {
    label: say('affordability.amountWithFeesAdded'),
    sign: '+',
    value: costs.principal,
    unit: 'money',
    ref: 'principal',
    terms: [
      amountTerm(costs.amount),
      {
        label: say('affordability.feesAdded'),
        sign: '+',
        value: financed,
        unit: 'money',
        terms: costs.fees.filter(({ rule }) => rule.paid === 'financed').map(({ term }) => term),
      },
    ],
  };
}

export const NO_INCOME = say('affordability.incomeCounts');

export const incomeLabel = ({ file }: Base): Words =>
  file.product.income.basis === 'net' ? say('affordability.incomeMonthAfterTaxCounts') : say('affordability.incomeMonthCounts');

/** Income that counts, as what something is divided by or taken off. */
export const incomeLine = (base: Base, sign: Term['sign']): Term => sumLine(incomeLabel(base), sign, base.income);
