import { Decimal } from 'decimal.js';
import { addMonths, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
import { minor, proportion, type Minor } from '../../basis/money/index';

/** A level-payment loan with monthly payments. `annualRate` is a decimal fraction with at most eight decimals (0.0825 = 8.25 %). */
export interface LoanTerms {
  principal: Minor;
  annualRate: number;
  payments: number;
  advanceOn: IsoDate;
  firstPaymentOn: IsoDate;
}

export interface ScheduleRow {
  number: number;
  dueOn: IsoDate;
  payment: Minor;
  interest: Minor;
  principal: Minor;
  balance: Minor;
}

/** Payments in order, and what they come to. */
export interface Schedule {
  payment: Minor;
  rows: ScheduleRow[];
  totalPayable: Minor;
  totalInterest: Minor;
}

/** The time from the advance to the first payment: whole months, and the days left over at the start. */
export interface FirstPeriod {
  months: number;
  days: number;
}

const DAYS_IN_YEAR = 365;
export const MAX_PAYMENTS = 600;

/**
 * Splits the first period, counted back from the first payment: the greatest number of whole months, then days.
 * Counting back is how 12 CFR 1026 Appendix J (b)(5) finds odd days.
 * @throws RangeError when the first payment is not after the advance.
 */
export function firstPeriod(advanceOn: IsoDate, firstPaymentOn: IsoDate): FirstPeriod {
  if (daysBetween(advanceOn, firstPaymentOn) <= 0) throw new RangeError('The first payment must fall after the advance');
  const months = monthsBack(advanceOn, firstPaymentOn);
  return { months, days: daysBetween(advanceOn, addMonths(firstPaymentOn, -months)) };
}

/**
 * The level payment of an annuity, where the first period may be longer or shorter than a month.
 * Simple interest runs over the first period: a twelfth of the rate for each whole month and rate/365 for each odd day.
 * With a first period of one month this is the closed formula P·i / (1 − (1+i)^−n).
 * @returns minor units, rounded half away from zero.
 * @throws RangeError for a principal, rate or count outside its range.
 */
export function levelPayment(principal: Minor, annualRate: number, payments: number, period: FirstPeriod = { months: 1, days: 0 }): Minor {
  checkTerms(principal, annualRate, payments);
  if (annualRate === 0) return proportion(principal, 1, payments);
  const near = principal * paymentFactor(annualRate, payments, period);
  // Doubles are right to a hair; only where that hair could lie across a half is the payment worked in decimals.
  if (Math.abs(near - Math.floor(near) - 0.5) > Math.max(1e-4, principal * 1e-11)) return minor(Math.round(near));
  const rate = new Decimal(annualRate);
  const monthly = rate.div(12);
  const first = monthly.times(period.months).plus(rate.times(period.days).div(DAYS_IN_YEAR));
  const laterPayments = new Decimal(1).minus(monthly.plus(1).pow(-(payments - 1))).div(monthly);
  const exact = new Decimal(principal).times(first.plus(1)).div(laterPayments.plus(1));
  return minor(exact.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber());
}

/** The level payment for each unit of the principal, by the formula of `levelPayment`, in double precision and not rounded. */
export function paymentFactor(annualRate: number, payments: number, period: FirstPeriod): number {
  if (annualRate === 0) return 1 / payments;
  const monthly = annualRate / 12;
  const first = monthly * period.months + (annualRate * period.days) / DAYS_IN_YEAR;
  const laterPayments = -Math.expm1(-(payments - 1) * Math.log1p(monthly)) / monthly;
  return (1 + first) / (laterPayments + 1);
}

function checkTerms(principal: Minor, annualRate: number, payments: number): void {
  if (principal <= 0) throw new RangeError('The amount must be above zero');
  if (!(annualRate >= 0 && annualRate <= 10)) throw new RangeError('The yearly rate must lie between 0 and 10 (1,000 %)');
  if (!Number.isInteger(payments) || payments < 1 || payments > MAX_PAYMENTS) throw new RangeError(`The term must be 1 to ${MAX_PAYMENTS} months`);
}
