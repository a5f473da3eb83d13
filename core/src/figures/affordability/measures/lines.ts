import { feesPaid } from '../../../lending/fees/index';
import { total } from '../../../basis/arithmetic/index';
import { valueTerms } from '../../../lending/securities/index';
import type { Term } from '../../../basis/arithmetic/index';
import { type Base } from '../base';
import type { AffordabilityInput } from '../input';
import { sumLine } from '../asked';
export const amountTerm = (amount: number): Term => ({
  label: 'Amount',
  sign: '+',
  value: amount,
  unit: 'money',
  place: { chapter: 'request', anchor: 'amount' },
  ref: 'amount',
});

export const yearOf = (base: Base, sign: Term['sign']): Term => ({
  label: 'Income a year before tax that counts',
  sign,
  value: base.gross * 12,
  unit: 'money',
  terms: [sumLine('A month', '+', base.grossLines), { label: 'Months in a year', sign: '×', value: 12, unit: 'count' }],
});

/** What a loan is measured against: the value of the securities, or the price where there are none. */
export function pledged(file: AffordabilityInput): Term | null {
  const values = valueTerms(file);
  if (values.length > 0 || file.securities.length > 0) return total(values) > 0 ? sumLine('Value of the securities', '÷', values) : null;
  const { price } = file.request;
  if (price === null || price <= 0) return null;
  return { label: 'Price', sign: '÷', value: price, unit: 'money', place: { chapter: 'request', anchor: 'price' } };
}

/** What is owed on the day of the advance: the amount with fees that are added to it. */
export function owedAtFirst({ file, costs }: Base): Term | null {
  const { amount } = file.request;
  if (amount === null || amount <= 0) return null;
  const financed = costs ? feesPaid(costs.fees, 'financed') : 0;
  if (!costs || financed === 0) return amountTerm(amount);
  return {
    label: 'Amount with the fees added to it',
    sign: '+',
    value: costs.principal,
    unit: 'money',
    ref: 'principal',
    terms: [
      amountTerm(costs.amount),
      {
        label: 'Fees added to it',
        sign: '+',
        value: financed,
        unit: 'money',
        terms: costs.fees.filter(({ rule }) => rule.paid === 'financed').map(({ term }) => term),
      },
    ],
  };
}

export const NO_INCOME = 'an income that counts';

export const incomeLabel = ({ file }: Base): string =>
  file.product.income.basis === 'net' ? 'Income a month after tax that counts' : 'Income a month that counts';

/** Income that counts, as what something is divided by or taken off. */
export const incomeLine = (base: Base, sign: Term['sign']): Term => sumLine(incomeLabel(base), sign, base.income);
