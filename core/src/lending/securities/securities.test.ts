import type { LegalForm } from '../request/index';
import { BLANK_ROW } from '../../file/details/index';
import { describe, expect, it } from 'vitest';
import { affordability } from '../../figures/affordability/index';
import { astray, total } from '../../basis/arithmetic/index';
import { type FileState } from '../../file/state/index';
import { lendingValueTerms } from './index';
import { minor, type Minor } from '../../basis/money/index';
import { payrollLoan } from '../business/index';
import { type Measure } from '../../file/product/index';
import { aDebt, aSecurity, product, sampleFile, TODAY } from '../../../test/sample';

describe('securities and businesses', () => {
  const securities = [aSecurity({ value: minor(3_000_000), priorCharges: minor(400_000) }), aSecurity({ id: 'b', kind: 'deposit', value: minor(200_000) })];
  const measures: Measure[] = ['ltv', 'combinedLtv', 'lendingValue'];
  const file = sampleFile({ securities, product: { ...product, measures } });
  const value = (of: FileState, measure: Measure) => affordability(of, TODAY).figures.find((figure) => figure.measure === measure)?.value;

  it('loan-to-value, combined, and against what may be lent', () => {
    expect(value(file, 'ltv')).toBe(Number((2_000_000 / 3_200_000).toFixed(6)));
    expect(value(file, 'combinedLtv')).toBe(Number((2_400_000 / 3_200_000).toFixed(6)));
    // 70 % of 30,000.00 less 4,000.00, and all of 2,000.00.
    expect(total(lendingValueTerms(file))).toBe(1_700_000 + 200_000);
    expect(value(file, 'lendingValue')).toBe(Number((2_000_000 / 1_900_000).toFixed(6)));
    for (const { label, value: result, unit, terms } of affordability(file, TODAY).figures)
      expect(astray({ label, value: result ?? NaN, unit, terms })).toEqual([]);
  });
  it('charges take no more than there is', () => {
    const charged = { ...file, securities: [aSecurity({ value: minor(100_000), priorCharges: minor(900_000) })] };
    expect(total(lendingValueTerms(charged))).toBe(0);
    expect(value(charged, 'lendingValue')).toBeNull();
  });

  const paid = (id: string, values: Record<string, unknown>) => ({ id, createdAt: '', ...BLANK_ROW.payroll, kind: 'employee' as const, ...values });
  // 85 FR 20811 III.2.f, the agency's example of an employee-only payroll: 120,000.00 a year is 10,000.00 a month, times 2.5
  // is 25,000.00; from memory. Its second: 1,500,000.00 with nobody above 100,000.00 is 125,000.00, times 2.5 is 312,500.00.
  it('lends two and a half months of average payroll', () => {
    expect(payrollLoan({ ...file, payrolls: [paid('a', { yearlyPay: minor(6_000_000) }), paid('b', { yearlyPay: minor(6_000_000) })] })).toBe(2_500_000);
    expect(payrollLoan({ ...file, payrolls: Array.from({ length: 15 }, (_, at) => paid(`p${at}`, { yearlyPay: minor(10_000_000) })) })).toBe(31_250_000);
  });
  it('caps each person, and counts owners as the legal form says', () => {
    const payrolls = [paid('a', { yearlyPay: minor(18_000_000) }), paid('o', { kind: 'owner', yearlyPay: minor(2_400_000), profitShare: minor(4_800_000) })];
    const loan = (legalForm: LegalForm | null): Minor | null => payrollLoan({ ...file, payrolls, request: { ...file.request, legalForm } });
    expect(loan('soleProprietor')).toBe(Math.round(((10_000_000 + 4_800_000) / 12) * 2.5));
    expect(loan('corporation')).toBe(Math.round(Math.round((10_000_000 + 2_400_000) / 12) * 2.5));
    expect(
      payrollLoan({
        ...file,
        payrolls: [paid('o', { kind: 'owner', profitShare: minor(-900_000) })],
        request: { ...file.request, legalForm: 'soleProprietor' },
      }),
    ).toBe(0);
    expect(payrollLoan(file)).toBeNull();
  });
  it('covers debt service from the newest accounts', () => {
    const account = {
      id: 'y1',
      createdAt: '',
      ...BLANK_ROW.account,
      yearEnd: TODAY,
      revenue: minor(20_000_000),
      costs: minor(18_000_000),
      depreciation: minor(1_200_000),
      interest: minor(400_000),
      drawings: minor(2_400_000),
    };
    const older = { ...account, id: 'y0', yearEnd: null, revenue: minor(1) };
    const business: FileState = {
      ...file,
      product: { ...product, measures: ['debtServiceCover'] },
      accounts: [older, account],
      debts: [aDebt({ kind: 'businessLoan', payment: minor(50_000) })],
    };
    const [figure] = affordability(business, TODAY).figures;
    // (200,000 − 180,000 + 12,000 + 4,000 − 24,000) ÷ 12 = 1,000.00 over 500.00 and the payment of 386.66.
    expect(figure?.value).toBe(Number((100_000 / (50_000 + 38_666)).toFixed(4)));
    expect(astray({ label: 'cover', value: figure?.value ?? NaN, unit: 'times', terms: figure?.terms ?? [] })).toEqual([]);
  });
});
