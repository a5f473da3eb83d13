import { Decimal } from 'decimal.js';
import { regulationZRate } from '../apr/index';
import type { IsoDate } from '../dates/index';
import type { FileState, Income } from '../file/index';
import { incomeBar } from '../household/index';
import { samePlace } from '../paste/index';
import { FREQUENCY_LABEL, toMonthly } from '../frequency/index';
import { levelPayment, schedule, usualFirstPayment, MAX_PAYMENTS, type Schedule } from '../loan/index';
import { minor, roundMinor, sum, type Minor } from '../money/index';
import type { Chapter, Limit, Measure } from '../product/index';

export type FigureUnit = 'money' | 'ratio' | 'months' | 'count';

/** One line of an arithmetic: a value with its sign, and where it comes from. Terms with terms of their own open further. */
export interface Term {
  label: string;
  sign: '+' | '−' | '×' | '÷' | '=';
  value: number;
  unit: FigureUnit;
  /** How the value came about, in words. */
  note?: string;
  place?: { chapter: Chapter; anchor: string };
  terms?: Term[];
}

export type Verdict = 'inside' | 'outside' | 'noLimit' | 'unknown';

export interface Figure {
  measure: Measure;
  label: string;
  unit: 'money' | 'ratio';
  /** Minor units, or a fraction rounded to six decimals; null while something needed is missing. */
  value: number | null;
  /** What is missing, where the value is null. */
  waitingFor: string | null;
  limit: Limit | null;
  verdict: Verdict;
  terms: Term[];
}

export interface Affordability {
  figures: Figure[];
  schedule: Schedule | null;
  monthlyIncome: Minor;
}

export const MEASURE_LABEL: Record<Measure, string> = {
  payment: 'Monthly payment',
  totalPayable: 'Total payable',
  apr: 'Annual percentage rate',
  dtiBefore: 'Debt-to-income before',
  dtiAfter: 'Debt-to-income after',
  moneyLeft: 'Left each month',
  moneyLeftStressed: 'Left at stressed rate',
  ltv: 'Loan-to-value',
};

export const INCOME_KIND_LABEL: Record<string, string> = {
  wage: 'Wage',
  overtime: 'Overtime and bonus',
  selfEmployed: 'Self-employment',
  pension: 'Pension',
  benefit: 'Benefit',
  rent: 'Rent received',
  support: 'Support received',
};

/** The part of a file that affordability reads. */
export type AffordabilityInput = Pick<FileState, 'product' | 'request' | 'people' | 'homes' | 'incomes' | 'livingCosts' | 'debts' | 'papers'>;

/**
 * Everything that says whether the people of a file can carry what they ask for, each figure with its arithmetic.
 * Monthly figures are whole minor units, rounded at each source; ratios are exact quotients of them, shown to six decimals.
 * Definitions: debt-to-income is monthly debt obligations over monthly income (12 CFR 1026.43(c)(7)); loan-to-value is the
 * amount over the price; the annual percentage rate is that of 12 CFR 1026 Appendix J with the fee as a prepaid finance
 * charge; what is left is income less obligations and declared living costs (common practice, no source).
 * @param today stands for the advance date where the file names none.
 */
export function affordability(file: AffordabilityInput, today: IsoDate): Affordability {
  const income = incomeTerms(file, today);
  const monthlyIncome = minor(total(income));
  const loan = loanOf(file, today);
  const before = obligations(file, false);
  const kept = obligations(file, true);
  const living = livingTerms(file);
  const figures: Figure[] = [
    paymentFigure(file, loan),
    totalFigure(file, loan),
    aprFigure(file, loan),
    ratioFigure(file, 'dtiBefore', before, income),
    ratioFigure(file, 'dtiAfter', loan ? [...kept, paymentTerm(loan.schedule.payment, loan.note)] : null, income, waitingForLoan(file)),
    leftFigure(file, 'moneyLeft', income, kept, living, loan ? paymentTerm(loan.schedule.payment, loan.note) : null),
    leftFigure(file, 'moneyLeftStressed', income, kept, living, loan ? paymentTerm(loan.stressedPayment, loan.stressedNote) : null),
    ltvFigure(file),
  ];
  return { figures: figures.filter(({ measure }) => file.product.measures.includes(measure)), schedule: loan?.schedule ?? null, monthlyIncome };
}

/** The monthly figure of one source that counts: evidenced where a paper was accepted, else stated; at the product's share. */
export function countedIncome(file: AffordabilityInput, income: Income, today: IsoDate): Term | null {
  const person = file.people.find(({ id }) => id === income.personId);
  if (!person || income.amount === null || income.frequency === null) return null;
  if (income.frequency === 'hourly' && income.hoursPerWeek === null) return null;
  const evidence = evidencedAmount(file, income.id);
  const relied = evidence?.amount ?? income.amount;
  const { monthly, perYear } = toMonthly(relied, income.frequency, income.hoursPerWeek);
  const bar = incomeBar(file.product, person, income.kind, today);
  const share = bar === null ? (file.product.incomeShare[income.kind ?? ''] ?? 0) : 0;
  const counted = roundMinor(new Decimal(monthly).times(share));
  const place = { chapter: 'income' as const, anchor: income.id };
  const terms: Term[] = [
    {
      label: evidence ? `Relied on: what the paper shows (page ${evidence.page})` : 'Relied on: as stated, no paper accepted yet',
      sign: '+',
      value: relied,
      unit: 'money',
      note: FREQUENCY_LABEL[income.frequency],
      place,
    },
    {
      label: income.frequency === 'hourly' ? `Hours a year (${income.hoursPerWeek ?? 0} a week × 52)` : 'Times a year',
      sign: '×',
      value: perYear,
      unit: 'count',
    },
    { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' },
    { label: bar ?? 'Share that counts for this kind', sign: '×', value: share, unit: 'ratio' },
  ];
  const name = person.fullName ?? 'Somebody';
  return { label: `${name}: ${income.source ?? INCOME_KIND_LABEL[income.kind ?? ''] ?? 'income'}`, sign: '+', value: counted, unit: 'money', place, terms };
}

/** What an accepted paper shows for an income; the latest judgement holds. */
export function evidencedAmount(file: Pick<FileState, 'papers'>, incomeId: string): { amount: Minor; page: number } | null {
  const accepted = file.papers
    .filter(({ conditionKey, state, proof }) => state === 'accepted' && proof?.amount != null && conditionKey === `income:${incomeId}`)
    .sort((a, b) => (b.judgedAt ?? '').localeCompare(a.judgedAt ?? ''))[0];
  const proof = accepted?.proof;
  return proof && proof.amount !== null ? { amount: proof.amount, page: proof.page } : null;
}

function incomeTerms(file: AffordabilityInput, today: IsoDate): Term[] {
  return file.incomes.map((income) => countedIncome(file, income, today)).filter((term): term is Term => term !== null);
}

function obligations(file: AffordabilityInput, afterClearing: boolean): Term[] {
  const homes = file.homes
    .filter(({ until, monthlyCost }) => until === null && monthlyCost !== null && monthlyCost > 0)
    // Two who live together have one home: its cost counts once, at the higher of what was stated.
    .sort((a, b) => (b.monthlyCost ?? 0) - (a.monthlyCost ?? 0) || a.createdAt.localeCompare(b.createdAt))
    .filter((home, at, all) => all.findIndex((other) => samePlace(other, home) || other === home) === at)
    .map<Term>((home) => ({
      label: `Housing: ${home.line ?? 'home now'}`,
      sign: '+',
      value: home.monthlyCost ?? 0,
      unit: 'money',
      place: { chapter: 'home', anchor: home.id },
    }));
  const debts = file.debts
    .filter(({ payment, cleared }) => payment !== null && !(afterClearing && cleared))
    .map<Term>((debt) => ({
      label: `Debt: ${debt.lender ?? 'lender not named'}`,
      sign: '+',
      value: debt.payment ?? 0,
      unit: 'money',
      place: { chapter: 'commitments', anchor: debt.id },
    }));
  return [...homes, ...debts];
}

function livingTerms(file: AffordabilityInput): Term[] {
  return file.livingCosts
    .filter(({ monthly }) => monthly !== null)
    .map((cost) => ({
      label: cost.category ?? 'Living cost',
      sign: '+',
      value: cost.monthly ?? 0,
      unit: 'money',
      place: { chapter: 'commitments', anchor: cost.id },
    }));
}

interface Loan {
  schedule: Schedule;
  stressedPayment: Minor;
  note: string;
  stressedNote: string;
  advanceOn: IsoDate;
}

function loanOf(file: AffordabilityInput, today: IsoDate): Loan | null {
  const { amount, termMonths } = file.request;
  if (amount === null || amount <= 0 || termMonths === null || termMonths < 1 || termMonths > MAX_PAYMENTS) return null;
  const { annualRate, stressAdded } = file.product.pricing;
  const advanceOn = file.request.advanceOn ?? today;
  const firstPaymentOn = file.request.firstPaymentOn ?? usualFirstPayment(advanceOn);
  if (firstPaymentOn <= advanceOn) return null;
  const made = schedule({ principal: amount, annualRate, payments: termMonths, advanceOn, firstPaymentOn });
  const stressedRate = new Decimal(annualRate).plus(stressAdded).toNumber();
  return {
    schedule: made,
    stressedPayment: levelPayment(amount, stressedRate, termMonths, made.firstPeriod),
    note: `${percent(annualRate)} a year over ${termMonths} months`,
    stressedNote: `${percent(stressedRate)} a year over ${termMonths} months`,
    advanceOn,
  };
}

const percent = (fraction: number): string => `${new Decimal(fraction).times(100).toFixed(2)} %`;

function waitingForLoan(file: AffordabilityInput): string {
  const { amount, termMonths } = file.request;
  if (amount === null || amount <= 0) return 'the amount';
  if (termMonths === null || termMonths < 1) return 'the term';
  return 'a first payment after the advance';
}

const paymentTerm = (value: Minor, note: string): Term => ({
  label: 'Payment of this loan',
  sign: '+',
  value,
  unit: 'money',
  note,
  place: { chapter: 'request', anchor: 'amount' },
});

function paymentFigure(file: AffordabilityInput, loan: Loan | null): Figure {
  if (!loan) return figure(file, 'payment', null, [], waitingForLoan(file));
  const { firstPeriod: period } = loan.schedule;
  const regular = period.months === 1 && period.days === 0;
  const terms: Term[] = [
    { label: 'Amount', sign: '+', value: file.request.amount ?? 0, unit: 'money', place: { chapter: 'request', anchor: 'amount' } },
    {
      label: 'Rate a year',
      sign: '×',
      value: file.product.pricing.annualRate,
      unit: 'ratio',
      note: regular
        ? 'i = rate ÷ 12; payment = amount × i ÷ (1 − (1 + i)^−n)'
        : `first period ${period.months} months and ${period.days} days at rate ÷ 365 a day`,
    },
    { label: 'Payments', sign: '÷', value: file.request.termMonths ?? 0, unit: 'months', place: { chapter: 'request', anchor: 'termMonths' } },
    { label: 'Monthly payment, to the cent', sign: '=', value: loan.schedule.payment, unit: 'money' },
  ];
  return figure(file, 'payment', loan.schedule.payment, terms);
}

function totalFigure(file: AffordabilityInput, loan: Loan | null): Figure {
  if (!loan) return figure(file, 'totalPayable', null, [], waitingForLoan(file));
  const { fee } = file.product.pricing;
  const terms: Term[] = [
    { label: 'Amount', sign: '+', value: file.request.amount ?? 0, unit: 'money', place: { chapter: 'request', anchor: 'amount' } },
    { label: 'Interest over the term', sign: '+', value: loan.schedule.totalInterest, unit: 'money' },
    { label: 'Fee, taken from the pay-out', sign: '+', value: fee, unit: 'money' },
  ];
  return figure(file, 'totalPayable', total(terms), terms);
}

function aprFigure(file: AffordabilityInput, loan: Loan | null): Figure {
  if (!loan) return figure(file, 'apr', null, [], waitingForLoan(file));
  const financed = (file.request.amount ?? 0) - file.product.pricing.fee;
  if (financed <= 0) return figure(file, 'apr', null, [], 'an amount above the fee');
  const payments = loan.schedule.rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment }));
  const rate = rounded(regulationZRate([{ on: loan.advanceOn, amount: minor(financed) }], payments, { kind: 'months', length: 1 }));
  return figure(file, 'apr', rate, [
    { label: 'Amount', sign: '+', value: file.request.amount ?? 0, unit: 'money', place: { chapter: 'request', anchor: 'amount' } },
    { label: 'Fee, a prepaid finance charge', sign: '−', value: file.product.pricing.fee, unit: 'money' },
    {
      label: 'Payments',
      sign: '÷',
      value: loan.schedule.rows.length,
      unit: 'months',
      note: `the rate at which ${loan.schedule.rows.length} payments are worth the amount less the fee on the day of the advance (12 CFR 1026 Appendix J)`,
    },
    { label: 'Annual percentage rate', sign: '=', value: rate, unit: 'ratio' },
  ]);
}

function ratioFigure(file: AffordabilityInput, measure: 'dtiBefore' | 'dtiAfter', owed: Term[] | null, income: Term[], waiting = ''): Figure {
  if (!owed) return figure(file, measure, null, [], waiting);
  const monthlyIncome = total(income);
  if (monthlyIncome <= 0) return figure(file, measure, null, [], 'an income that counts');
  const terms: Term[] = [
    { label: 'Obligations a month', sign: '+', value: total(owed), unit: 'money', terms: owed },
    { label: 'Income a month that counts', sign: '÷', value: monthlyIncome, unit: 'money', terms: income },
  ];
  return figure(file, measure, rounded(new Decimal(total(owed)).div(monthlyIncome).toNumber()), terms);
}

function leftFigure(
  file: AffordabilityInput,
  measure: 'moneyLeft' | 'moneyLeftStressed',
  income: Term[],
  kept: Term[],
  living: Term[],
  payment: Term | null,
): Figure {
  if (!payment) return figure(file, measure, null, [], waitingForLoan(file));
  if (income.length === 0) return figure(file, measure, null, [], 'an income that counts');
  const terms: Term[] = [
    { label: 'Income a month that counts', sign: '+', value: total(income), unit: 'money', terms: income },
    { label: 'Obligations that stay', sign: '−', value: total(kept), unit: 'money', terms: kept },
    { label: 'Living costs', sign: '−', value: total(living), unit: 'money', terms: living },
    { ...payment, sign: '−' },
  ];
  return figure(file, measure, total(terms), terms);
}

function ltvFigure(file: AffordabilityInput): Figure {
  const { amount, price } = file.request;
  if (amount === null || amount <= 0) return figure(file, 'ltv', null, [], 'the amount');
  if (price === null || price <= 0) return figure(file, 'ltv', null, [], 'the price');
  return figure(file, 'ltv', rounded(new Decimal(amount).div(price).toNumber()), [
    { label: 'Amount', sign: '+', value: amount, unit: 'money', place: { chapter: 'request', anchor: 'amount' } },
    { label: 'Price', sign: '÷', value: price, unit: 'money', place: { chapter: 'request', anchor: 'price' } },
  ]);
}

/** Plus and minus terms added up. */
export function total(terms: readonly Term[]): number {
  return sum(terms.map(({ sign, value }) => minor(sign === '−' ? -value : sign === '+' ? value : 0)));
}

const rounded = (value: number): number => Math.round(value * 1e6) / 1e6;

function figure(file: AffordabilityInput, measure: Measure, value: number | null, terms: Term[], waitingFor: string | null = null): Figure {
  const limit = file.product.limits.find((candidate) => candidate.measure === measure) ?? null;
  const unit = measure === 'apr' || measure === 'dtiBefore' || measure === 'dtiAfter' || measure === 'ltv' ? 'ratio' : 'money';
  return {
    measure,
    label: MEASURE_LABEL[measure],
    unit,
    value,
    waitingFor: value === null ? waitingFor : null,
    limit,
    verdict: verdictOf(value, limit),
    terms,
  };
}

function verdictOf(value: number | null, limit: Limit | null): Verdict {
  if (!limit) return 'noLimit';
  if (value === null) return 'unknown';
  const inside = limit.bound === 'most' ? value <= limit.value : value >= limit.value;
  return inside ? 'inside' : 'outside';
}

/** Whether a figure is no better than the one that an exception was granted for. */
export function isWorse(limit: Limit, value: number, granted: number): boolean {
  return limit.bound === 'most' ? value > granted : value < granted;
}
