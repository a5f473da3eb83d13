import { say, type Words } from '../../basis/words/index';
import { PAYMENT_PERIODS } from './fields';
import type { PartKind, PaymentPeriod } from './fields';
import { Decimal } from 'decimal.js';
import { addDays, addMonths, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
import { yearPart, type DayCount, type YearPart } from '../daycount/index';
import { firstPeriod, MAX_PAYMENTS, type FirstPeriod, type LoanTerms, type Schedule, type ScheduleRow } from '../loan/index';
import { minor, proportion, scaled, type Minor } from '../../basis/money/index';

/** One part of a loan, with a schedule of its own. Rates are decimal fractions with at most eight decimals. */
export interface PartTerms {
  kind: PartKind;
  principal: Minor;
  annualRate: number;
  /** What the rate follows; null where it is fixed. */
  follows: PartRate | null;
  every: PaymentPeriod;
  /** Periods from the first payment to the last; a revolving part runs until it is paid off. */
  periods: number;
  advanceOn: IsoDate;
  firstPaymentOn: IsoDate;
  dayCount: DayCount;
  /** First periods in which only interest is paid. */
  interestOnly: number;
  /** A lower rate in the first periods. */
  promotion: { periods: number; annualRate: number } | null;
  /** Months of the year (1 to 12) in which something is paid; all when null. */
  season: readonly number[] | null;
  /** Paid with the last payment beside it. */
  balloon: Minor;
  /** Periods in which nothing is paid and interest is added to the balance; `from` counts from 1. */
  holiday: { from: number; periods: number } | null;
  /** A line that may be drawn again. */
  revolving: RevolvingTerms | null;
}

/** How a line that may be drawn again is paid. */
export interface RevolvingTerms {
  /** Each payment is this share of what is owed, and at least so much. */
  share: number;
  least: Minor;
  /** The most that may be drawn, where that is agreed; the principal is what is drawn at first. */
  limit?: Minor;
  /** The day on which the line ends: the first payment on or after it pays all that is owed then. */
  endsOn?: IsoDate;
  /** Whether the payment of the whole limit is what an applicant must be able to carry, or of what is drawn. */
  counts?: 'limit' | 'drawn';
}

/** What a rate that follows an index rests on. */
export interface PartRate {
  label: string;
  /** The day from which the value holds, and the value. */
  of: IsoDate;
  index: number;
  margin: number;
  resetMonths: number;
  floor: number | null;
  cap: number | null;
}

/** A stretch of equal payments. */
export interface PaymentStep {
  /** The number of its first payment. */
  from: number;
  payment: Minor;
}

export interface PartSchedule extends Schedule {
  /** The regular payments, in order; without the last one's difference and the balloon. */
  steps: PaymentStep[];
}

const RATE_SCALE = 100_000_000;
const MAX_PERIODS = 2_600;

/** What is wrong with the terms of a part, as its maker should read it; null when they can be worked. */
export function partProblem(terms: PartTerms): Words | null {
  const { principal, annualRate, periods, advanceOn, firstPaymentOn, balloon, holiday, interestOnly, promotion, season, kind, revolving } = terms;
  if (principal <= 0) return say('parts.amountMustAboveZero');
  if (!(annualRate >= 0 && annualRate <= 10)) return say('parts.yearlyRateMustLieBetween');
  if (firstPaymentOn <= advanceOn) return say('parts.firstPaymentMustFallAfter');
  if (kind === 'revolving') return revolving ? revolvingProblem(terms, revolving) : say('parts.revolvingPartPaidShareBalance');
  if (!Number.isInteger(periods) || periods < 1 || periods > MAX_PERIODS) return say('parts.termTooShortOrToo');
  if (balloon < 0 || balloon >= principal) return say('parts.finalBalloonMustLessThan');
  if (interestOnly >= periods) return say('parts.interestAloneCantPaidEnd');
  if (promotion && promotion.periods >= periods) return say('parts.promotionMustEndBeforeLast');
  if (season && season.length === 0) return say('parts.atLeastOneMonthYear');
  if (holiday && holiday.from + holiday.periods > periods) return say('parts.paymentHolidayMustEndBefore');
  return season && !isPaidInSeason(terms) ? say('parts.noPaymentFallsWithinTerm') : null;
}

function revolvingProblem({ principal, firstPaymentOn }: PartTerms, { share, least, limit, endsOn }: RevolvingTerms): Words | null {
  if (share <= 0 && least <= 0) return say('parts.revolvingPartPaidShareBalance');
  if (limit !== undefined && limit < principal) return say('parts.drawnIsOverLimit');
  return endsOn !== undefined && endsOn < firstPaymentOn ? say('parts.lineEndsBeforeFirstPayment') : null;
}

/** Whether any payment falls into the season; a year of payments shows it. */
function isPaidInSeason(terms: PartTerms): boolean {
  const { periods, interestOnly, every } = terms;
  const shown = Math.min(periods, interestOnly + (terms.holiday?.periods ?? 0) + PAYMENT_PERIODS[every].perYear);
  return Array.from({ length: shown }, (_, at) => at + 1).some((number) => number > interestOnly && isPaid(terms, number, dueDate(terms, number)));
}

/** The day on which a payment falls due, counted from the first. */
export function dueDate({ every, firstPaymentOn }: Pick<PartTerms, 'every' | 'firstPaymentOn'>, number: number): IsoDate {
  const period = PAYMENT_PERIODS[every];
  if ('weeks' in period) return addDays(firstPaymentOn, period.weeks * 7 * (number - 1));
  return addMonths(firstPaymentOn, period.months * (number - 1));
}

/** One period after a date. */
export const onePeriodAfter = (every: PaymentPeriod, date: IsoDate): IsoDate => dueDate({ every, firstPaymentOn: date }, 2);

/** Periods that a term of months comes to: 60 months are 260 weeks. */
export const periodsIn = (every: PaymentPeriod, months: number): number => Math.max(1, Math.round((months * PAYMENT_PERIODS[every].perYear) / 12));

/** The part of a year that a period takes: the first from the advance, the others from the payment before. */
function periodPart(terms: PartTerms, number: number, from: IsoDate, to: IsoDate): YearPart {
  const { dayCount, every } = terms;
  if (dayCount !== 'equalPeriods') return yearPart(dayCount, from, to);
  const period = PAYMENT_PERIODS[every];
  if (number > 1) return { numerator: 1, denominator: period.perYear };
  if ('weeks' in period) {
    const days = daysBetween(from, to);
    const whole = Math.floor(days / (period.weeks * 7));
    return { numerator: whole * 365 + (days - whole * period.weeks * 7) * period.perYear, denominator: period.perYear * 365 };
  }
  const months = monthsBack(from, to);
  return { numerator: months * 365 + daysBetween(from, addMonths(to, -months)) * 12, denominator: 12 * 365 };
}

function isPaid({ season, holiday }: Pick<PartTerms, 'season' | 'holiday'>, number: number, dueOn: IsoDate): boolean {
  if (holiday && number >= holiday.from && number < holiday.from + holiday.periods) return false;
  return !season || season.includes(Number(dueOn.slice(5, 7)));
}

/** A rate as a whole number of its eighth decimals, so that interest can be worked in whole numbers. */
const scaledRate = (annualRate: number): number => Math.round(annualRate * RATE_SCALE);

/** Interest on a balance for a part of a year, rounded half up once. */
function interestOn(balance: number, rate: number, { numerator, denominator }: YearPart): number {
  const near = (balance * rate * numerator) / (denominator * RATE_SCALE);
  // Doubles are right to a hair; only where that hair could lie across a half is it worked in whole numbers.
  if (Math.abs(near - Math.floor(near) - 0.5) > 1e-4 + near * 1e-12) return Math.round(near);
  return proportion(balance, rate * numerator, denominator * RATE_SCALE);
}

/** One period of a part. */
export interface Period {
  number: number;
  dueOn: IsoDate;
  part: YearPart;
  rate: number;
  paid: boolean;
  onlyInterest: boolean;
}

/** What is left of a line for its last payment, beyond what that would usually be; nothing where it is paid off by then or has no end. */
export function leftAtEnd(terms: PartTerms): Minor {
  if (terms.kind !== 'revolving' || terms.revolving?.endsOn === undefined) return minor(0);
  const last = partSchedule(terms).rows.at(-1);
  if (!last) return minor(0);
  const usual = Math.min(last.payment, Math.max(scaled(last.payment, terms.revolving.share), terms.revolving.least));
  return minor(last.payment - usual);
}

/** The same line as though all of its limit were drawn, where that is what has to be carried. */
export const asCarried = (terms: PartTerms): PartTerms => {
  const { limit, counts } = terms.revolving ?? {};
  return counts === 'limit' && limit !== undefined ? { ...terms, principal: limit } : terms;
};

/** The periods of a part, from the advance to its last payment; of a revolving part as many as are asked for. */
export function periodsOf(terms: PartTerms, count = terms.periods): Period[] {
  const { interestOnly, promotion, annualRate, advanceOn } = terms;
  const usual = scaledRate(annualRate);
  const low = promotion ? scaledRate(promotion.annualRate) : usual;
  const made: Period[] = [];
  let before = advanceOn;
  for (let number = 1; number <= count; number += 1) {
    const dueOn = dueDate(terms, number);
    made.push({
      number,
      dueOn,
      part: periodPart(terms, number, before, dueOn),
      rate: promotion && number <= promotion.periods ? low : usual,
      paid: isPaid(terms, number, dueOn),
      onlyInterest: number <= interestOnly,
    });
    before = dueOn;
  }
  // Outside the season nothing is paid, so the last payment is the last one within it.
  while (made.length > 1 && made.at(-1)?.paid === false) made.pop();
  return made;
}

/**
 * The payment that, made in every paid period, leaves the balloon after the last one.
 * Each period multiplies the balance by 1 + rate × part of the year, then takes the payment off: P·Πg − X·Σ(Πg of later
 * periods) = B is solved for X.
 * @returns minor units, rounded half away from zero.
 */
function equalPayment(balance: number, periods: readonly Period[], balloon: number): Minor {
  let growth = 1;
  let paid = 0;
  for (let at = periods.length - 1; at >= 0; at -= 1) {
    const period = periods[at];
    if (!period) continue;
    if (period.paid && !period.onlyInterest) paid += growth;
    if (!period.onlyInterest || !period.paid) growth *= 1 + (period.rate * period.part.numerator) / (period.part.denominator * RATE_SCALE);
  }
  const near = (balance * growth - balloon) / paid;
  if (Math.abs(near - Math.floor(near) - 0.5) > Math.max(1e-4, balance * growth * 1e-11)) return minor(Math.round(near));
  return exactEqualPayment(balance, periods, balloon);
}

function exactEqualPayment(balance: number, periods: readonly Period[], balloon: number): Minor {
  let growth = new Decimal(1);
  let paid = new Decimal(0);
  for (const { paid: isDue, onlyInterest, rate, part } of [...periods].reverse()) {
    if (isDue && !onlyInterest) paid = paid.plus(growth);
    if (!onlyInterest || !isDue) growth = growth.times(new Decimal(rate).times(part.numerator).div(new Decimal(part.denominator).times(RATE_SCALE)).plus(1));
  }
  const exact = new Decimal(balance).times(growth).minus(balloon).div(paid);
  return minor(exact.toDecimalPlaces(0, Decimal.ROUND_HALF_UP).toNumber());
}

/**
 * The schedule of one part in exact minor units. Interest of each period is rounded half up on the balance; the last
 * payment settles what is left, so it may differ from the others by a few minor units, and carries the balloon. In a
 * promotion payments are such as the lower rate would need to the end; after it they are worked again on what is owed.
 * @returns rows in order; the principal parts add up to the principal and the last balance is zero.
 * @throws RangeError where `partProblem` names a problem, or a revolving part is never paid off.
 */
export function partSchedule(terms: PartTerms): PartSchedule {
  const problem = partProblem(terms);
  if (problem) throw new RangeError(`These terms can’t be worked: ${JSON.stringify(problem)}`);
  if (terms.kind === 'revolving') return revolvingSchedule(terms);
  const periods = periodsOf(terms);
  const rows: ScheduleRow[] = [];
  const steps: PaymentStep[] = [];
  let balance: number = terms.principal;
  let payment = 0;
  let totalPayable = 0;
  const changesAt = terms.promotion ? terms.promotion.periods + 1 : 0;
  for (const { number, dueOn, part, rate, paid, onlyInterest } of periods) {
    if (number === 1 || number === changesAt) {
      payment = terms.promotion && number === 1 ? promotionalPayment(terms, periods) : equalPayment(balance, periods.slice(number - 1), terms.balloon);
      if (!onlyInterest) steps.push({ from: number, payment: minor(payment) });
    }
    const interest = interestOn(balance, rate, part);
    if (onlyInterest && paid && number === 1) steps.push({ from: 1, payment: minor(interest) });
    if (!onlyInterest && number === terms.interestOnly + 1 && number > 1) steps.push({ from: number, payment: minor(payment) });
    const owed = balance + interest;
    const due = number === periods.length ? owed : !paid ? 0 : onlyInterest ? interest : Math.min(payment, owed);
    balance = owed - due;
    totalPayable += due;
    rows.push({ number, dueOn, payment: minor(due), interest: minor(interest), principal: minor(due - interest), balance: minor(balance) });
  }
  return {
    payment: steps[0]?.payment ?? minor(payment),
    steps,
    rows,
    totalPayable: minor(totalPayable),
    totalInterest: minor(totalPayable - terms.principal),
  };
}

const promotionalPayment = (terms: PartTerms, periods: readonly Period[]): Minor => {
  const low = scaledRate(terms.promotion?.annualRate ?? terms.annualRate);
  return equalPayment(
    terms.principal,
    periods.map((period) => ({ ...period, rate: low })),
    terms.balloon,
  );
};

/**
 * The first payment on a revolving part: its share of what is owed, its least payment or the interest of the period,
 * whichever is most, and no more than all that is owed. At a rate that its usual payments don't keep up with, the interest
 * is what has to be found.
 * @returns minor units; common practice, no source.
 */
export function firstRevolvingPayment(terms: PartTerms): Minor {
  const { revolving, principal, advanceOn, annualRate } = terms;
  const { share, least } = revolving ?? { share: 0, least: minor(0) };
  const interest = interestOn(principal, scaledRate(annualRate), periodPart(terms, 1, advanceOn, dueDate(terms, 1)));
  const owed = principal + interest;
  return minor(Math.min(owed, Math.max(scaled(owed, share), least, interest)));
}

function revolvingSchedule(terms: PartTerms): PartSchedule {
  const { revolving, principal, advanceOn, annualRate } = terms;
  const { share, least, endsOn } = revolving ?? { share: 0, least: minor(0) };
  const rate = scaledRate(annualRate);
  const rows: ScheduleRow[] = [];
  let balance: number = principal;
  let totalPayable = 0;
  let before = advanceOn;
  for (let number = 1; balance > 0; number += 1) {
    const dueOn = dueDate(terms, number);
    const interest = interestOn(balance, rate, periodPart(terms, number, before, dueOn));
    const owed = balance + interest;
    const due = endsOn !== undefined && dueOn >= endsOn ? owed : Math.min(owed, Math.max(scaled(owed, share), least));
    if (due <= interest || number > MAX_PAYMENTS) throw new RangeError('With these payments it is never paid off');
    balance = owed - due;
    totalPayable += due;
    before = dueOn;
    rows.push({ number, dueOn, payment: minor(due), interest: minor(interest), principal: minor(due - interest), balance: minor(balance) });
  }
  const first = rows[0]?.payment ?? minor(0);
  return { payment: first, steps: [{ from: 1, payment: first }], rows, totalPayable: minor(totalPayable), totalInterest: minor(totalPayable - principal) };
}

/**
 * The schedule of a plain loan: equal monthly payments, odd days of the first period over 365.
 * @throws RangeError for terms outside their range, or a first payment that is not after the advance.
 */
export function schedule({ principal, annualRate, payments, advanceOn, firstPaymentOn }: LoanTerms): PartSchedule & { firstPeriod: FirstPeriod } {
  const made = partSchedule({ ...PLAIN, principal, annualRate, periods: payments, advanceOn, firstPaymentOn });
  return { ...made, firstPeriod: firstPeriod(advanceOn, firstPaymentOn) };
}

/** What a part is where nothing else was agreed. */
export const PLAIN = {
  kind: 'level',
  every: 'month',
  dayCount: 'equalPeriods',
  follows: null,
  interestOnly: 0,
  promotion: null,
  season: null,
  balloon: minor(0),
  holiday: null,
  revolving: null,
} as const satisfies Partial<PartTerms>;

/** What settles a part on a day: the balance after the last payment on or before it, and interest since. */
export interface Settlement {
  balance: Minor;
  interest: Minor;
  /** The day from which interest runs. */
  since: IsoDate;
  days: number;
}

/**
 * What is owed on any day from the advance on, when every payment due by then was made.
 * Interest since the last due date is rounded half up; with equal periods days count over 365.
 * @throws RangeError for a day before the advance.
 */
export function settlementOf(terms: PartTerms, schedule: PartSchedule, on: IsoDate): Settlement {
  if (on < terms.advanceOn) throw new RangeError('Nothing is owed before the advance');
  const last = schedule.rows.filter(({ dueOn }) => dueOn <= on).at(-1);
  const since = last?.dueOn ?? terms.advanceOn;
  const balance = last?.balance ?? terms.principal;
  const number = last?.number ?? 0;
  const rate = terms.promotion && number < terms.promotion.periods ? terms.promotion.annualRate : terms.annualRate;
  const part = yearPart(terms.dayCount === 'equalPeriods' ? 'actual/365' : terms.dayCount, since, on);
  return { balance, interest: minor(interestOn(balance, scaledRate(rate), part)), since, days: daysBetween(since, on) };
}
