import { describe, expect, it } from 'vitest';
import { annualPercentageRate, costOf, totalPayableOf } from '../costs/index';
import { astray } from '../../basis/arithmetic/index';
import { feesFor } from './index';
import { minor } from '../../basis/money/index';
import { costed, withParts } from '../../../test/sample';

describe('fees', () => {
  const rule = { code: 'fee', label: 'Fee', paid: 'financed' as const, inRate: true };
  const brackets = [
    { from: minor(0), flat: minor(10_000), share: 0 },
    { from: minor(1_000_000), flat: minor(5_000), share: 0.01 },
  ];
  it.each([
    [999_999, 10_000],
    [1_000_000, 15_000],
    [1_234_567, 17_346],
    [9_000_000, 50_000],
  ])('by bracket: of %i it is %i', (amount, expected) => {
    const [fee] = feesFor([{ ...rule, brackets, most: minor(50_000) }], minor(amount));
    expect(fee?.amount).toBe(expected);
    expect(astray(fee?.term ?? { label: '', value: NaN, unit: 'money' })).toEqual([]);
  });
  it('financed ones are owed and bear interest; the rate counts only finance charges', () => {
    const fees = (paid: 'financed' | 'withheld' | 'beforehand', inRate: boolean) =>
      costed(
        withParts([{ kind: 'level', amount: minor(2_000_000), termMonths: 60 }], {
          fees: [{ ...rule, paid, inRate, brackets: [{ from: minor(0), flat: minor(30_000), share: 0 }] }],
        }),
      );
    const financed = fees('financed', true);
    expect(financed).toMatchObject({ principal: 2_030_000, paidOut: 2_000_000 });
    expect(totalPayableOf(financed)).toBe(financed.schedule.totalPayable);
    const withheld = fees('withheld', true);
    expect(withheld).toMatchObject({ principal: 2_000_000, paidOut: 1_970_000 });
    // What is taken from the pay-out is paid back with the amount: it is paid once.
    expect(totalPayableOf(withheld)).toBe(withheld.schedule.totalPayable);
    expect(costOf(withheld)).toBe(withheld.schedule.totalInterest + 30_000);
    expect(costOf(financed)).toBe(financed.schedule.totalInterest + 30_000);
    expect(totalPayableOf(fees('beforehand', true))).toBe(withheld.schedule.totalPayable + 30_000);
    expect(costOf(fees('beforehand', true))).toBe(withheld.schedule.totalInterest + 30_000);
    expect(annualPercentageRate(withheld, 'regulationZ') ?? 0).toBeGreaterThan(0.06);
    for (const outside of [fees('withheld', false), fees('beforehand', false), fees('financed', false)])
      expect(annualPercentageRate(outside, 'regulationZ')).toBeCloseTo(0.06, 5);
    expect(annualPercentageRate(fees('beforehand', true), 'regulationZ')).toBeCloseTo(annualPercentageRate(withheld, 'regulationZ') ?? 0, 9);
  });
});
