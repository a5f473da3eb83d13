import { equipmentLacks, leasedPrice } from '../../leasing/equipment/fields';
import { say, type Words } from '../../basis/words/index';
import { BLANK_ROW } from '../../file/details/index';
import {
  directiveScale,
  directiveScaleThen,
  rateOn,
  regulationZScale,
  regulationZScaleThen,
  unitPeriodFor,
  type DatedAmount,
  type RateMethod,
  type RateScale,
  type UnitPeriod,
} from '../../credit/apr/index';
import { since, type AsThen, type Term } from '../../basis/arithmetic/index';
import { addMonths, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
import { feesFor, feesPaid, type CountedFee } from '../fees/index';
import { type FileState } from '../../file/state/index';
import { firstPeriod, levelPayment, MAX_PAYMENTS, type Schedule, type ScheduleRow } from '../../credit/loan/index';
import { minor, proportion, scaled, type Minor } from '../../basis/money/index';
import {
  asCarried,
  firstRevolvingPayment,
  onePeriodAfter,
  partProblem,
  partSchedule,
  PAYMENT_PERIOD_LABEL,
  PAYMENT_PERIODS,
  periodsIn,
  settlementOf,
  type PartSchedule,
  type PartTerms,
  type PaymentPeriod,
  type PaymentStep,
  type LoanPart,
} from '../../credit/parts/index';
import { dearerRate, rateOf } from './rates';
import type { CostRules, PartOffer } from '../../file/product/index';

/** A part of the request with what it costs. */
export interface CostedPart {
  /** Null where the request isn't split. */
  id: string | null;
  offer: PartOffer;
  terms: PartTerms;
  /** Worked out when it is asked for. */
  readonly schedule: PartSchedule;
  /** What it takes a month. */
  monthly: Minor;
  monthlyTerm: Term;
}

/** What is asked for and everything that it costs. */
export interface Costs {
  parts: CostedPart[];
  fees: CountedFee[];
  amount: Minor;
  /** The amount with the fees that are added to it. */
  principal: Minor;
  /** What reaches the applicant, or whom they pay, after fees that are taken from it. */
  paidOut: Minor;
  advanceOn: IsoDate;
  /** What all parts take a month. */
  payment: Minor;
  /** The same with each part's rate higher by what its offer adds for stress. */
  stressedPayment: Minor;
  /** The same with every rate higher by a fraction. */
  paymentAt(added: number): Minor;
  /** All parts together, worked out when it is asked for. */
  readonly schedule: Schedule;
}

export type CostsInput = Pick<FileState, 'product' | 'pack' | 'request' | 'leasedItems' | 'parts'>;

/** The offer of a kind in a product, or null where it isn't offered. */
export const offerOf = (rules: CostRules, kind: string | null): PartOffer | null => rules.parts.find((offer) => offer.kind === kind) ?? null;

const PLAIN_PART: LoanPart = { ...BLANK_ROW.part, id: '', createdAt: '' };

/** A request that isn't split is the product's first kind of part. */
const plainPart = ({ request: { amount, termMonths } }: CostsInput, { kind }: PartOffer): LoanPart => ({ ...PLAIN_PART, kind, amount, termMonths });

/** The months of the year that a season's text names: `4 5 6` → April to June. */
export const seasonMonths = (text: string | null): number[] | null => (text === null || text === '' ? null : text.split(' ').map(Number));

/**
 * A part's row as terms that can be worked: what it doesn't say comes from the request and the product.
 * @param more added to the amount: fees that are financed.
 * @returns null while its amount or term is missing, or its kind is not offered.
 */
export function partTermsOf(file: CostsInput, part: LoanPart, today: IsoDate, more = 0): PartTerms | null {
  const rules = file.product.costs;
  const offer = rules ? offerOf(rules, part.kind) : null;
  if (!rules || !offer || part.amount === null || part.amount <= 0) return null;
  const revolving = offer.kind === 'revolving';
  if (!revolving && (part.termMonths === null || part.termMonths < 1 || part.termMonths > MAX_PAYMENTS)) return null;
  const every = part.every ?? rules.every[0] ?? 'month';
  const advanceOn = part.advanceOn ?? file.request.advanceOn ?? today;
  const firstPaymentOn = part.firstPaymentOn ?? (part.advanceOn === null ? file.request.firstPaymentOn : null) ?? onePeriodAfter(every, advanceOn);
  const promotion = offer.promotion ?? null;
  return {
    kind: offer.kind,
    principal: minor(part.amount + more),
    ...rateOf(offer, file.pack.indices, advanceOn),
    every,
    periods: revolving ? 1 : periodsIn(every, part.termMonths ?? 1),
    advanceOn,
    firstPaymentOn,
    dayCount: rules.dayCount,
    interestOnly: offer.kind === 'interestOnly' ? periodsIn(every, part.interestOnlyMonths ?? offer.interestOnlyMost ?? 12) : 0,
    promotion: promotion && offer.kind === 'promotional' ? { periods: periodsIn(every, promotion.months), annualRate: promotion.annualRate } : null,
    season: offer.kind === 'seasonal' ? (seasonMonths(part.season) ?? offer.season ?? null) : null,
    balloon: offer.kind === 'balloon' ? (part.balloon ?? minor(0)) : minor(0),
    holiday: part.holidayFrom !== null && part.holidayPeriods !== null ? { from: part.holidayFrom, periods: part.holidayPeriods } : null,
    revolving:
      offer.revolving && revolving
        ? {
            ...offer.revolving,
            ...(part.lineLimit == null ? {} : { limit: minor(part.lineLimit + more) }),
            ...(part.lineEndsOn == null ? {} : { endsOn: part.lineEndsOn }),
          }
        : null,
  };
}

/** Whether a part is an ordinary one, whose payment has a closed formula; others need their schedule. */
export function isPlain({ kind, every, dayCount, holiday, periods }: PartTerms): boolean {
  return (kind === 'level' || kind === 'variable') && every === 'month' && dayCount === 'equalPeriods' && holiday === null && periods <= MAX_PAYMENTS;
}

function stepsOf(terms: PartTerms): PaymentStep[] {
  if (!isPlain(terms)) return partSchedule(terms).steps;
  const { principal, annualRate, periods, advanceOn, firstPaymentOn } = terms;
  return [{ from: 1, payment: levelPayment(principal, annualRate, periods, firstPeriod(advanceOn, firstPaymentOn)) }];
}

/** Payments of a part in a year: its periods, or the months of its season. */
const paymentsInYear = ({ every, season }: PartTerms): number => (season && every === 'month' ? season.length : PAYMENT_PERIODS[every].perYear);

/** The steps of a part at another rate than it was worked at: a line whose payments don't pay it off there has at least its interest to pay. */
const stepsAtRate = (terms: PartTerms): PaymentStep[] =>
  terms.kind === 'revolving' ? [{ from: 1, payment: firstRevolvingPayment(asCarried(terms)) }] : stepsOf(terms);

/** What a part takes a month: its highest regular payment, times the payments of a year, over twelve. */
const monthlyOf = (terms: PartTerms, steps: readonly PaymentStep[] = stepsAtRate(terms)): Minor =>
  proportion(Math.max(...steps.map(({ payment }) => payment)), paymentsInYear(terms), 12);

/** A part's terms in a few words. */
export function partInWords(terms: PartTerms): Words {
  const { kind, annualRate, periods, every, interestOnly, promotion, holiday, follows } = terms;
  const often = PAYMENT_PERIOD_LABEL[every];
  if (kind === 'revolving') {
    const { share = 0, least = minor(0), limit, endsOn } = terms.revolving ?? {};
    return say('costs.yearWhatOwed', {
      annualRate: { percent: annualRate },
      often,
      share: { percent: share },
      least: { money: least },
      limit: limit === undefined ? 'none' : { money: limit },
      endsOn: endsOn === undefined ? 'none' : { day: endsOn },
    });
  }
  const said = [
    say('costs.yearOverPayments', { rate: { percent: annualRate }, every, periods, often }),
    ...(interestOnly > 0 ? [say('costs.interestAloneForPayments', { interestOnly })] : []),
    ...(promotion ? [say('costs.forFirst', { annualRate: { percent: promotion.annualRate }, periods: promotion.periods })] : []),
    ...(follows
      ? [
          say('costs.followsIndex', {
            index: follows.label,
            of: { day: follows.of },
            value: { percent: follows.index },
            margin: { percent: follows.margin },
            months: follows.resetMonths,
          }),
        ]
      : []),
    ...(holiday ? [say('costs.noneFromPaymentFor', { holidayFrom: holiday.from, periods: holiday.periods })] : []),
  ];
  return said.length === 1 && said[0] ? said[0] : say('costs.terms', { terms: { all: said, by: 'comma' } });
}

/** What a request that can’t be worked lacks. */
export function requestLacks(file: CostsInput): Words {
  const ofLease = equipmentLacks(file);
  if (ofLease) return ofLease;
  const { amount, termMonths } = file.request;
  if (amount === null || amount <= 0) return file.product.amountIs === 'rent' ? say('costs.rent') : say('costs.amount');
  if (file.parts.length > 0) return say('costs.partsCanWorked');
  if (termMonths === null || termMonths < 1) return say('costs.term');
  return say('costs.firstPaymentAfterAdvance');
}

/**
 * What a request costs: its parts with their payments, its fees, and all payments together. Financed fees are added to
 * the first part. Payments a month are whole minor units, rounded half away from zero.
 * @param today stands for the advance date where the file names none.
 * @returns null while a part can't be worked; `partProblemOf` says why.
 */
export function costsOf(file: CostsInput, today: IsoDate): Costs | null {
  const rules = file.product.costs;
  const offer = rules?.parts[0];
  if (!rules || !offer || file.request.amount === null || file.request.amount <= 0) return null;
  const rows = file.parts.length > 0 ? file.parts : [plainPart(file, offer)];
  const amount = minor(rows.reduce((so, part) => so + (part.amount ?? 0), 0));
  if (amount <= 0) return null;
  const fees = feesFor(rules.fees, amount);
  const financed = feesPaid(fees, 'financed');
  const parts: CostedPart[] = [];
  for (const [at, row] of rows.entries()) {
    const terms = partTermsOf(file, row, today, at === 0 ? financed : 0);
    const own = offerOf(rules, row.kind);
    if (!terms || !own || partProblem(terms) !== null) return null;
    const part = costedPart(row.id || null, own, terms);
    if (!part) return null;
    parts.push(part);
  }
  const paymentWith = (addedTo: (part: CostedPart) => number): Minor =>
    minor(
      parts.reduce((so, part) => {
        const added = addedTo(part);
        return so + (added === 0 ? part.monthly : monthlyOf({ ...part.terms, annualRate: dearerRate(part.terms, added) }));
      }, 0),
    );
  let made: Schedule | null = null;
  return {
    parts,
    fees,
    amount,
    principal: minor(amount + financed),
    paidOut: minor(amount - feesPaid(fees, 'withheld')),
    advanceOn: parts.map(({ terms }) => terms.advanceOn).sort()[0] ?? today,
    payment: minor(parts.reduce((so, { monthly }) => so + monthly, 0)),
    get stressedPayment() {
      return paymentWith(({ offer: { stressAdded } }) => stressAdded);
    },
    paymentAt: (added) => paymentWith(() => added),
    get schedule() {
      return (made ??= together(parts));
    },
  };
}

function costedPart(id: string | null, offer: PartOffer, terms: PartTerms): CostedPart | null {
  let made: PartSchedule | null = null;
  let steps: PaymentStep[];
  try {
    steps = stepsOf(terms);
    if (asCarried(terms) !== terms) steps = stepsAtRate(terms);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
  const highest = steps.reduce((top, step) => (step.payment > top.payment ? step : top));
  const monthly = monthlyOf(terms, steps);
  const inYear = paymentsInYear(terms);
  const payment: Term = {
    label:
      asCarried(terms) !== terms
        ? say('costs.paymentOnLimit', { limit: { money: asCarried(terms).principal } })
        : highest.from > 1
          ? say('costs.eachPaymentFromNumberOn', { highestFrom: highest.from })
          : say('costs.eachPayment'),
    sign: '+',
    value: highest.payment,
    unit: 'money',
  };
  return {
    id,
    offer,
    terms,
    get schedule() {
      return (made ??= partSchedule(terms));
    },
    monthly,
    monthlyTerm: {
      label: offer.label,
      sign: '+',
      value: monthly,
      unit: 'money',
      note: partInWords(terms),
      ...(terms.follows
        ? { table: say('costs.indexOfDay', { index: terms.follows.label, of: { day: terms.follows.of }, value: { percent: terms.follows.index } }) }
        : {}),
      place: { chapter: 'request', anchor: id === null ? 'amount' : `${id}.amount` },
      ...(inYear === 12 && asCarried(terms) === terms
        ? {}
        : {
            terms: [
              payment,
              { label: say('costs.paymentsYear'), sign: '×', value: inYear, unit: 'count' },
              { label: say('costs.monthsYear'), sign: '÷', value: 12, unit: 'count' },
            ],
          }),
    },
  };
}

/** What is paid out of a request: the amount less the fees that are taken from it. */
export function paidOutOf({ product, request, leasedItems }: CostsInput): Minor {
  // The supplier is paid the whole price; what is paid at first comes to us.
  if (product.equipment) return leasedPrice({ leasedItems });
  const amount = request.amount ?? minor(0);
  return minor(amount - feesPaid(feesFor(product.costs?.fees ?? [], amount), 'withheld'));
}

/** Why a part can't be worked, as its maker should read it; null when it can. */
export function partProblemOf(file: CostsInput, part: LoanPart, today: IsoDate): Words | null {
  const rules = file.product.costs;
  if (!rules) return null;
  const offer = offerOf(rules, part.kind);
  if (!offer) return part.kind === null ? say('costs.chooseKindPart') : say('costs.thisKindPartIsntOffered');
  if (part.amount === null || part.amount <= 0) return say('costs.partNeedsItsAmount');
  if (offer.kind !== 'revolving' && part.termMonths === null) return say('costs.partNeedsItsTerm');
  const months = part.termMonths ?? offer.months.least;
  if (offer.kind !== 'revolving' && (months < offer.months.least || months > offer.months.most))
    return say('costs.itsTermMustMonths', { least: offer.months.least, most: offer.months.most });
  if (offer.kind === 'interestOnly' && (part.interestOnlyMonths ?? 0) > (offer.interestOnlyMost ?? 0))
    return say('costs.interestAloneMayPaidFor', { interestOnlyMost: offer.interestOnlyMost ?? 0 });
  if (offer.kind === 'balloon' && (part.balloon ?? 0) > part.amount * (offer.balloonMost ?? 0))
    return say('costs.finalBalloonMayAtMost', { balloonMost: { percent: offer.balloonMost ?? 0 } });
  const terms = partTermsOf(file, part, today);
  if (!terms) return say('costs.itsTermMust1Months', { MAX_PAYMENTS });
  const problem = partProblem(terms);
  if (problem) return problem;
  if (terms.kind !== 'revolving') return null;
  try {
    partSchedule(terms);
    return null;
  } catch (error) {
    if (error instanceof RangeError) return say('parts.neverPaidOff');
    throw error;
  }
}

/** What parts lack against the amount of the request; zero when they add up, or there are none. */
export function partsGap({ parts, request }: CostsInput): Minor {
  if (parts.length === 0) return minor(0);
  return minor((request.amount ?? 0) - parts.reduce((so, { amount }) => so + (amount ?? 0), 0));
}

/** All parts' payments by day; the balance is what is owed on all of them after the day's payments. */
function together(parts: readonly CostedPart[]): Schedule {
  const only = parts[0];
  if (only && parts.length === 1) return only.schedule;
  const days = new Map<IsoDate, { payment: number; interest: number; principal: number }>();
  // What changes on a day: a part's balance comes in with its advance and goes down with each payment.
  for (const { schedule } of parts)
    for (const { dueOn, payment, interest, principal } of schedule.rows) {
      const day = days.get(dueOn) ?? { payment: 0, interest: 0, principal: 0 };
      day.payment += payment;
      day.interest += interest;
      day.principal += principal;
      days.set(dueOn, day);
    }
  const advances = parts.map(({ terms }) => ({ on: terms.advanceOn, amount: terms.principal })).sort((a, b) => (a.on < b.on ? -1 : 1));
  let balance = 0;
  let next = 0;
  let totalPayable = 0;
  const rows: ScheduleRow[] = [...days]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([dueOn, { payment, interest, principal }], at) => {
      for (let advance = advances[next]; advance && advance.on <= dueOn; advance = advances[next]) {
        balance += advance.amount;
        next += 1;
      }
      balance -= principal;
      totalPayable += payment;
      return { number: at + 1, dueOn, payment: minor(payment), interest: minor(interest), principal: minor(principal), balance: minor(balance) };
    });
  const principal = advances.reduce((so, { amount }) => so + amount, 0);
  return { payment: rows[0]?.payment ?? minor(0), rows, totalPayable: minor(totalPayable), totalInterest: minor(totalPayable - principal) };
}

/** Sums paid out by day: each part's principal, the first of them less every fee that is a finance charge. */
export function advancesOf(costs: Costs): DatedAmount[] {
  const charges = costs.fees.filter(({ rule }) => rule.inRate).reduce((so, { amount }) => so + amount, 0);
  const byDay = new Map<IsoDate, number>();
  for (const { terms } of costs.parts) byDay.set(terms.advanceOn, (byDay.get(terms.advanceOn) ?? 0) + terms.principal);
  byDay.set(costs.advanceOn, (byDay.get(costs.advanceOn) ?? 0) - charges);
  return [...byDay].sort(([a], [b]) => (a < b ? -1 : 1)).map(([on, amount]) => ({ on, amount: minor(amount) }));
}

/** Every payment of a request. */
const paymentsOf = (costs: Costs): DatedAmount[] =>
  costs.schedule.rows.filter(({ payment }) => payment > 0).map(({ dueOn, payment }) => ({ on: dueOn, amount: payment }));

/** A payment period as a unit-period. */
const unitOf = (period: (typeof PAYMENT_PERIODS)[PaymentPeriod]): UnitPeriod =>
  'weeks' in period ? { kind: 'weeks', length: period.weeks } : { kind: 'months', length: period.months };

/** The period of a single part that is paid in every one of them, often enough to be the commonest: nothing has to be counted. */
function regularPeriod({ parts }: Costs): UnitPeriod | null {
  const [only] = parts;
  if (!only || parts.length > 1) return null;
  const { periods, every, season, holiday, kind } = only.terms;
  if (periods < 4 || season !== null || holiday !== null || kind === 'revolving') return null;
  return unitOf(PAYMENT_PERIODS[every]);
}

/** The unit-period of a request as its payments come. Source: 12 CFR 1026 Appendix J (b)(4). */
export function unitPeriodOf(costs: Costs): UnitPeriod {
  const regular = regularPeriod(costs);
  if (regular) return regular;
  const days = (sums: readonly DatedAmount[]) => sums.map(({ on }) => on);
  return unitPeriodFor(days(advancesOf(costs)), days(paymentsOf(costs)));
}

/** The unit-period of versions 1 and 2 of the arithmetic: the shortest of the periods in which parts are paid. */
function unitPeriodThen(costs: Costs): UnitPeriod {
  const due = costs.schedule.rows.filter(({ payment }) => payment > 0);
  const [only] = due;
  if (due.length === 1 && only && costs.parts.length === 1) {
    const months = monthsBack(costs.advanceOn, only.dueOn);
    if (months >= 1 && addMonths(only.dueOn, -months) === costs.advanceOn) return { kind: 'months', length: Math.min(12, months) };
    const days = daysBetween(costs.advanceOn, only.dueOn);
    return days < 365 ? { kind: 'days', length: days } : { kind: 'months', length: 12 };
  }
  const shortest = costs.parts.map(({ terms }) => PAYMENT_PERIODS[terms.every]).reduce((short, period) => (period.perYear > short.perYear ? period : short));
  return unitOf(shortest);
}

/** The scale of time on which a method places what a request pays and is paid. */
export function rateScaleOf(costs: Costs, method: RateMethod, then: AsThen = {}): RateScale {
  const start = costs.advanceOn;
  if (method === 'regulationZ') return since(then, 3) ? regulationZScale(start, unitPeriodOf(costs)) : regulationZScaleThen(start, unitPeriodThen(costs));
  if (!since(then, 3)) return directiveScaleThen(start);
  return directiveScale(start, costs.parts.every(({ terms }) => 'weeks' in PAYMENT_PERIODS[terms.every]) ? 'weeks' : 'months');
}

/**
 * The annual percentage rate of a request by one of the methods; any schedule, any number of advances.
 * @returns a decimal fraction, not rounded; null where fees take all that is advanced, or no rate fits.
 */
export const annualPercentageRate = (costs: Costs, method: RateMethod, then: AsThen = {}): number | null => ratedOn(costs, method, then)?.rate ?? null;

/** The same with the scale of time that it was found on. */
export function ratedOn(costs: Costs, method: RateMethod, then: AsThen = {}): { rate: number; scale: RateScale } | null {
  const advances = advancesOf(costs);
  if (advances.some(({ amount }) => amount <= 0)) return null;
  try {
    const scale = rateScaleOf(costs, method, then);
    return { rate: rateOn(scale, advances, paymentsOf(costs)), scale };
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/**
 * All that the applicant pays: every payment, and fees that are paid beforehand. Fees that are taken from the pay-out or
 * added to what is owed are in the payments already (Directive 2008/48/EC, Article 3 (h); 12 CFR 1026.18(h)).
 */
export function totalPayableOf(costs: Costs): Minor {
  return minor(costs.schedule.totalPayable + feesPaid(costs.fees, 'beforehand'));
}

/** What it costs: all that is paid less what reaches the applicant. */
export const costOf = (costs: Costs): Minor => minor(totalPayableOf(costs) - costs.paidOut);

/**
 * What settles everything on a day, as lines that add up: balances, interest since the last payments, and what the product
 * asks for settling early: a share of the balance, the smaller one within a year of the end, and never more than the
 * interest that falls away. Rounded half away from zero.
 * Source of the bounds on it: Directive 2008/48/EC, Article 16 (2) and (4).
 * @throws RangeError for a day before the first advance.
 */
export function settlementTerms(costs: Costs, rules: CostRules, on: IsoDate): Term[] {
  if (on < costs.advanceOn) throw new RangeError('Nothing is owed before the advance');
  return costs.parts
    .filter(({ terms }) => terms.advanceOn <= on)
    .map<Term>(({ offer, terms, schedule }) => {
      const { balance, interest, days } = settlementOf(terms, schedule, on);
      const ahead = schedule.rows.filter(({ dueOn }) => dueOn > on);
      const saved = Math.max(0, ahead.reduce((so, row) => so + row.interest, 0) - interest);
      const last = ahead.at(-1)?.dueOn ?? on;
      const share = rules.settlement.share === 0 ? 0 : last > addMonths(on, 12) ? rules.settlement.share : rules.settlement.shareWithinYear;
      const asked = scaled(balance, share);
      const charge = Math.min(asked, saved);
      return {
        label: offer.label,
        sign: '+',
        value: balance + interest + charge,
        unit: 'money',
        terms: [
          { label: say('costs.balance'), sign: '+', value: balance, unit: 'money' },
          { label: say('costs.interestSince'), sign: '+', value: interest, unit: 'money', note: `${days} ${days === 1 ? 'day' : 'days'}` },
          ...(charge > 0
            ? [
                {
                  label: say('costs.forSettlingEarly'),
                  sign: '+' as const,
                  value: charge,
                  unit: 'money' as const,
                  note: charge < asked ? say('costs.interestFallsAway') : say('costs.balance2', { share: { percent: share } }),
                },
              ]
            : []),
        ],
      };
    });
}
