import { describe, expect, it } from 'vitest';
import { affordability } from './index';
import { levelPayment } from '../../credit/loan/index';
import { minor } from '../../basis/money/index';
import { type ProductDefinition } from '../../file/product/index';
import { aDebt, anIncome, costRules, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('the loan origination example of the Decision Model and Notation standard', () => {
  // OMG, Decision Model and Notation, chapter "Example": affordability is whether disposable income (income less repayments
  // and expenses) times the credit contingency factor (high risk 0.6, medium 0.7, low 0.8) exceeds the required monthly
  // instalment; the applicant has 10,000.00 a month, 2,500.00 of repayments and 3,000.00 of expenses and asks for 100,000.00
  // at 8 % over 36 months. From memory of the standard.
  it('its instalment and its disposable income', () => {
    expect(levelPayment(units(100_000), 0.08, 36)).toBe(units(3133.64));
    const file = sampleFile({
      incomes: [anIncome({ amount: units(10_000), frequency: 'monthly' })],
      debts: [aDebt({ payment: units(2500) })],
      livingCosts: [{ id: 'c', createdAt: '', category: 'Other', monthly: units(3000) }],
      product: withProduct({
        costs: costRules({ parts: [{ kind: 'level', label: 'Level', annualRate: 0.08, stressAdded: 0, months: { least: 6, most: 120 } }], fees: [] }),
        measures: ['moneyLeft'],
      }),
      request: { ...sampleFile().request, amount: units(100_000), termMonths: 36 },
    });
    const left = affordability(file, TODAY).figures[0]?.value ?? 0;
    const disposable = left + units(3133.64);
    expect(disposable).toBe(units(4500));
    expect([0.6, 0.7, 0.8].map((factor) => disposable * factor > units(3133.64))).toEqual([false, true, true]);
  });
});
