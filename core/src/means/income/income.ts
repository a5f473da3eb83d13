import { say, type Words } from '../../basis/words/index';
import { since, worked, roundTo, type AsThen, type Term } from '../../basis/arithmetic/index';
import { addDays, addMonths, daysBetween, monthsBack, type IsoDate } from '../../basis/dates/index';
import type { FileState } from '../../file/state/index';
import type { FilePerson } from '../../people/people/fields';
import type { Income } from './fields';
import { kindOfIncome } from './kinds/index';
import type { AskedField, IncomeMethod, Monthly } from './methods/method';
import { yearsGiven } from './methods/accounts';
import { rate } from './methods/rate';
import { settled } from './settlements';
import { incomeBar } from '../../people/household/index';
import { countedShare } from '../../people/roles/index';
import { MAX_AMOUNT, minor, proportion, scaled, type Minor } from '../../basis/money/index';
import type { IncomePolicy, IncomeRule } from '../../file/product/index';

/** How a source's monthly figure comes about. */
const methodFor = (income: Income): IncomeMethod => kindOfIncome(income.kind)?.method(income) ?? rate;
export const methodOf = (income: Income): IncomeMethod['code'] => methodFor(income).code;

/** The field of a source that a paper of its payer shows. */
export const figureFieldOf = (income: Income): IncomeMethod['figure'] => methodFor(income).figure;

/** What a source's figure is worked from, before any paper. */
type StatedInput = Pick<FileState, 'settlements'>;

/** Whether the pay of a source has been raised by a day. */
const isRaised = ({ raisedTo, raisedOn }: Income, today: IsoDate): boolean => raisedTo != null && raisedOn !== null && raisedOn <= today;

/** A source with what its settlement sheets come to, where it has any. */
export function withSheets(file: StatedInput, income: Income): { income: Income; total: Term | null } {
  const sheets = settled(file, income);
  return sheets ? { income: { ...income, amount: minor(sheets.total.value), monthsSeen: sheets.months }, total: sheets.total } : { income, total: null };
}

/** A source as it is stated on a day: with the pay that a raise brought, and what its settlement sheets come to. */
function asStated(file: StatedInput, income: Income, today: IsoDate): { income: Income; total: Term | null } {
  const sheets = withSheets(file, income);
  if (sheets.total) return sheets;
  return { income: methodOf(income) === 'rate' && isRaised(income, today) ? { ...income, amount: income.raisedTo } : income, total: null };
}

/** What was stated for a source in the figure that a paper shows, as it is on a day. */
export function statedFigure(file: StatedInput, income: Income, today: IsoDate): Minor | null {
  const stated = asStated(file, income, today).income;
  return stated[figureFieldOf(stated)];
}

const GROSSED_UP = say('income.untaxedSoGrossedUp');

/** Whether a line is income that was grossed up, its lines under it. */
export const isGrossedUp = ({ label }: Term): boolean => typeof label === 'object' && label.say === GROSSED_UP.say;

/** How somebody calls a source: its payer, or its kind. */
export const sourceName = ({ source, kind }: Pick<Income, 'source' | 'kind'>): string | null => source ?? kindOfIncome(kind)?.label ?? null;

/** Fields of a source that are asked for, by its kind and by what was stated, in the order in which they are keyed. */
export function fieldsAsked(income: Income, basis: IncomePolicy['basis']): AskedField[] {
  const kind = kindOfIncome(income.kind);
  const method = methodFor(income);
  const asked = [...method.asks(income)];
  if (method.code === 'rate' && kind?.varies) asked.push({ field: 'monthsSeen' });
  if (method.code === 'rate' && kind?.mayBeUntaxed !== false) asked.push({ field: 'untaxed' });
  if (kind?.isPay) asked.push({ field: 'yearToDate' }, { field: 'yearToDateAt' });
  // A raise shows in the year to date; nobody keys past it who has none.
  if (kind?.isPay && (income.yearToDate !== null || income.raisedTo != null)) asked.push({ field: 'raisedTo' }, { field: 'raisedOn' });
  if (kind?.isPay && basis === 'net') asked.push({ field: 'netAmount' });
  if (kind?.isPay) asked.push({ field: 'probationUntil' });
  if (method.code !== 'accounts') asked.push({ field: 'until' });
  return asked;
}

/** The part of a file that incomes are counted from. */
export type IncomeInput = Pick<FileState, 'product' | 'pack' | 'request' | 'parts' | 'people' | 'incomes' | 'settlements' | 'works' | 'papers'> & AsThen;

/** Something about an income that has to be explained before it can be relied on. */
export interface IncomeQuestion {
  /** Names the income, the question, and the figures that raise it. */
  subject: string;
  code: 'yearToDate' | 'probation' | 'contractEnds' | 'held' | 'falling' | 'gap' | 'net';
  incomeId: string | null;
  personId: string;
  what: Words;
  why: Words;
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
  leftOut: Words | null;
  /** What comes each month in the year that counts, before shares: what income tax is taken of. */
  taxed: Minor;
  /** Which share of what comes counts, from 0 to 1. */
  share: number;
  /** What counts as money that can be spent: the same as `counted`, without what is added for tax that isn't paid. */
  money: Term;
  /** What comes out each month by the payslip, as a line at the share that counts; null where none shows it. */
  paidOut: Term | null;
  questions: IncomeQuestion[];
}

/** What an accepted paper shows for an income; the latest judgement holds. */
export function evidencedAmount(file: Pick<FileState, 'papers'>, incomeId: string): { amount: Minor; page: number } | null {
  let found: FileState['papers'][number] | null = null;
  for (const paper of file.papers)
    if (
      paper.conditionKey?.slice(paper.conditionKey.indexOf(':') + 1) === incomeId &&
      paper.state === 'accepted' &&
      paper.proof?.amount != null &&
      (!found || (found.judgedAt ?? '') < (paper.judgedAt ?? ''))
    )
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
  const made = monthlyOf(file, income, today);
  if (!made) return null;
  const { monthly, terms, drop } = made;
  const questions = questionsOf(file, income, person, rule, monthly, drop, today);
  // What comes to more than can be keyed at all is a slip of the hand, and would outgrow what sums are exact in.
  const bar = Math.abs(monthly) > MAX_AMOUNT ? say('income.moreThanCanBeWorked') : barOf(file, income, person, rule, monthly, today);
  const cut = bar === null ? outlookOf(file, income, today) : null;
  const ofRole = countedShare(file.product, person, 'income');
  // A loss counts in full, whatever would count of a profit.
  const loss = since(file, 3) && monthly < 0;
  const ofKind = loss ? 1 : (rule?.share ?? 0);
  const share = bar === null ? ofKind * ofRole : 0;
  const place = { chapter: 'income' as const, anchor: income.id };
  const comes: Term = { label: say('income.comesMonth'), sign: '+', value: monthly, unit: 'money', terms };
  const isGrossed = income.untaxed && policy.basis === 'gross' && policy.grossUp > 0 && bar === null;
  const inYear: Term[] = cut
    ? [
        { label: cut.label, sign: '×', value: cut.months, unit: 'months' },
        { label: say('income.monthsYear'), sign: '÷', value: 12, unit: 'count' },
      ]
    : [];
  const shares: Term[] = [
    { label: bar ?? say('income.shareCountsForThisKind'), sign: '×', value: bar === null ? ofKind : 0, unit: 'ratio', ...(rule ? { note: rule.why } : {}) },
    ...(ofRole !== 1 && bar === null ? [{ label: say('income.shareOfRoleCounts'), sign: '×' as const, value: ofRole, unit: 'ratio' as const }] : []),
  ];
  const lineOf = (first: Term): Term => {
    const lines = [first, ...inYear, ...shares];
    const value = !cut && share === 1 ? first.value : roundTo('money', worked(lines)) || 0;
    return { label, sign: '+', value, unit: 'money', place, personId: person.id, terms: lines };
  };
  const label = say('income.personSource', { person: person.fullName ?? say('income.somebodyFirst'), source: sourceName(income) ?? say('income.income') });
  const money = lineOf(comes);
  const partly = share < 1 && share > 0 ? say('income.counts', { share: { percent: share }, why: rule?.why ?? '' }) : null;
  return {
    income,
    monthly,
    taxed: cut ? minor(roundTo('money', worked([comes, ...inYear]))) : monthly,
    share,
    counted: isGrossed ? lineOf(grossed(comes, policy.grossUp)) : money,
    money,
    leftOut: bar ?? (cut && cut.months < 12 ? cut.label : partly),
    paidOut: bar === null ? paidOutOf(file, income, comes, lineOf, today) : null,
    questions,
  };
}

/** What comes untaxed, with what is added for tax that isn't paid. */
const grossed = (comes: Term, grossUp: number): Term => ({
  label: GROSSED_UP,
  sign: '+',
  value: scaled(comes.value, 1 + grossUp),
  unit: 'money',
  terms: [comes, { label: say('income.eachWithForTaxIsnt', { grossUp: { percent: grossUp } }), sign: '×', value: 1 + grossUp, unit: 'count' }],
});

function monthlyOf(file: IncomeInput, row: Income, today: IsoDate, evidence = evidencedAmount(file, row.id)): Monthly | null {
  const { income, total } = asStated(file, row, today);
  const method = methodFor(income);
  const stated = income[method.figure];
  const relied = evidence?.amount ?? stated;
  if (relied === null || income.kind === null) return null;
  const raised = evidence === null && income.amount !== row.amount && total === null && income.raisedOn !== null ? income.raisedOn : null;
  const from: Term = {
    label: evidence
      ? say('income.reliedOnWhatPaperShows', { page: evidence.page })
      : raised !== null
        ? say('income.reliedOnRaised', { raisedOn: { day: raised } })
        : say('income.reliedOnAsStatedNo'),
    sign: '+',
    value: relied,
    unit: 'money',
    ...(total && !evidence ? { terms: [total] } : { place: { chapter: 'income', anchor: `${income.id}.${raised === null ? method.figure : 'raisedTo'}` } }),
  };
  return method.work(file.worksAs === undefined ? income : { ...income, worksAs: file.worksAs }, from, (field) => ({
    chapter: 'income',
    anchor: `${income.id}.${field}`,
  }));
}

/** What comes of a source each month before shares, relied on as a paper shows it, else as stated; null while it isn't known. */
export function comesMonthly(file: IncomeInput, income: Income, today: IsoDate): Term | null {
  const made = monthlyOf(file, income, today);
  return made && { label: say('income.comesMonth'), sign: '+', value: made.monthly, unit: 'money', terms: made.terms };
}

/** What is paid out each time after tax, a month; null where the payslip doesn't show it. */
function netMonthlyOf(income: Income): Monthly | null {
  const { netAmount, frequency } = income;
  if (netAmount === null || frequency === null || frequency === 'hourly' || frequency === 'daily' || methodOf(income) !== 'rate') return null;
  const place = { chapter: 'income' as const, anchor: `${income.id}.netAmount` };
  return rate.work({ ...income, extraMonths: null }, { label: say('income.paidOutEachTime'), sign: '+', value: netAmount, unit: 'money', place }, () => place);
}

/**
 * Take-home pay by the payslip, a month, at the share that counts. Where a paper shows less than was stated, it is taken to
 * be less in proportion; it never counts for more than what comes before tax.
 */
function paidOutOf(file: IncomeInput, income: Income, comes: Term, lineOf: (first: Term) => Term, today: IsoDate): Term | null {
  const net = netMonthlyOf(income);
  if (!net) return null;
  const label = say('income.paidOutMonth');
  const shown: Term = { label, sign: '+', value: net.monthly, unit: 'money', terms: net.terms };
  if (!since(file, 3)) return lineOf(shown);
  const { value: monthly } = comes;
  const unseen = monthlyOf(file, income, today, null);
  const stated = unseen?.monthly ?? monthly;
  const lower: Term =
    monthly >= 0 && monthly < stated
      ? {
          label: say('income.paidOutOfLessThanStated'),
          sign: '+',
          value: proportion(net.monthly, monthly, stated),
          unit: 'money',
          terms: [
            shown,
            { ...comes, sign: '×' },
            { label: say('income.comesMonthAsStated'), sign: '÷', value: stated, unit: 'money', terms: unseen?.terms ?? [] },
          ],
        }
      : shown;
  if (lower.value <= monthly) return lineOf(lower);
  return lineOf({
    label: say('income.noMoreThanComes'),
    sign: '+',
    value: monthly,
    unit: 'money',
    terms: [{ ...lower, sign: '·' }, comes],
  });
}

/** Why a source counts for nothing. */
function barOf(file: IncomeInput, income: Income, person: FilePerson, rule: IncomeRule | undefined, monthly: Minor, today: IsoDate): Words | null {
  const who = incomeBar(file.product, person, income.kind, today);
  if (who) return who;
  if (since(file, 3) && monthly < 0)
    return income.until !== null && income.until < today ? say('income.endedOn', { incomeUntil: { day: income.until } }) : null;
  const kind = kindOfIncome(income.kind);
  const label = kind?.label ?? say('income.thisKind');
  if (!rule || rule.share === 0) return kind?.offRent ? say('income.rentSubsidyTakenOffRent') : say('income.doesntCountForThisProduct', { label });
  if (rule.accountYears !== undefined && methodOf(income) !== 'accounts') return say('income.yearsAccountsAreAskedFor', { accountYears: rule.accountYears });
  if (rule.accountYears !== undefined && yearsGiven(income) < rule.accountYears)
    return say('income.yearsAccountsAreAskedFor2', { accountYears: rule.accountYears, given: yearsGiven(income) });
  if (rule.accountMonths !== undefined && methodOf(income) === 'accounts' && income.yearEnd !== null && addMonths(income.yearEnd, rule.accountMonths) < today)
    return say('income.accountsAreTooOld', { yearEnd: { day: income.yearEnd }, months: rule.accountMonths });
  if (rule.historyMonths !== undefined) {
    const seen = methodOf(income) === 'average' ? (asStated(file, income, today).income.monthsSeen ?? 0) : 0;
    if (seen < rule.historyMonths) return say('income.monthsAreAskedForAre', { months: rule.historyMonths, seen });
  }
  if (income.until !== null && income.until < today) return say('income.endedOn', { incomeUntil: { day: income.until } });
  if (since(file, 3) && file.product.income.outlook === 'now' && income.since !== null && income.since > today && !beginsSoon(file, income, today))
    return say('income.beginsOn', { incomeSince: { day: income.since }, days: file.product.income.beginsWithinDays });
  if (file.product.income.outlook === 'now' && income.until !== null && rule.ends === 'cutOff' && income.until < horizonOf(file, today))
    return say('income.endsOnBeforeTermDoes', { incomeUntil: { day: income.until } });
  return null;
}

/** Whether a source that hasn't begun does so within the product's days, and a paper shows it. */
const beginsSoon = (file: IncomeInput, income: Income, today: IsoDate): boolean =>
  income.since !== null && income.since <= addDays(today, file.product.income.beginsWithinDays) && evidencedAmount(file, income.id) !== null;

/** The end of what is asked for: the term, of several parts the last one's, or a year where there is none yet. */
function horizonOf(file: Pick<IncomeInput, 'request' | 'parts' | 'worksAs'>, today: IsoDate): IsoDate {
  const from = file.request.advanceOn ?? today;
  const ends = since(file, 3) ? file.parts.flatMap(({ advanceOn, termMonths }) => (termMonths === null ? [] : [addMonths(advanceOn ?? from, termMonths)])) : [];
  return ends.sort().at(-1) ?? addMonths(from, file.request.termMonths ?? 12);
}

/** Under the coming year's outlook: the months of it in which the source still comes. */
function outlookOf(file: IncomeInput, income: Income, today: IsoDate): { label: Words; months: number } | null {
  if (file.product.income.outlook !== 'comingYear') return null;
  const start = file.request.advanceOn ?? today;
  const end = addMonths(start, 12);
  const until = income.until === null || income.until >= addDays(end, -1) ? end : addDays(income.until, 1);
  const from = since(file, 3) && income.since !== null && income.since > start ? income.since : start;
  const months = until <= from ? 0 : monthsBack(from, until);
  const label =
    months === 12
      ? say('income.monthsComingYear')
      : from > start
        ? say('income.monthsComingYearFrom', { from: { day: from } })
        : say('income.monthsComingYearUntilEnds', { incomeUntil: { day: income.until ?? end } });
  return { label, months };
}

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
  const name = say('income.of', { income: sourceName(income) ?? say('income.unnamedFirst'), person: person.fullName ?? say('income.somebody') });
  const ask = (code: IncomeQuestion['code'], facts: string | number, what: Words, why: Words, supported?: Minor): void => {
    found.push({
      subject: `${code}:${income.id}:${facts}`,
      code,
      incomeId: income.id,
      personId: person.id,
      what: say('income.nameWhat', { name, what }),
      why,
      ...(supported === undefined ? {} : { supported }),
    });
  };
  const paid = yearToDateOf(file, income, monthly, policy, beforeRaise(income));
  if (paid && paid.verdict !== 'agrees')
    ask(
      'yearToDate',
      `${paid.supported}/${monthly}`,
      say('income.yearDateSupportsMonthStated', { supported: { money: paid.supported }, monthly: { money: monthly } }),
      say('income.sincePayslipShowsMoreThan', { from: { day: paid.from }, verdict: paid.verdict }),
      paid.supported,
    );
  const kind = kindOfIncome(income.kind);
  if (kind?.earned === 'job') {
    if (income.probationUntil !== null && income.probationUntil >= today)
      ask(
        'probation',
        income.probationUntil,
        say('income.onProbationUntil', { probationUntil: { day: income.probationUntil } }),
        say('income.duringProbationJobCanEnd'),
      );
    const held = income.since === null ? null : monthsBack(income.since, today);
    if (kind.isPay && held !== null && policy.heldMonths > 0 && income.since !== null && income.since <= today && held < policy.heldMonths)
      ask('held', income.since, say('income.heldForMonths', { held }), say('income.jobHeldForLessThan', { heldMonths: policy.heldMonths }));
  }
  if (rule.ends === 'question' && income.until !== null && income.until >= today && income.until < horizonOf(file, today))
    ask('contractEnds', income.until, say('income.endsOnWithinTerm', { incomeUntil: { day: income.until } }), say('income.whatComesAfterContractEnds'));
  const net = since(file, 3) ? netMonthlyOf(income)?.monthly : undefined;
  const before = net === undefined ? undefined : monthlyOf(file, income, today, null)?.monthly;
  if (net !== undefined && before !== undefined && net > before)
    ask(
      'net',
      `${net}/${before}`,
      say('income.moreIsPaidOutThanComes', { net: { money: net }, gross: { money: before } }),
      say('income.paidOutIsAfterTax'),
      before,
    );
  if (drop !== undefined && drop >= policy.fallReferred)
    ask(
      'falling',
      drop.toFixed(4),
      say('income.profitFell', { drop: { percent: drop } }),
      say('income.fallOrMoreGoesApprover', { fallReferred: { percent: policy.fallReferred } }),
    );
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

/** What the pay came to a month before it was raised; null where it wasn't. */
function beforeRaise(income: Income): Minor | null {
  if (income.raisedTo == null || income.raisedOn === null || income.amount === null || methodOf(income) !== 'rate') return null;
  return (
    rate.work(income, { label: say('income.reliedOnAsStatedNo'), sign: '+', value: income.amount, unit: 'money' }, () => ({
      chapter: 'income',
      anchor: income.id,
    }))?.monthly ?? null
  );
}

/**
 * The payslip's total since the start of the year (or of the job) against the stated rate, counted in days:
 * expected is the stated year × days ÷ days in the year, supported is the total ÷ days × days in the year ÷ 12. Both ends
 * count. Where the pay was raised meanwhile, the days before are expected at the pay before, and what is supported is the
 * monthly figure in the proportion of the total to what was expected. Rounded to minor units, half away from zero (common
 * practice, no source).
 * @param before the monthly figure before a raise; null where there was none.
 * @returns null where the payslip's figure or its date is missing, or nothing can be compared.
 */
export function yearToDateOf(
  file: Pick<FileState, 'pack'>,
  income: Income,
  monthly: Minor,
  policy: IncomePolicy,
  before: Minor | null = null,
): YearToDate | null {
  const { yearToDate, yearToDateAt, since } = income;
  if (yearToDate === null || yearToDateAt === null || methodOf(income) === 'accounts' || methodOf(income) === 'yield') return null;
  const yearStart = startOfYear(yearToDateAt, file.pack.yearStarts);
  const from = since !== null && since > yearStart ? since : yearStart;
  if (from > yearToDateAt) return null;
  const days = daysBetween(from, yearToDateAt) + 1;
  const inYear = daysBetween(yearStart, addMonths(yearStart, 12));
  const raisedOn = before === null ? null : income.raisedOn;
  const daysBefore = raisedOn === null || raisedOn <= from ? 0 : raisedOn > yearToDateAt ? days : daysBetween(from, raisedOn);
  const expected = minor(proportion((before ?? monthly) * 12, daysBefore, inYear) + proportion(monthly * 12, days - daysBefore, inYear));
  // A total that is far from what was expected says nothing of the raise, and would outgrow what is exact.
  const nearby = expected > 0 && yearToDate < expected * 100;
  const supported = daysBefore > 0 && nearby ? proportion(monthly, yearToDate, expected) : proportion(yearToDate, inYear, days * 12);
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
    const wages = file.incomes.filter(({ personId, kind }) => personId === person.id && kindOfIncome(kind)?.isPay);
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
          what: say('income.wasMonthsWithoutWorkFrom', { person: person.fullName ?? say('income.somebodyFirst'), gap, from: { day: end }, to: { day: since } }),
          why: say('income.timeMonthsOrMoreBetween', { months: gapMonths }),
        });
      const ended = until ?? today;
      if (end === null || ended > end) end = ended;
    }
    return found;
  });
}
