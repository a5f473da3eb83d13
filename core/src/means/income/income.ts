import { worked, roundTo, type Term } from '../../basis/arithmetic/index';
import { addDays, addMonths, dateInWords, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
import type { FilePerson, FileState, Income } from '../../file/state/index';
import { FREQUENCY_LABEL, WEEKS_A_YEAR, toMonthly } from '../../basis/frequency/index';
import { incomeBar } from '../../people/household/index';
import { minor, moneyIn, proportion, scaled, type Minor } from '../../basis/money/index';
import type { IncomePolicy, IncomeRule } from '../../file/product/index';

export const INCOME_KINDS = [
  'wage',
  'overtime',
  'bonus',
  'commission',
  'selfEmployed',
  'pension',
  'benefit',
  'rent',
  'support',
  'investment',
  'subsidy',
] as const;
export type IncomeKind = (typeof INCOME_KINDS)[number];

export const INCOME_KIND_LABEL: Record<string, string> = {
  wage: 'Wage',
  overtime: 'Overtime',
  bonus: 'Bonus',
  commission: 'Commission',
  selfEmployed: 'Self-employment',
  pension: 'Pension',
  benefit: 'Benefit',
  rent: 'Rent received',
  support: 'Support received',
  investment: 'Investment',
  subsidy: 'Rent subsidy',
};

/**
 * How a source's monthly figure comes about. rate: an amount each time; average: all that came over some months;
 * accounts: years of profit; yield: a share of a capital.
 */
export type IncomeMethod = 'rate' | 'average' | 'accounts' | 'yield';

/** Variable income is an average wherever months of it are given. */
const VARIABLE: readonly string[] = ['overtime', 'bonus', 'commission'];

export function methodOf(income: Pick<Income, 'kind' | 'frequency' | 'monthsSeen' | 'profitLatest' | 'capital' | 'amount'>): IncomeMethod {
  const { kind } = income;
  if (kind !== null && VARIABLE.includes(kind) && (income.monthsSeen !== null || income.frequency === null)) return 'average';
  if (kind === 'selfEmployed' && (income.profitLatest !== null || income.amount === null)) return 'accounts';
  if (kind === 'investment' && (income.capital !== null || income.amount === null)) return 'yield';
  return 'rate';
}

/** The field of a source that a paper of its payer shows. */
export const FIGURE_FIELD: Record<IncomeMethod, 'amount' | 'profitLatest' | 'capital'> = {
  rate: 'amount',
  average: 'amount',
  accounts: 'profitLatest',
  yield: 'capital',
};

/** What was stated for a source in the figure that a paper shows. */
export const statedFigure = (income: Income): Minor | null => income[FIGURE_FIELD[methodOf(income)]];

/** The part of a file that incomes are counted from. */
export type IncomeInput = Pick<FileState, 'product' | 'pack' | 'request' | 'people' | 'incomes' | 'works' | 'papers'>;

/** Something about an income that has to be explained before it can be relied on. */
export interface IncomeQuestion {
  /** Names the income, the question, and the figures that raise it. */
  subject: string;
  code: 'yearToDate' | 'probation' | 'contractEnds' | 'held' | 'falling' | 'gap';
  incomeId: string | null;
  personId: string;
  what: string;
  why: string;
  /** The monthly figure that can be supported, where there is one. */
  supported?: Minor;
}

export interface CountedIncome {
  income: Income;
  /** Its monthly figure before shares: what the person gets. */
  monthly: Minor;
  /** The monthly figure that counts, before tax, with the arithmetic that leads to it. */
  counted: Term;
  /** Why it counts for nothing, or less; null where nothing was left out. */
  leftOut: string | null;
  /** What comes out each month by the payslip, where it counts on a net basis. */
  netMonthly: Minor | null;
  questions: IncomeQuestion[];
}

/** What an accepted paper shows for an income; the latest judgement holds. */
export function evidencedAmount(file: Pick<FileState, 'papers'>, incomeId: string): { amount: Minor; page: number } | null {
  const key = `income:${incomeId}`;
  let found: FileState['papers'][number] | null = null;
  for (const paper of file.papers)
    if (paper.conditionKey === key && paper.state === 'accepted' && paper.proof?.amount != null && (!found || (found.judgedAt ?? '') < (paper.judgedAt ?? '')))
      found = paper;
  const proof = found?.proof;
  return proof && proof.amount !== null ? { amount: proof.amount, page: proof.page } : null;
}

/**
 * Every source of a file as its product counts it; sources that lack a figure, or whose person is not in the file, are absent.
 * Monthly figures are whole minor units: one rounding where the amount becomes monthly, one where the share is taken.
 */
export function countIncomes(file: IncomeInput, today: IsoDate): CountedIncome[] {
  return file.incomes.map((income) => countIncome(file, income, today)).filter((counted): counted is CountedIncome => counted !== null);
}

/**
 * One source: what was keyed or evidenced, turned into a monthly figure by its method, and into what counts by the
 * product's rule for its kind. The evidenced figure is relied on where a paper was accepted, else the stated one.
 * @returns null while a figure that its method needs is missing.
 */
export function countIncome(file: IncomeInput, income: Income, today: IsoDate): CountedIncome | null {
  const person = file.people.find(({ id }) => id === income.personId);
  if (!person) return null;
  const policy = file.product.income;
  const rule = policy.kinds[income.kind ?? ''];
  const made = monthlyOf(file, income);
  if (!made) return null;
  const { monthly, terms, drop } = made;
  const questions = questionsOf(file, income, person, rule, monthly, drop, today);
  const bar = barOf(file, income, person, rule, today);
  const cut = bar === null ? outlookOf(file, income, today) : null;
  const share = bar === null ? (rule?.share ?? 0) : 0;
  const place = { chapter: 'income' as const, anchor: income.id };
  const lines: Term[] = [{ label: 'Comes to, a month', sign: '+', value: monthly, unit: 'money', terms }];
  let counted: number = monthly;
  if (income.untaxed && policy.basis === 'gross' && policy.grossUp > 0 && bar === null) {
    const grossed = scaled(counted, 1 + policy.grossUp);
    lines[0] = {
      label: 'Untaxed, so grossed up',
      sign: '+',
      value: grossed,
      unit: 'money',
      terms: [
        { label: 'Comes to, a month', sign: '+', value: monthly, unit: 'money', terms },
        { label: `Of each, with ${percentOf(policy.grossUp)} for the tax that isn’t paid`, sign: '×', value: 1 + policy.grossUp, unit: 'count' },
      ],
    };
    counted = grossed;
  }
  if (cut) lines.push({ label: cut.label, sign: '×', value: cut.months, unit: 'months' }, { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' });
  lines.push({ label: bar ?? 'Share that counts for this kind', sign: '×', value: share, unit: 'ratio', ...(rule ? { note: rule.why } : {}) });
  if (cut) counted = roundTo('money', worked(lines));
  else if (share !== 1) counted = scaled(counted, share);
  const label = `${person.fullName ?? 'Somebody'}: ${income.source ?? INCOME_KIND_LABEL[income.kind ?? ''] ?? 'income'}`;
  const partly = share < 1 && share > 0 ? `${percentOf(share)} of it counts. ${rule?.why ?? ''}` : null;
  return {
    income,
    monthly,
    counted: { label, sign: '+', value: counted, unit: 'money', place, personId: person.id, terms: lines },
    leftOut: bar ?? (cut && cut.months < 12 ? cut.label : partly),
    netMonthly: bar === null ? netMonthlyOf(income, cut?.months ?? 12, share) : null,
    questions,
  };
}

const percentOf = (share: number): string => `${Number((share * 100).toFixed(2))} %`;

interface Monthly {
  monthly: Minor;
  terms: Term[];
  /** By how much profits fell, as a share of the year before. */
  drop?: number;
}

function monthlyOf(file: IncomeInput, income: Income): Monthly | null {
  const method = methodOf(income);
  const evidence = evidencedAmount(file, income.id);
  const stated = statedFigure(income);
  const relied = evidence?.amount ?? stated;
  if (relied === null || income.kind === null) return null;
  const from: Term = {
    label: evidence ? `Relied on: what the paper shows (page ${evidence.page})` : 'Relied on: as stated, no paper accepted yet',
    sign: '+',
    value: relied,
    unit: 'money',
    place: { chapter: 'income', anchor: `${income.id}.${FIGURE_FIELD[method]}` },
  };
  if (method === 'accounts') return fromAccounts(income, from);
  if (method === 'yield') return fromCapital(income, from);
  if (method === 'average') return fromMonths(income, from);
  return fromRate(income, from);
}

function fromRate(income: Income, from: Term): Monthly | null {
  const { frequency, hoursPerWeek } = income;
  if (frequency === null || (frequency === 'hourly' && hoursPerWeek === null)) return null;
  const weeks = income.weeksPerYear ?? WEEKS_A_YEAR;
  const { monthly, perYear } = toMonthly(minor(from.value), frequency, hoursPerWeek, weeks);
  const extra = frequency === 'monthly' ? (income.extraMonths ?? 0) : 0;
  const times: Term[] =
    frequency === 'hourly'
      ? [
          { label: 'Hours a week', sign: '×', value: hoursPerWeek ?? 0, unit: 'count' },
          { label: 'Weeks paid in a year', sign: '×', value: weeks, unit: 'count' },
        ]
      : [
          {
            label: extra > 0 ? `Months’ pay in a year, with ${extra === 1 ? 'a thirteenth' : `${extra} more`}` : 'Times a year',
            sign: '×',
            value: perYear + extra,
            unit: 'count',
          },
        ];
  return {
    monthly: extra > 0 ? proportion(from.value, 12 + extra, 12) : monthly,
    terms: [{ ...from, note: FREQUENCY_LABEL[frequency] }, ...times, { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' }],
  };
}

/** All that came over some months, over those months. */
function fromMonths(income: Income, from: Term): Monthly | null {
  const months = income.monthsSeen;
  if (months === null || months < 1) return null;
  return {
    monthly: proportion(from.value, 1, months),
    terms: [
      { ...from, note: `all that came in ${months} months` },
      { label: 'Months over which it came', sign: '÷', value: months, unit: 'count' },
    ],
  };
}

/**
 * Profit with what was taken off without being spent put back. Two years are averaged when the latest is no lower, else
 * the lower one counts (common practice, no source).
 */
function fromAccounts(income: Income, from: Term): Monthly {
  const year = (label: string, profit: Term, addBack: Minor | null): Term => ({
    label,
    sign: '+',
    value: profit.value + (addBack ?? 0),
    unit: 'money',
    terms: [profit, ...(addBack ? [{ label: 'Put back: taken off without being spent', sign: '+' as const, value: addBack, unit: 'money' as const }] : [])],
  });
  const ended = income.yearEnd ? ` to ${dateInWords(income.yearEnd)}` : '';
  const latest = year(`Latest year${ended}`, { ...from, note: 'profit' }, income.addBackLatest);
  if (income.profitBefore === null)
    return { monthly: proportion(latest.value, 1, 12), terms: [latest, { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' }] };
  const profitBefore: Term = {
    label: 'Profit, as stated',
    sign: '+',
    value: income.profitBefore,
    unit: 'money',
    place: { chapter: 'income', anchor: `${income.id}.profitBefore` },
  };
  const before = year('Year before', profitBefore, income.addBackBefore);
  if (latest.value >= before.value)
    return {
      monthly: proportion(latest.value + before.value, 1, 24),
      terms: [latest, before, { label: 'Months in both years: no lower than before, so the average', sign: '÷', value: 24, unit: 'count' }],
    };
  return {
    monthly: proportion(latest.value, 1, 12),
    terms: [
      latest,
      { ...before, sign: '·', note: 'higher, so it doesn’t count' },
      { label: 'Months in a year: falling, so the lower year', sign: '÷', value: 12, unit: 'count' },
    ],
    ...(before.value > 0 ? { drop: (before.value - latest.value) / before.value } : {}),
  };
}

function fromCapital(income: Income, from: Term): Monthly | null {
  if (income.yieldRate === null) return null;
  const terms: Term[] = [
    { ...from, note: 'what is in it' },
    { label: 'Yield a year', sign: '×', value: income.yieldRate, unit: 'ratio', place: { chapter: 'income', anchor: `${income.id}.yieldRate` } },
    { label: 'Months in a year', sign: '÷', value: 12, unit: 'count' },
  ];
  return { monthly: minor(roundTo('money', worked(terms))), terms };
}

/** Take-home pay by the payslip, a month, at the share that counts and for the months that do. */
function netMonthlyOf(income: Income, months: number, share: number): Minor | null {
  const { netAmount, frequency } = income;
  if (netAmount === null || frequency === null || methodOf(income) !== 'rate') return null;
  if (frequency === 'hourly') return null;
  const { monthly } = toMonthly(netAmount, frequency);
  return scaled(proportion(monthly, months, 12), share);
}

/** Why a source counts for nothing. */
function barOf(file: IncomeInput, income: Income, person: FilePerson, rule: IncomeRule | undefined, today: IsoDate): string | null {
  const who = incomeBar(file.product, person, income.kind, today);
  if (who) return who;
  const label = INCOME_KIND_LABEL[income.kind ?? ''] ?? 'This kind';
  if (!rule || rule.share === 0) return income.kind === 'subsidy' ? 'A rent subsidy is taken off the rent instead' : `${label} doesn’t count for this product`;
  if (rule.accountYears !== undefined && methodOf(income) !== 'accounts') return `${rule.accountYears} years of accounts are asked for`;
  if (rule.accountYears !== undefined && rule.accountYears > 1 && income.profitBefore === null)
    return `${rule.accountYears} years of accounts are asked for, one is given`;
  if (rule.historyMonths !== undefined) {
    const seen = methodOf(income) === 'average' ? (income.monthsSeen ?? 0) : 0;
    if (seen < rule.historyMonths) return `${rule.historyMonths} months of it are asked for${seen > 0 ? `, ${seen} are given` : ''}`;
  }
  if (income.until !== null && income.until < today) return `Ended on ${dateInWords(income.until)}`;
  if (file.product.income.outlook === 'now' && income.until !== null && rule.ends === 'cutOff' && income.until < horizonOf(file, today))
    return `Ends on ${dateInWords(income.until)}, before the term does`;
  return null;
}

/** The end of what is asked for: the term, or a year where there is none yet. */
function horizonOf(file: Pick<FileState, 'request'>, today: IsoDate): IsoDate {
  return addMonths(file.request.advanceOn ?? today, file.request.termMonths ?? 12);
}

/** Under the coming year's outlook: the months of it in which the source still comes. */
function outlookOf(file: IncomeInput, income: Income, today: IsoDate): { label: string; months: number } | null {
  if (file.product.income.outlook !== 'comingYear') return null;
  const start = file.request.advanceOn ?? today;
  const end = addMonths(start, 12);
  const until = income.until === null || income.until >= addDays(end, -1) ? end : addDays(income.until, 1);
  const months = until <= start ? 0 : monthsBack(start, until);
  return { label: months === 12 ? 'Months of the coming year' : `Months of the coming year until it ends on ${dateInWords(income.until ?? end)}`, months };
}

const WORKED_FOR: readonly string[] = ['wage', 'overtime', 'bonus', 'commission'];

function questionsOf(
  file: IncomeInput,
  income: Income,
  person: FilePerson,
  rule: IncomeRule | undefined,
  monthly: Minor,
  drop: number | undefined,
  today: IsoDate,
): IncomeQuestion[] {
  const policy = file.product.income;
  if (!rule || rule.share === 0 || incomeBar(file.product, person, income.kind, today) !== null) return [];
  const found: IncomeQuestion[] = [];
  const name = `${income.source ?? INCOME_KIND_LABEL[income.kind ?? ''] ?? 'Income'} of ${person.fullName ?? 'somebody'}`;
  const ask = (code: IncomeQuestion['code'], facts: string | number, what: string, why: string, supported?: Minor): void => {
    found.push({
      subject: `${code}:${income.id}:${facts}`,
      code,
      incomeId: income.id,
      personId: person.id,
      what: `${name}: ${what}`,
      why,
      ...(supported === undefined ? {} : { supported }),
    });
  };
  const money = moneyIn(file.pack);
  const paid = yearToDateOf(file, income, monthly, policy);
  if (paid && paid.verdict !== 'agrees')
    ask(
      'yearToDate',
      `${paid.supported}/${monthly}`,
      `the year to date supports ${money(paid.supported)} a month, ${money(monthly)} is stated`,
      `Since ${dateInWords(paid.from)} the payslip shows ${paid.verdict === 'short' ? 'less' : 'more'} than the stated rate comes to.`,
      paid.supported,
    );
  if (WORKED_FOR.includes(income.kind ?? '')) {
    if (income.probationUntil !== null && income.probationUntil >= today)
      ask('probation', income.probationUntil, `on probation until ${dateInWords(income.probationUntil)}`, 'During probation a job can end at short notice.');
    const held = income.since === null ? null : monthsBack(income.since, today);
    if (income.kind === 'wage' && held !== null && policy.heldMonths > 0 && income.since !== null && income.since <= today && held < policy.heldMonths)
      ask(
        'held',
        income.since,
        `held for ${held} ${held === 1 ? 'month' : 'months'}`,
        `A job held for less than ${policy.heldMonths} months needs a word on what was before.`,
      );
  }
  if (rule.ends === 'question' && income.until !== null && income.until >= today && income.until < horizonOf(file, today))
    ask(
      'contractEnds',
      income.until,
      `ends on ${dateInWords(income.until)}, within the term`,
      'What comes after a contract that ends within the term has to be known.',
    );
  if (drop !== undefined && drop >= policy.fallReferred)
    ask('falling', drop.toFixed(4), `profit fell by ${percentOf(drop)}`, `A fall of ${percentOf(policy.fallReferred)} or more goes to an approver.`);
  return found;
}

export interface YearToDate {
  /** The start of the year, or of the job. */
  from: IsoDate;
  days: number;
  /** What the stated rate comes to in that time. */
  expected: Minor;
  /** The monthly figure that the payslip's total supports. */
  supported: Minor;
  verdict: 'agrees' | 'short' | 'over';
}

/**
 * The payslip's total since the start of the year (or of the job) against the stated rate, counted in days:
 * expected is the stated year × days ÷ days in the year, supported is the total ÷ days × days in the year ÷ 12. Both ends
 * count. Rounded to minor units, half away from zero (common practice, no source).
 * @returns null where the payslip's figure or its date is missing, or nothing can be compared.
 */
export function yearToDateOf(file: Pick<FileState, 'pack'>, income: Income, monthly: Minor, policy: IncomePolicy): YearToDate | null {
  const { yearToDate, yearToDateAt, since } = income;
  if (yearToDate === null || yearToDateAt === null || methodOf(income) === 'accounts' || methodOf(income) === 'yield') return null;
  const yearStart = startOfYear(yearToDateAt, file.pack.yearStarts);
  const from = since !== null && since > yearStart ? since : yearStart;
  if (from > yearToDateAt) return null;
  const days = daysBetween(from, yearToDateAt) + 1;
  const inYear = daysBetween(yearStart, addMonths(yearStart, 12));
  const expected = proportion(monthly * 12, days, inYear);
  const supported = proportion(yearToDate, inYear, days * 12);
  const off = yearToDate - expected;
  const within = Math.abs(off) <= expected * policy.yearToDateTolerance;
  return { from, days, expected, supported, verdict: within ? 'agrees' : off < 0 ? 'short' : 'over' };
}

/** The latest day on or before a date on which a year of payslips starts, `MM-DD`. */
function startOfYear(on: IsoDate, starts: string): IsoDate {
  const year = Number(on.slice(0, 4));
  const inThis = `${year}-${starts}` as IsoDate;
  return inThis <= on ? inThis : (`${year - 1}-${starts}` as IsoDate);
}

/** How far back gaps between jobs are asked about. */
const GAP_YEARS = 2;

/** Times without work, within the last two years, of those whose wages count. */
export function workQuestions(file: IncomeInput, today: IsoDate): IncomeQuestion[] {
  const { gapMonths } = file.product.income;
  if (gapMonths === 0) return [];
  const from = addMonths(today, -12 * GAP_YEARS);
  return file.people.flatMap((person) => {
    const wages = file.incomes.filter(({ personId, kind }) => personId === person.id && kind === 'wage');
    if (wages.length === 0 || incomeBar(file.product, person, 'wage', today) !== null) return [];
    const jobs = file.works
      .filter(({ personId, kind, since }) => personId === person.id && since !== null && (kind === 'employed' || kind === 'selfEmployed'))
      .map(({ since, until }) => ({ since: since as IsoDate, until }))
      .sort((a, b) => a.since.localeCompare(b.since));
    const found: IncomeQuestion[] = [];
    let end: IsoDate | null = null;
    for (const { since, until } of jobs) {
      const gap = end === null || end < from ? 0 : monthsBack(addDays(end, 1), since > end ? since : addDays(end, 1));
      if (end !== null && gap >= gapMonths)
        found.push({
          subject: `gap:${person.id}:${end}/${since}`,
          code: 'gap',
          incomeId: wages[0]?.id ?? null,
          personId: person.id,
          what: `${person.fullName ?? 'Somebody'} was ${gap} ${gap === 1 ? 'month' : 'months'} without work, from ${dateInWords(end)} to ${dateInWords(since)}`,
          why: `A time of ${gapMonths} ${gapMonths === 1 ? 'month' : 'months'} or more between jobs needs a word.`,
        });
      const ended = until ?? today;
      if (end === null || ended > end) end = ended;
    }
    return found;
  });
}
