import { Decimal } from 'decimal.js';
import { unitPeriodsInYear } from '../../credit/apr/index';
import { cashForDebtMonthly, newestYear, payrollTerms } from '../../lending/business/index';
import { inPercent, roundTo, total, worked, type Term } from '../../basis/arithmetic/index';
import { BUSINESS_DEBTS, debtTerms, housingTerms } from '../../means/commitments/index';
import { advancesOf, annualPercentageRate, costsOf, isPlain, requestLacks, unitPeriodOf, type Costs } from '../../lending/costs/index';
import type { IsoDate } from '../../basis/dates/index';
import { feesPaid } from '../../lending/fees/index';
import type { FileState } from '../../file/state/index';
import { homeNow, householdOf } from '../../people/household/index';
import { countIncomes, workQuestions, type CountedIncome, type IncomeQuestion } from '../../means/income/index';
import { guidelineFor, livingCosts, residualFor, type LivingCosts } from '../../means/living/index';
import { firstPeriod, paymentFactor, type Schedule } from '../../credit/loan/index';
import { minor, moneyIn, proportion, type Minor } from '../../basis/money/index';
import type { Limit, Measure } from '../../file/product/index';
import { lendingValueTerms, priorChargeTerms, valueTerms } from '../../lending/securities/index';
import { takeHome, taxTableOn, type YearlyEarnings } from '../../means/tax/index';
import { reserveTerms } from '../../means/worth/index';

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
  costs: Costs | null;
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
  combinedLtv: 'Combined loan-to-value',
  lendingValue: 'Share of lending value',
  payrollShare: 'Share of payroll loan',
  paymentShock: 'Payment shock',
  rentCover: 'Rent cover',
  reserves: 'Months of reserves',
  debtServiceCover: 'Debt service cover',
  guidelineShare: 'Share of the poverty guideline',
};

export const MEASURE_MEANING: Record<Measure, string> = {
  payment:
    'What all parts take a month: of each its highest regular payment. A level payment is amount × i ÷ (1 − (1 + i)^−n), with simple interest over an odd first period.',
  totalPayable: 'All payments, and fees that are paid beforehand (Directive 2008/48/EC, Article 3 (h)).',
  apr: 'The rate at which all payments are worth what is paid out, less fees that are finance charges (12 CFR 1026 Appendix J, or Directive 2008/48/EC Annex I).',
  housingShare: 'What housing takes of the income that counts (common practice, no source).',
  dtiBefore: 'Debt obligations a month, without this request, over the income that counts (12 CFR 1026.43(c)(7)).',
  dtiAfter: 'Debt obligations a month, with this request, over the income that counts (12 CFR 1026.43(c)(7)).',
  moneyLeft: 'Income that counts less obligations, living costs and this request (common practice, no source).',
  moneyLeftStressed: 'The same with the payment at the stressed rate (common practice, no source).',
  residualIncome: 'Income after tax less obligations and this request, against a table by region, family and loan (38 CFR 36.4340(e)).',
  loanToIncome: 'The amount over the yearly income that counts, before tax (common practice, no source).',
  ltv: 'What is owed at first over the value of the securities, or over the price where there are none (common practice, no source).',
  combinedLtv:
    'What is owed at first and all charges that stand before it, over the value of the securities, or over the price where there are none (common practice, no source).',
  lendingValue: 'What is owed at first over what the securities may be lent on (common practice, no source).',
  payrollShare: 'The amount over the largest loan by payroll: a month’s average payroll, capped for each person, times the product’s multiple.',
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
  combinedLtv: 'ratio',
  lendingValue: 'ratio',
  payrollShare: 'ratio',
  paymentShock: 'ratio',
  rentCover: 'times',
  reserves: 'months',
  debtServiceCover: 'times',
  guidelineShare: 'ratio',
};

/** The part of a file that affordability reads. */
export type AffordabilityInput = Pick<
  FileState,
  | 'product'
  | 'pack'
  | 'request'
  | 'people'
  | 'relations'
  | 'homes'
  | 'works'
  | 'incomes'
  | 'livingCosts'
  | 'debts'
  | 'assets'
  | 'papers'
  | 'parts'
  | 'securities'
  | 'payrolls'
  | 'accounts'
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
    schedule: base.costs?.schedule ?? null,
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
  const { income, kept, living, asked, costs } = baseOf(file, today);
  return { income, kept, living, request: asked, costs };
}

/** What doesn't depend on the request but for its term and start: income, household and living costs. */
export interface Ground {
  counted: CountedIncome[];
  /** Lines of income on the product's basis. */
  income: Term[];
  grossLines: Term[];
  gross: number;
  net: Term[] | null;
  housing: Term[];
  living: LivingCosts;
  size: number;
  region: string | null;
}

interface Base extends Ground {
  file: AffordabilityInput;
  before: Term[];
  kept: Term[];
  costs: Costs | null;
  asked: Term | null;
}

/** Works what stays the same while a request is changed; it may be kept for files with the same people, incomes, homes, living costs, term and start. */
export function groundOf(file: AffordabilityInput, today: IsoDate): Ground {
  const counted = countIncomes(file, today);
  const { product } = file;
  const grossLines = counted.map(({ counted: term }) => term);
  const gross = total(grossLines);
  const net = product.income.basis === 'net' || product.measures.includes('residualIncome') ? netLines(file, counted, today) : null;
  const income = product.income.basis === 'net' ? (net ?? []) : grossLines;
  const applicant = file.people.find(({ role }) => role === 'applicant');
  const region = (applicant && homeNow(file, applicant.id)?.region) || null;
  const size = Math.max(1, householdOf(file, today).size);
  return {
    counted,
    income,
    grossLines,
    gross,
    net,
    housing: housingTerms(file),
    living: livingCosts(file, { size, region, yearlyIncome: gross * 12 }),
    size,
    region,
  };
}

function baseOf(file: AffordabilityInput, today: IsoDate, ground: Ground = groundOf(file, today)): Base {
  const { product } = file;
  const stay = product.amountIs === 'rent' ? [] : ground.housing;
  const costs = product.amountIs === 'loan' ? costsOf(file, today) : null;
  return {
    ...ground,
    file,
    before: [...ground.housing, ...debtTerms(file, today, false)],
    kept: [...stay, ...debtTerms(file, today, true)],
    costs,
    asked: costs ? paymentTerm(costs) : rentTerm(file, ground.counted),
  };
}

/** Whether a figure of the measures meets a test; the rest is not worked out once one does. */
export function someFigure(
  file: AffordabilityInput,
  today: IsoDate,
  measures: readonly Measure[],
  meets: (figure: Figure) => boolean,
  ground: Ground = groundOf(file, today),
): boolean {
  const base = baseOf(file, today, ground);
  return measures.some((measure) => meets(figureOf(base, measure)));
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

/** What the loan takes a month: the lines of its parts where it has several. */
function paymentTerm({ parts, payment }: Costs): Term {
  const lines = parts.map(({ monthlyTerm }) => monthlyTerm);
  const [only] = lines;
  const opened: Pick<Term, 'note' | 'terms'> =
    only && lines.length === 1 ? { ...(only.note ? { note: only.note } : {}), ...(only.terms ? { terms: only.terms } : {}) } : { terms: lines };
  return {
    label: 'Payment of this loan',
    sign: '+',
    value: payment,
    unit: 'money',
    place: { chapter: 'request', anchor: 'amount' },
    ref: 'payment',
    ...opened,
  };
}

function stressedTerm({ parts, stressedPayment }: Costs): Term {
  const rates = parts.map(({ offer, terms }) => inPercent(terms.annualRate + offer.stressAdded));
  return {
    label: 'Payment of this loan',
    sign: '+',
    value: stressedPayment,
    unit: 'money',
    ref: 'stressedPayment',
    note: `with the rate at ${[...new Set(rates)].join(', ')} a year`,
    place: { chapter: 'request', anchor: 'amount' },
  };
}

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
  const { file, costs, asked, income } = base;
  const incomeLabel = file.product.income.basis === 'net' ? 'Income a month after tax that counts' : 'Income a month that counts';
  const waiting = requestLacks(file);
  const monthlyIncome = total(income);
  const make = (terms: Term[]): Figure => figure(base, measure, terms, null);
  const wait = (what: string): Figure => figure(base, measure, [], what);
  switch (measure) {
    case 'payment':
      return costs ? paymentFigure(base, costs) : asked ? make([asked]) : wait(waiting);
    case 'totalPayable':
      return costs ? make(totalTerms(costs)) : wait(waiting);
    case 'apr':
      return costs ? aprFigure(base, costs) : wait(waiting);
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
      return leftFigure(base, measure, incomeLabel, costs ? stressedTerm(costs) : asked);
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
    case 'ltv':
    case 'combinedLtv': {
      const owed = owedAtFirst(base);
      if (!owed) return wait('the amount');
      const before = measure === 'ltv' ? [] : priorChargeTerms(file);
      const value = pledged(file);
      if (!value) return wait(file.securities.length > 0 ? 'the value of the securities' : 'the price');
      return make([before.length > 0 ? sumLine('Owed on the securities', '+', [owed, ...before]) : owed, value]);
    }
    case 'lendingValue': {
      const values = lendingValueTerms(file);
      const owed = owedAtFirst(base);
      if (!owed) return wait('the amount');
      return total(values) > 0 ? make([owed, sumLine('May be lent on the securities', '÷', values)]) : wait('securities that can be lent on');
    }
    case 'payrollShare': {
      const { amount } = file.request;
      const lines = payrollTerms(file);
      if (amount === null || amount <= 0) return wait('the amount');
      if (!lines) return wait('the payroll');
      const most = roundTo('money', worked(lines));
      return most > 0
        ? make([amountTerm(amount), { label: 'Largest loan by payroll', sign: '÷', value: most, unit: 'money', terms: lines }])
        : wait('somebody who is paid');
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

const amountTerm = (amount: number): Term => ({
  label: 'Amount',
  sign: '+',
  value: amount,
  unit: 'money',
  place: { chapter: 'request', anchor: 'amount' },
  ref: 'amount',
});

const yearOf = (base: Base, sign: Term['sign']): Term => ({
  label: 'Income a year before tax that counts',
  sign,
  value: base.gross * 12,
  unit: 'money',
  terms: [sumLine('A month', '+', base.grossLines), { label: 'Months in a year', sign: '×', value: 12, unit: 'count' }],
});

/** What a loan is measured against: the value of the securities, or the price where there are none. */
function pledged(file: AffordabilityInput): Term | null {
  const values = valueTerms(file);
  if (values.length > 0 || file.securities.length > 0) return total(values) > 0 ? sumLine('Value of the securities', '÷', values) : null;
  const { price } = file.request;
  if (price === null || price <= 0) return null;
  return { label: 'Price', sign: '÷', value: price, unit: 'money', place: { chapter: 'request', anchor: 'price' } };
}

/** What is owed on the day of the advance: the amount with fees that are added to it. */
function owedAtFirst({ file, costs }: Base): Term | null {
  const { amount } = file.request;
  if (amount === null || amount <= 0) return null;
  const financed = costs ? feesPaid(costs.fees, 'financed') : 0;
  if (!costs || financed === 0) return amountTerm(amount);
  return {
    label: 'Amount with the fees added to it',
    sign: '+',
    value: costs.principal,
    unit: 'money',
    ref: 'principal',
    terms: [
      amountTerm(costs.amount),
      {
        label: 'Fees added to it',
        sign: '+',
        value: financed,
        unit: 'money',
        terms: costs.fees.filter(({ rule }) => rule.paid === 'financed').map(({ term }) => term),
      },
    ],
  };
}

/** The payment by its parts; of a plain monthly loan what each unit of the amount costs, so that amount × it is the payment to the cent. */
function paymentFigure(base: Base, costs: Costs): Figure {
  const [part] = costs.parts;
  const lines = costs.parts.map(({ monthlyTerm }) => monthlyTerm);
  if (!part || costs.parts.length > 1 || !isPlain(part.terms)) return figure(base, 'payment', lines, null);
  const { principal, annualRate, periods, advanceOn, firstPaymentOn } = part.terms;
  const period = firstPeriod(advanceOn, firstPaymentOn);
  const regular = period.months === 1 && period.days === 0;
  const factor = Number(paymentFactor(annualRate, periods, period).toFixed(12));
  const note = `${inPercent(annualRate)} a year over ${periods} months`;
  return figure(
    base,
    'payment',
    [
      owedAtFirst(base) ?? amountTerm(principal),
      {
        label: 'Payment for each 1.00 of it',
        ref: 'paymentFactor',
        sign: '×',
        value: exactFactor(factor, principal, costs.payment),
        unit: 'count',
        note: regular
          ? `${note}: i ÷ (1 − (1 + i)^−n) with i = rate ÷ 12`
          : `${note}; the first period is ${period.months} months and ${period.days} days at rate ÷ 365 a day`,
      },
    ],
    null,
  );
}

/** Twelve decimals lead to the payment but where it lies a hair from the half cent; there the quotient itself is shown. */
function exactFactor(factor: number, principal: number, payment: number): number {
  return roundTo('money', new Decimal(factor).times(principal)) === payment ? factor : payment / principal;
}

function totalTerms(costs: Costs): Term[] {
  return [
    amountTerm(costs.amount),
    ...costs.fees.map<Term>(({ rule, term }) => (rule.paid === 'withheld' ? { ...term, sign: '·', note: `${term.note ?? ''}, so it is in the amount` } : term)),
    { label: 'Interest over the term', sign: '+', value: costs.schedule.totalInterest, unit: 'money', ref: 'interest' },
  ];
}

const UNIT_NAME = { months: 'month', weeks: 'week', days: 'day' };

function aprFigure(base: Base, costs: Costs): Figure {
  const method = base.file.pack.rateMethod;
  const rate = annualPercentageRate(costs, method);
  if (rate === null) return figure(base, 'apr', [], 'an amount above the fees');
  const charges = costs.fees.filter(({ rule }) => rule.inRate);
  const paid = costs.schedule.rows.filter(({ payment }) => payment > 0).length;
  const advanced = advancesOf(costs).reduce((so, { amount }) => so + amount, 0);
  const lines: Term[] = [
    { ...(owedAtFirst(base) ?? amountTerm(costs.principal)), sign: '·' },
    ...charges.map<Term>(({ term }) => ({ ...term, sign: '·', note: 'a finance charge, which comes off' })),
    { label: costs.parts.length > 1 ? 'Advanced in all' : 'Paid out, as the rate counts it', sign: '·', value: advanced, unit: 'money', ref: 'advanced' },
  ];
  if (method === 'directive')
    return figure(
      base,
      'apr',
      [
        ...lines,
        {
          label: 'Rate of a year',
          sign: '+',
          value: Number(rate.toFixed(12)),
          unit: 'count',
          ref: 'rate',
          note: `at which ${paid} payments are worth what is advanced (Directive 2008/48/EC, Annex I)`,
        },
      ],
      null,
    );
  const unit = unitPeriodOf(costs);
  const inYear = unitPeriodsInYear(unit);
  return figure(
    base,
    'apr',
    [
      ...lines,
      {
        label: unit.length === 1 ? `Rate of a ${UNIT_NAME[unit.kind]}` : `Rate of ${unit.length} ${UNIT_NAME[unit.kind]}s`,
        sign: '+',
        value: Number((rate / inYear).toFixed(12)),
        unit: 'count',
        ref: 'rate',
        note: `at which ${paid} payments are worth what is advanced (12 CFR 1026 Appendix J)`,
      },
      { label: 'Of them in a year', sign: '×', value: Number(inYear.toFixed(6)), unit: 'count', ref: 'ratePeriods' },
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
  const year = newestYear(base.file);
  const earned = year
    ? [cashForDebtMonthly(year)]
    : base.counted.filter(({ income }) => BUSINESS_INCOME.includes(income.kind ?? '')).map(({ counted }) => counted);
  if (earned.length === 0) return figure(base, measure, [], 'an income or accounts of a business');
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
