import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { costRules, sampleFile, TODAY } from '../../../test/sample';
import { minor } from '../../basis/money/index';
import type { FeeRule } from '../../file/product/index';
import { costsOf } from '../costs/index';
import { disclosureOf } from './index';

const fee = (code: string, flat: number, paid: FeeRule['paid'], inRate: boolean): FeeRule => ({
  code,
  label: code,
  brackets: [{ from: minor(0), flat: minor(flat), share: 0 }],
  paid,
  inRate,
});
const fileWith = (fees: FeeRule[], values: { payees?: ReturnType<typeof sampleFile>['payees'] } = {}) => {
  const base = sampleFile();
  return { ...base, ...values, product: { ...base.product, costs: costRules({ fees }) } };
};
const PAID = ['withheld', 'financed', 'beforehand'] as const;

describe('what is disclosed before somebody is bound', () => {
  it('amount financed, finance charge and total of payments, by hand: 20,000.00, 90.00 taken as a finance charge, 40.00 as none', () => {
    const made = disclosureOf(fileWith([fee('arrangement', 9_000, 'withheld', true), fee('register', 4_000, 'withheld', false)]), TODAY);
    const total = costsOf(fileWith([]), TODAY)?.schedule.totalPayable ?? 0;
    // 12 CFR 1026.18(b): the loan less what is prepaid; the register's fee goes to others and stays in it.
    expect(made).toMatchObject({ amountFinanced: 1_991_000, totalOfPayments: total, financeCharge: total - 1_991_000 });
    expect(made?.itemized.fees).toEqual([{ label: 'register', amount: 4_000 }]);
    expect(made?.itemized.prepaid).toEqual([{ label: 'arrangement', amount: 9_000 }]);
    expect(made?.itemized.to.map(({ amount }) => amount)).toEqual([1_987_000]);
  });
  it('add up for any fees, and the rate discounts the payments back to the amount financed (12 CFR 1026.22(a), appendix J)', () => {
    const anyFee = fc.record({ flat: fc.integer({ min: 0, max: 80_000 }), paid: fc.constantFrom(...PAID), inRate: fc.boolean() });
    fc.assert(
      fc.property(fc.array(anyFee, { maxLength: 4 }), (fees) => {
        const file = fileWith(fees.map(({ flat, paid, inRate }, at) => fee(`fee-${at}`, flat, paid, inRate)));
        const made = disclosureOf(file, TODAY);
        const costs = costsOf(file, TODAY);
        if (!made || !costs) throw new Error('it can be worked');
        expect(made.amountFinanced + made.financeCharge).toBe(made.totalOfPayments);
        expect(made.payments.reduce((sum, { count, amount }) => sum + count * amount, 0)).toBe(made.totalOfPayments);
        const { to, fees: others, prepaid } = made.itemized;
        const sum = (lines: readonly { amount: number }[]) => lines.reduce((so, { amount }) => so + amount, 0);
        const ahead = costs.fees.reduce((so, { rule, amount }) => so + (rule.inRate && rule.paid === 'beforehand' ? amount : 0), 0);
        expect(sum(to) + sum(others) + sum(prepaid) - ahead).toBe(costs.principal);
        // Twelve periods a year and a first payment one period after the advance: the plainest form of the law's equation.
        const rate = (made.rate ?? NaN) / 12;
        const value = costs.schedule.rows.reduce((so, { payment }, at) => so + payment / (1 + rate) ** (at + 1), 0);
        expect(Math.abs(value - made.amountFinanced)).toBeLessThan(made.amountFinanced * 2e-6 + 1);
      }),
      { numRuns: 200 },
    );
  });
  it('says where the money goes, to each payee', () => {
    const payee = {
      id: 'yard',
      createdAt: '',
      kind: 'supplier' as const,
      name: 'Tidewrack Boatyard',
      routing: '011000015',
      account: { tail: '1234' },
      amount: minor(500_000),
      reference: null,
    };
    expect(disclosureOf(fileWith([], { payees: [payee] }), TODAY)?.itemized.to.map(({ name, amount }) => [name, amount])).toEqual([
      ['Ida Holm', 1_500_000],
      ['Tidewrack Boatyard', 500_000],
    ]);
  });
});
