import { IPMT, PMT, PPMT } from '@formulajs/formulajs';
import { Decimal } from 'decimal.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { firstPeriod, levelPayment } from './index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { schedule } from '../parts/index';

const terms = (principal: number, annualRate: number, payments: number) => ({
  principal: minor(principal),
  annualRate,
  payments,
  advanceOn: isoDate('2026-03-01'),
  firstPaymentOn: isoDate('2026-04-01'),
});

describe('level payment', () => {
  // The consumer handbooks' standing examples of a level mortgage payment; the figures are quoted from memory.
  it.each([
    [10_000_000, 0.06, 360, 59_955],
    [20_000_000, 0.06, 360, 119_910],
    [10_000_000, 0.07, 360, 66_530],
    [10_000_000, 0.08, 180, 95_565],
  ])('of %i cents at %d over %i months is %i', (principal, rate, payments, expected) => {
    expect(levelPayment(minor(principal), rate, payments)).toBe(expected);
  });

  it('agrees with a spreadsheet library to the cent for any terms', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50_000, max: 500_000_000 }),
        fc.integer({ min: 1, max: 3000 }),
        fc.integer({ min: 1, max: 480 }),
        (principal, basisPoints, payments) => {
          const reference = -Number(PMT(basisPoints / 10_000 / 12, payments, principal));
          expect(Math.abs(levelPayment(minor(principal), basisPoints / 10_000, payments) - reference)).toBeLessThanOrEqual(0.5001);
        },
      ),
    );
  });

  it('divides evenly where there is no interest', () => {
    expect(levelPayment(minor(100_000), 0, 3)).toBe(33_333);
  });
  it('is what exact decimals give, for any loan and any first period', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 5_000_000_000 }),
        fc.integer({ min: 1, max: 4000 }),
        fc.integer({ min: 1, max: 600 }),
        fc.record({ months: fc.integer({ min: 0, max: 3 }), days: fc.integer({ min: 0, max: 30 }) }),
        (principal, basisPoints, payments, period) => {
          const rate = new Decimal(basisPoints).div(10_000);
          const monthly = rate.div(12);
          const first = monthly.times(period.months).plus(rate.times(period.days).div(365));
          const later = new Decimal(1).minus(monthly.plus(1).pow(-(payments - 1))).div(monthly);
          const exact = new Decimal(principal).times(first.plus(1)).div(later.plus(1)).toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber();
          expect(levelPayment(minor(principal), rate.toNumber(), payments, period)).toBe(exact);
        },
      ),
      { numRuns: 2000 },
    );
  });

  it.each([
    [0, 0.05, 12],
    [-5, 0.05, 12],
    [1000, -0.01, 12],
    [1000, 0.05, 0],
    [1000, 0.05, 601],
    [1000, 0.05, 1.5],
  ])('refuses principal %d, rate %d, %d payments', (principal, rate, payments) => {
    expect(() => levelPayment(minor(principal), rate, payments)).toThrow(RangeError);
  });
});

describe('schedule', () => {
  it('splits each payment like a spreadsheet library does, within the cents that rounding moves', () => {
    const { rows } = schedule(terms(2_500_000, 0.0795, 60));
    for (const row of rows.slice(0, 59)) {
      expect(Math.abs(row.interest + Number(IPMT(0.0795 / 12, row.number, 60, 2_500_000)))).toBeLessThan(2);
      expect(Math.abs(row.principal + Number(PPMT(0.0795 / 12, row.number, 60, 2_500_000)))).toBeLessThan(2);
    }
  });

  it('pays off exactly: principal parts add up, the last balance is zero, the last payment settles', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10_000, max: 1_000_000_000 }),
        fc.integer({ min: 0, max: 4000 }),
        fc.integer({ min: 1, max: 420 }),
        fc.integer({ min: 1, max: 75 }),
        (principal, basisPoints, payments, days) => {
          const firstPaymentOn = isoDate(new Date(Date.UTC(2026, 2, 1 + days)).toISOString().slice(0, 10));
          const made = schedule({ ...terms(principal, basisPoints / 10_000, payments), firstPaymentOn });
          expect(made.rows.reduce((sum, row) => sum + row.principal, 0)).toBe(principal);
          expect(made.rows.at(-1)?.balance).toBe(0);
          expect(made.totalPayable - made.totalInterest).toBe(principal);
          for (const row of made.rows) expect(row.payment).toBe(row.interest + row.principal);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('keeps the last payment near the others when the first period is long', () => {
    const made = schedule({ ...terms(2_500_000, 0.0795, 60), firstPaymentOn: isoDate('2026-04-20') });
    expect(Math.abs((made.rows.at(-1)?.payment ?? 0) - made.payment)).toBeLessThan(60);
    expect(made.firstPeriod).toEqual({ months: 1, days: 19 });
    // 25,000.00 × 7.95 % × (1/12 + 19/365), by hand: 165.625 + 103.459 = 269.08
    expect(made.rows[0]?.interest).toBe(26_908);
  });

  it('costs less when the first period is short', () => {
    const short = schedule({ ...terms(2_500_000, 0.0795, 60), firstPaymentOn: isoDate('2026-03-11') });
    expect(short.firstPeriod).toEqual({ months: 0, days: 10 });
    expect(short.totalInterest).toBeLessThan(schedule(terms(2_500_000, 0.0795, 60)).totalInterest);
  });

  it('falls on the month’s last day where the month is shorter', () => {
    const made = schedule({ ...terms(100_000, 0.05, 4), advanceOn: isoDate('2026-12-31'), firstPaymentOn: isoDate('2027-01-31') });
    expect(made.rows.map((row) => row.dueOn)).toEqual(['2027-01-31', '2027-02-28', '2027-03-31', '2027-04-30']);
  });

  it('refuses a first payment on the day of the advance', () => {
    expect(() => firstPeriod(isoDate('2026-03-01'), isoDate('2026-03-01'))).toThrow(/after the advance/);
  });
});
