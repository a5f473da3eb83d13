import { Decimal } from 'decimal.js';
import { regulationZRate } from '../apr/index';
import { roundTo, total, worked, type Term } from '../arithmetic/index';
import { BUSINESS_DEBTS, debtTerms, housingTerms } from '../commitments/index';
import type { IsoDate } from '../dates/index';
import type { FileState } from '../file/index';
import { homeNow, householdOf } from '../household/index';
import { countIncomes, workQuestions, type CountedIncome, type IncomeQuestion } from '../income/index';
import { guidelineFor, livingCosts, residualFor, type LivingCosts } from '../living/index';
import { firstPeriod, levelPayment, schedule, paymentFactor, usualFirstPayment, MAX_PAYMENTS, type FirstPeriod, type Schedule } from '../loan/index';
import { minor, moneyIn, proportion, type Minor } from '../money/index';
import type { Limit, Measure } from '../product/index';
import { takeHome, taxTableOn, type YearlyEarnings } from '../tax/index';
import { reserveTerms } from '../worth/index';

/** inside: within the limit; refer: within it, but an approver has to weigh it; outside; noLimit; unknown: no figure yet. */
export const VERDICTS = ['inside', 'refer', 'outside', 'noLimit', 'unknown'] as const;
export type Verdict = (typeof VERDICTS)[number];

export interface Figure {
  measure: Measure;
  label: string;
  /** What the measure is, in a sentence with its source. */
  means: string;
  unit: 'money' | 'ratio' | 'times' | 'months';
  /** Minor units, a fraction rounded to six decimals, a multiple to four, or months to two; null while something needed is missing. */
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
  /** What counts each month on the product's basis. */
  monthlyIncome: Minor;
  grossIncome: Minor;
  /** Null where the place has no tax table. */
  netIncome: Minor | null;
  incomes: CountedIncome[];
  /** The lines of the income that counts, on the product's basis. */
  incomeTerms: Term[];
  living: LivingCosts;
  questions: IncomeQuestion[];
}

/** Income a month before tax, obligations and so on as they stand: what stress is tried on. */
export interface Carrying {
  income: Term[];
  kept: Term[];
  living: LivingCosts;
  /** The payment, or the own share of a rent; null while what is asked for is incomplete. */
  request: Term | null;
  loan: Loan | null;
}

export const MEASURE_LABEL: Record<Measure, string> = {
  payment: 'Monthly payment',
  totalPayable: 'Total payable',
  apr: 'Annual percentage rate',
  housingShare: 'Housing cost share',
  dtiBefore: 'Debt-to-income before',
  dtiAfter: 'Debt-to-income after',
  moneyLeft: 'Left each month',
  moneyLeftStressed: 'Left at stressed rate',
  residualIncome: 'Residual income',
  loanToIncome: 'Loan-to-income',
  ltv: 'Loan-to-value',
  paymentShock: 'Payment shock',
  rentCover: 'Rent cover',
  reserves: 'Months of reserves',
  debtServiceCover: 'Debt service cover',
  guidelineShare: 'Share of the poverty guideline',
};

export const MEASURE_MEANING: Record<Measure, string> = {
  payment: 'The level payment of an annuity: amount × i ÷ (1 − (1 + i)^−n), with simple interest over an odd first period.',
  totalPayable: 'All payments and the fee.',
  apr: 'The actuarial rate at which all payments are worth what is paid out (12 CFR 1026 Appendix J).',
  housingShare: 'What housing takes of the income that counts (common practice, no source).',
  dtiBefore: 'Debt obligations a month, without this request, over the income that counts (12 CFR 1026.43(c)(7)).',
  dtiAfter: 'Debt obligations a month, with this request, over the income that counts (12 CFR 1026.43(c)(7)).',
  moneyLeft: 'Income that counts less obligations, living costs and this request (common practice, no source).',
  moneyLeftStressed: 'The same with the payment at the stressed rate (common practice, no source).',
  residualIncome: 'Income after tax less obligations and this request, against a table by region, family and loan (38 CFR 36.4340(e)).',
  loanToIncome: 'The amount over the yearly income that counts, before tax (common practice, no source).',
  ltv: 'The amount over the price (common practice, no source).',
  paymentShock: 'By how much housing and this request take more than housing takes now (common practice, no source).',
  rentCover: 'How many times the income that counts covers the own share of the rent (common practice, no source).',
  reserves: 'How many months of all outgoings, without any income, the liquid assets that are left would carry (common practice, no source).',
  debtServiceCover: 'What the business earns over what it owes a month, with this request (common practice, no source).',
  guidelineShare: 'The yearly income that counts, before tax, over the federal poverty guideline for the household.',
};

const MEASURE_UNIT: Record<Measure, Figure['unit']> = {
  payment: 'money',
  totalPayable: 'money',
  apr: 'ratio',
  housingShare: 'ratio',
  dtiBefore: 'ratio',
  dtiAfter: 'ratio',
  moneyLeft: 'money',
  moneyLeftStressed: 'money',
  residualIncome: 'money',
  loanToIncome: 'times',
  ltv: 'ratio',
  paymentShock: 'ratio',
  rentCover: 'times',
  reserves: 'months',
  debtServiceCover: 'times',
  guidelineShare: 'ratio',
};

/** The part of a file that affordability reads. */
export type AffordabilityInput = Pick<
  FileState,
  'product' | 'pack' | 'request' | 'people' | 'relations' | 'homes' | 'works' | 'incomes' | 'livingCosts' | 'debts' | 'assets' | 'papers'
>;

/**
 * Everything that says whether the people of a file can carry what they ask for, each figure with its arithmetic: what
 * every figure's lines come to, worked exactly and rounded once, is the figure itself.
 * Monthly figures are whole minor units, rounded where MEASURE_MEANING's sentence or a line of the arithmetic says; the
 * definitions and their sources stand in MEASURE_MEANING.
 * @param today stands for the advance date where the file names none, and is the day on which ages, ends and tax tables count.
 */
export function affordability(file: AffordabilityInput, today: IsoDate): Affordability {
  const base = baseOf(file, today);
  const figures = figuresOf(base, file.product.measures);
  return {
    figures,
    schedule: base.loan?.schedule ?? null,
    monthlyIncome: minor(total(base.income)),
    grossIncome: minor(base.gross),
    netIncome: base.net === null ? null : minor(total(base.net)),
    incomes: base.counted,
    incomeTerms: base.income,
    living: base.living,
    questions: [...base.counted.flatMap(({ questions }) => questions), ...workQuestions(file, today)],
  };
}

/** Figures of some measures only; what none of them needs is not worked out. */
export function figuresFor(file: AffordabilityInput, today: IsoDate, measures: readonly Measure[]): Figure[] {
  return figuresOf(baseOf(file, today), measures);
}

const figuresOf = (base: Base, measures: readonly Measure[]): Figure[] => [...new Set(measures)].map((measure) => figureOf(base, measure));

/** What stress is tried on. */
export function carryingOf(file: AffordabilityInput, today: IsoDate): Carrying {
  const { income, kept, living, asked, loan } = baseOf(file, today);
  return { income, kept, living, request: asked, loan };
}

interface Base {
  file: AffordabilityInput;
  counted: CountedIncome[];
  /** Lines of income on the product's basis. */
  income: Term[];
  grossLines: Term[];
  gross: number;
  net: Term[] | null;
  housing: Term[];
  before: Term[];
  kept: Term[];
  living: LivingCosts;
  loan: Loan | null;
  asked: Term | null;
  size: number;
  region: string | null;
}

function baseOf(file: AffordabilityInput, today: IsoDate): Base {
  const counted = countIncomes(file, today);
  const { product } = file;
  const grossLines = counted.map(({ counted: term }) => term);
  const gross = total(grossLines);
  const net = product.income.basis === 'net' || product.measures.includes('residualIncome') ? netLines(file, counted, today) : null;
  const income = product.income.basis === 'net' ? (net ?? []) : grossLines;
  const applicant = file.people.find(({ role }) => role === 'applicant');
  const region = (applicant && homeNow(file, applicant.id)?.region) || null;
  const size = Math.max(1, householdOf(file, today).size);
  const housing = housingTerms(file);
  const debts = debtTerms(file, today, false);
  const stay = product.amountIs === 'rent' ? [] : housing;
  const loan = product.amountIs === 'loan' ? loanOf(file, today) : null;
  return {
    file,
    counted,
    income,
    grossLines,
    gross,
    net,
    housing,
    before: [...housing, ...debts],
    kept: [...stay, ...debtTerms(file, today, true)],
    living: livingCosts(file, { size, region, yearlyIncome: gross * 12 }),
    loan,
    asked: loan ? paymentTerm(loan.payment, loan.note) : rentTerm(file, counted),
    size,
    region,
  };
}

const TAXED_AS: Record<string, keyof YearlyEarnings> = {
  wage: 'employed',
  overtime: 'employed',
  bonus: 'employed',
  commission: 'employed',
  selfEmployed: 'selfEmployed',
};

/**
 * What is left of the incomes that count after income tax and contributions, a line for each person. Take-home pay that a
 * payslip shows takes precedence for its source; tax on the rest is what the table takes of everything less what it would
 * take of those sources alone.
 */
function netLines(file: AffordabilityInput, counted: readonly CountedIncome[], today: IsoDate): Term[] | null {
  const table = taxTableOn(file.pack.taxes, today);
  if (!table) return null;
  const lines: Term[] = [];
  for (const person of file.people) {
    const own = counted.filter(({ income, counted: { value } }) => income.personId === person.id && value !== 0);
    if (own.length === 0) continue;
    const name = person.fullName ?? 'Somebody';
    // A loss comes off what is left; it doesn't lower the tax on anything else here.
    const asItIs = own.filter(({ income, counted: { value } }) => income.untaxed || value < 0);
    const taxed = own.filter((one) => !asItIs.includes(one));
    const shown = taxed.filter(({ netMonthly }) => netMonthly !== null);
    for (const { counted: term } of asItIs) lines.push({ ...term, note: term.value < 0 ? 'a loss' : 'untaxed' });
    for (const { counted: term, income, netMonthly } of shown)
      lines.push({
        ...term,
        value: netMonthly ?? 0,
        label: `${term.label}, paid out`,
        note: 'what the payslip pays out takes precedence over the tables',
        place: { chapter: 'income', anchor: `${income.id}.netAmount` },
        terms: [],
      });
    if (taxed.length === shown.length) continue;
    const all = takeHome(table, earningsOf(taxed));
    const year: Term = { label: `A year of ${name}`, sign: '+', value: all.net, unit: 'money', terms: expandedEarnings(all.terms, taxed) };
    const part = shown.length === 0 ? null : takeHome(table, earningsOf(shown));
    const parts: Term[] = part
      ? [
          year,
          {
            label: 'Of it, what the payslip shows already, by the table',
            sign: '−',
            value: part.net,
            unit: 'money',
            terms: expandedEarnings(part.terms, shown),
          },
        ]
      : [year];
    lines.push({
      label: `${name}: after tax`,
      sign: '+',
      value: proportion(all.net - (part?.net ?? 0), 1, 12),
      unit: 'money',
      personId: person.id,
      note: table.label,
      terms: [...parts, { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' }],
    });
  }
  return lines;
}

function earningsOf(counted: readonly CountedIncome[]): YearlyEarnings {
  const sums: Record<keyof YearlyEarnings, number> = { employed: 0, selfEmployed: 0, other: 0 };
  for (const { income, counted: term } of counted) sums[TAXED_AS[income.kind ?? ''] ?? 'other'] += term.value * 12;
  return { employed: minor(sums.employed), selfEmployed: minor(sums.selfEmployed), other: minor(sums.other) };
}

/** The first line of a take-home arithmetic, opened into the sources that it adds up. */
function expandedEarnings(terms: readonly Term[], counted: readonly CountedIncome[]): Term[] {
  const [earned, ...rest] = terms;
  const monthly = counted.map(({ counted: term }) => term);
  if (!earned) return [];
  const sources: Term[] = [
    { label: 'A month', sign: '+', value: total(monthly), unit: 'money', terms: monthly },
    { label: 'Months in a year', sign: '×', value: 12, unit: 'count' },
  ];
  return [{ ...earned, terms: sources }, ...rest];
}

export interface Loan {
  /** Worked out when it is asked for. */
  readonly schedule: Schedule;
  payment: Minor;
  firstPeriod: FirstPeriod;
  principal: Minor;
  annualRate: number;
  payments: number;
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
  const period = firstPeriod(advanceOn, firstPaymentOn);
  const stressedRate = Number((annualRate + stressAdded).toFixed(8));
  let made: Schedule | null = null;
  return {
    get schedule() {
      return (made ??= schedule({ principal: amount, annualRate, payments: termMonths, advanceOn, firstPaymentOn }));
    },
    payment: levelPayment(amount, annualRate, termMonths, period),
    firstPeriod: period,
    principal: amount,
    annualRate,
    payments: termMonths,
    stressedPayment: levelPayment(amount, stressedRate, termMonths, period),
    note: `${percent(annualRate)} a year over ${termMonths} months`,
    stressedNote: `${percent(stressedRate)} a year over ${termMonths} months`,
    advanceOn,
  };
}

const percent = (fraction: number): string => `${(fraction * 100).toFixed(2)} %`;

function waitingForRequest({ file }: Base): string {
  const { amount, termMonths } = file.request;
  if (amount === null || amount <= 0) return file.product.amountIs === 'rent' ? 'the rent' : 'the amount';
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

/** What is left for the household to pay of the rent asked, after subsidies. */
function rentTerm(file: AffordabilityInput, counted: readonly CountedIncome[]): Term | null {
  const { amount } = file.request;
  if (file.product.amountIs !== 'rent' || amount === null || amount <= 0) return null;
  const subsidies = counted.filter(({ income, monthly }) => income.kind === 'subsidy' && monthly > 0);
  const rent: Term = { label: 'Rent a month', sign: '+', value: amount, unit: 'money', place: { chapter: 'request', anchor: 'amount' } };
  if (subsidies.length === 0) return { ...rent, label: 'Rent asked' };
  let left: number = amount;
  const lines = subsidies.map<Term>(({ income, monthly }) => {
    const taken = Math.min(left, monthly);
    left -= taken;
    return { label: income.source ?? 'Rent subsidy', sign: '−', value: taken, unit: 'money', place: { chapter: 'income', anchor: `${income.id}.amount` } };
  });
  return { label: 'Own share of the rent', sign: '+', value: left, unit: 'money', terms: [rent, ...lines] };
}

const sumLine = (label: string, sign: Term['sign'], terms: Term[]): Term => ({ label, sign, value: total(terms), unit: 'money', terms });

const NO_INCOME = 'an income that counts';

function figureOf(base: Base, measure: Measure): Figure {
  const { file, loan, asked, income } = base;
  const incomeLabel = file.product.income.basis === 'net' ? 'Income a month after tax that counts' : 'Income a month that counts';
  const waiting = waitingForRequest(base);
  const monthlyIncome = total(income);
  const make = (terms: Term[]): Figure => figure(base, measure, terms, null);
  const wait = (what: string): Figure => figure(base, measure, [], what);
  switch (measure) {
    case 'payment':
      return loan ? paymentFigure(base, loan) : asked ? make([asked]) : wait(waiting);
    case 'totalPayable':
      return loan ? make(totalTerms(base, loan)) : wait(waiting);
    case 'apr':
      return loan ? aprFigure(base, loan) : wait(waiting);
    case 'housingShare': {
      if (monthlyIncome <= 0) return wait(NO_INCOME);
      const cost = file.product.amountIs === 'rent' ? asked : sumLine('Housing a month', '+', base.housing);
      return cost ? make([cost, sumLine(incomeLabel, '÷', income)]) : wait(waiting);
    }
    case 'dtiBefore':
      return monthlyIncome > 0 ? make([sumLine('Obligations a month', '+', base.before), sumLine(incomeLabel, '÷', income)]) : wait(NO_INCOME);
    case 'dtiAfter':
      if (!asked) return wait(waiting);
      return monthlyIncome > 0 ? make([sumLine('Obligations a month', '+', [...base.kept, asked]), sumLine(incomeLabel, '÷', income)]) : wait(NO_INCOME);
    case 'moneyLeft':
      return asked ? leftFigure(base, measure, incomeLabel, asked) : wait(waiting);
    case 'moneyLeftStressed':
      if (!asked) return wait(waiting);
      return leftFigure(base, measure, incomeLabel, loan ? paymentTerm(loan.stressedPayment, loan.stressedNote) : asked);
    case 'residualIncome':
      if (!base.net) return wait('a tax table of the place');
      if (!asked) return wait(waiting);
      if (base.net.length === 0) return wait(NO_INCOME);
      return make([sumLine('Income a month after tax', '+', base.net), sumLine('Obligations that stay', '−', base.kept), { ...asked, sign: '−' }]);
    case 'loanToIncome': {
      const { amount } = file.request;
      if (amount === null || amount <= 0) return wait(waiting);
      return base.gross > 0 ? make([amountTerm(amount), yearOf(base, '÷')]) : wait(NO_INCOME);
    }
    case 'ltv': {
      const { amount, price } = file.request;
      if (amount === null || amount <= 0) return wait('the amount');
      if (price === null || price <= 0) return wait('the price');
      return make([amountTerm(amount), { label: 'Price', sign: '÷', value: price, unit: 'money', place: { chapter: 'request', anchor: 'price' } }]);
    }
    case 'paymentShock': {
      if (!asked) return wait(waiting);
      const now = total(base.housing);
      if (now <= 0) return wait('what housing costs now');
      const then = file.product.amountIs === 'rent' ? [asked] : [...base.housing, asked];
      return make([
        sumLine('Housing and this request', '+', then),
        sumLine('Housing now', '÷', base.housing),
        { label: 'What is paid now', sign: '−', value: 1, unit: 'ratio' },
      ]);
    }
    case 'rentCover':
      if (!asked) return wait(waiting);
      if (asked.value <= 0) return wait('a rent that isn’t wholly subsidised');
      return monthlyIncome > 0 ? make([sumLine(incomeLabel, '+', income), { ...asked, sign: '÷' }]) : wait(NO_INCOME);
    case 'reserves': {
      if (!asked) return wait(waiting);
      // Reserves are for when income is gone, so living costs are held against the benchmark of no income here.
      const living = livingCosts(file, { size: base.size, region: base.region, yearlyIncome: 0 });
      const out = sumLine('Outgoings a month', '÷', [...base.kept, { ...living.counted, sign: '+' }, asked]);
      return out.value > 0 ? make([sumLine('Liquid assets that are left', '+', reserveTerms(file)), out]) : wait('what goes out each month');
    }
    case 'debtServiceCover':
      return coverFigure(base, measure, asked, waiting);
    case 'guidelineShare': {
      const guideline = file.pack.guideline;
      const line = guideline ? guidelineFor(guideline, base.region, base.size) : null;
      if (!guideline || line === null) return wait('a guideline of the place');
      return make([
        yearOf(base, '+'),
        {
          label: `Guideline ${guideline.year} for ${base.size} ${base.size === 1 ? 'person' : 'persons'}`,
          sign: '÷',
          value: line,
          unit: 'money',
          note: guideline.source,
        },
      ]);
    }
  }
}

const amountTerm = (amount: number): Term => ({ label: 'Amount', sign: '+', value: amount, unit: 'money', place: { chapter: 'request', anchor: 'amount' } });

const yearOf = (base: Base, sign: Term['sign']): Term => ({
  label: 'Income a year before tax that counts',
  sign,
  value: base.gross * 12,
  unit: 'money',
  terms: [sumLine('A month', '+', base.grossLines), { label: 'Months in a year', sign: '×', value: 12, unit: 'count' }],
});

/** What each unit of the amount costs a month, so that amount × it is the payment to the cent. */
function paymentFigure(base: Base, loan: Loan): Figure {
  const { firstPeriod: period, payment } = loan;
  const regular = period.months === 1 && period.days === 0;
  const factor = Number(paymentFactor(loan.annualRate, loan.payments, period).toFixed(12));
  return figure(
    base,
    'payment',
    [
      amountTerm(loan.principal),
      {
        label: 'Payment for each 1.00 of the amount',
        sign: '×',
        value: exactFactor(factor, loan.principal, payment),
        unit: 'count',
        note: regular
          ? `${loan.note}: i ÷ (1 − (1 + i)^−n) with i = rate ÷ 12`
          : `${loan.note}; the first period is ${period.months} months and ${period.days} days at rate ÷ 365 a day`,
      },
    ],
    null,
  );
}

/** Twelve decimals lead to the payment but where it lies a hair from the half cent; there the quotient itself is shown. */
function exactFactor(factor: number, principal: number, payment: number): number {
  return roundTo('money', new Decimal(factor).times(principal)) === payment ? factor : payment / principal;
}

function totalTerms(base: Base, loan: Loan): Term[] {
  return [
    amountTerm(loan.principal),
    { label: 'Interest over the term', sign: '+', value: loan.schedule.totalInterest, unit: 'money' },
    { label: 'Fee, taken from the pay-out', sign: '+', value: base.file.product.pricing.fee, unit: 'money' },
  ];
}

const MONTHS_IN_YEAR = 12;

function aprFigure(base: Base, loan: Loan): Figure {
  const { fee } = base.file.product.pricing;
  const financed = loan.principal - fee;
  if (financed <= 0) return figure(base, 'apr', [], 'an amount above the fee');
  const payments = loan.schedule.rows.map(({ dueOn, payment }) => ({ on: dueOn, amount: payment }));
  const rate = regulationZRate([{ on: loan.advanceOn, amount: minor(financed) }], payments, { kind: 'months', length: 1 });
  return figure(
    base,
    'apr',
    [
      { ...amountTerm(loan.principal), sign: '·' },
      { label: 'Fee, a prepaid finance charge', sign: '·', value: 0 - fee, unit: 'money' },
      { label: 'Paid out', sign: '·', value: financed, unit: 'money' },
      {
        label: 'Rate of a month',
        sign: '+',
        value: Number((rate / MONTHS_IN_YEAR).toFixed(12)),
        unit: 'count',
        note: `at which ${loan.schedule.rows.length} payments are worth what is paid out on the day of the advance (12 CFR 1026 Appendix J)`,
      },
      { label: 'Months in a year', sign: '×', value: MONTHS_IN_YEAR, unit: 'count' },
    ],
    null,
  );
}

function leftFigure(base: Base, measure: Measure, incomeLabel: string, asked: Term): Figure {
  if (base.income.length === 0) return figure(base, measure, [], NO_INCOME);
  return figure(
    base,
    measure,
    [sumLine(incomeLabel, '+', base.income), sumLine('Obligations that stay', '−', base.kept), base.living.counted, { ...asked, sign: '−' }],
    null,
  );
}

const BUSINESS_INCOME: readonly string[] = ['selfEmployed', 'rent'];

function coverFigure(base: Base, measure: Measure, asked: Term | null, waiting: string): Figure {
  if (!asked) return figure(base, measure, [], waiting);
  const earned = base.counted.filter(({ income }) => BUSINESS_INCOME.includes(income.kind ?? '')).map(({ counted }) => counted);
  if (earned.length === 0) return figure(base, measure, [], 'an income of a business');
  const { debts } = base.file;
  const owed = base.kept.filter(({ place }) => {
    const debt = place?.chapter === 'commitments' ? debts.find(({ id }) => place.anchor.startsWith(`${id}.`)) : undefined;
    return debt !== undefined && BUSINESS_DEBTS.includes(debt.kind ?? '');
  });
  const service = sumLine('Debt service a month', '÷', [...owed, asked]);
  if (service.value <= 0) return figure(base, measure, [], 'a payment to cover');
  return figure(base, measure, [sumLine('What the business earns a month', '+', earned), service], null);
}

function figure(base: Base, measure: Measure, terms: Term[], waitingFor: string | null): Figure {
  const unit = MEASURE_UNIT[measure];
  const value = waitingFor === null ? valueOf(terms, unit) : null;
  const limit = limitOf(base, measure);
  const label = measure === 'payment' && base.file.product.amountIs === 'rent' ? 'Own share of the rent' : MEASURE_LABEL[measure];
  return { measure, label, means: MEASURE_MEANING[measure], unit, value, waitingFor, limit, verdict: verdictOf(value, limit), terms };
}

/** What lines of a figure come to: sums of whole minor units need no decimals. */
function valueOf(terms: readonly Term[], unit: Figure['unit']): number {
  const onlySums = unit === 'money' && terms.every(({ sign }) => sign !== '×' && sign !== '÷');
  return onlySums ? total(terms) : roundTo(unit, worked(terms));
}

/** The product's limit of a measure; a published table's value where it rests on one. */
function limitOf({ file, region, size }: Base, measure: Measure): Limit | null {
  const limit = file.product.limits.find((candidate) => candidate.measure === measure) ?? null;
  if (limit?.from !== 'residualIncome') return limit;
  const { residualIncome } = file.pack;
  const value = residualIncome ? residualFor(residualIncome, region, size, file.request.amount ?? 0) : null;
  return value === null
    ? { ...limit, rule: `${limit.rule} The table doesn’t know where they live, so the least is ${moneyIn(file.pack)(limit.value)}.` }
    : { ...limit, value };
}

function verdictOf(value: number | null, limit: Limit | null): Verdict {
  if (!limit) return 'noLimit';
  if (value === null) return 'unknown';
  const within = (bound: number): boolean => (limit.bound === 'most' ? value <= bound : value >= bound);
  if (!within(limit.value)) return 'outside';
  return limit.refer === undefined || within(limit.refer) ? 'inside' : 'refer';
}

/** Whether a figure is worse than the one that an exception was granted for. */
export function isWorse(limit: Limit, value: number, granted: number): boolean {
  return limit.bound === 'most' ? value > granted : value < granted;
}
