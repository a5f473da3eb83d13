import { Decimal } from 'decimal.js';
import { roundTo, total, type Term } from '../../basis/arithmetic/index';
import type { IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import type { AssistanceRules, AssistanceTable, CoverRules, PlacePack } from '../../file/product/index';
import { applicantOf, personName, type FileState } from '../../file/state/index';
import { guidelineFor } from '../../means/living/index';
import { homeNow } from '../../people/household/index';
import type { FilePerson } from '../../people/people/fields';
import { coveredName, startOf, type Cover, type CoverInput } from '../cover/index';
import { personCosts } from '../pricing/index';
import { count, sum } from '../steps/index';
import type { AssistanceFigures } from './fields';
import { countingIn, taxHouseholdOf, type HouseholdLack, type TaxHousehold } from './household';
import { applicablePercentage } from './percentage';
import { yearOf, type YearInput } from './year';

export type AssistanceInput = CoverInput &
  YearInput &
  Pick<FileState, 'relations' | 'homes'> & { pack: Pick<PlacePack, 'insuranceTax' | 'currency' | 'locale' | 'assistance'> };

/** Whether somebody who is to be covered is given anything towards it, and why not. */
export interface Qualifying {
  coverId: string;
  personId: string;
  name: Words;
  /** Null where they are. */
  why: Words | null;
}

/** What a household is given towards its cover each month, with how it comes about. Whole minor units. */
export interface Assistance {
  year: number;
  table: AssistanceTable;
  household: TaxHousehold;
  /** What its members have in the year. */
  income: Term;
  guideline: Term;
  /** Its income as a fraction of the guideline. */
  share: Term;
  /** The share of its income that it is expected to pay; null where nothing is given to it. */
  percentage: Term | null;
  covered: Qualifying[];
  /** What it is expected to pay each month, and what the benchmark costs for those who are given something. */
  expected: Term | null;
  benchmark: { plan: string; term: Term } | null;
  /** What is given at most each month: the benchmark without what is expected. */
  most: Term;
  /** What is given for the plans that were chosen: never more than they cost; null while one isn't chosen. */
  amount: Term | null;
}

/** What lacks before assistance is known, with its place. */
export interface AssistanceLack {
  what: Words;
  place: { chapter: 'assistance' | 'people' | 'home' | 'cover' | 'request'; anchor: string };
}

const asLack = ({ what, personId, field }: HouseholdLack): AssistanceLack => ({ what, place: { chapter: 'assistance', anchor: `${personId}.${field}` } });

/** Whether assistance was asked for: only then it is worked, given, and read before a plan is chosen. */
export const asksAssistance = ({ product, request }: Pick<FileState, 'product' | 'request'>): boolean =>
  product.cover?.assistance != null && request.assistance === 'asked';

/** The table of the year in which cover begins; the newest before it where that has none yet. */
function tableFor({ pack }: Pick<AssistanceInput, 'pack'>, year: number): AssistanceTable | null {
  return [...pack.assistance].sort((a, b) => b.year - a.year).find((table) => table.year <= year) ?? null;
}

/** What lacks before assistance can be worked; null where nothing does. */
export function assistanceLacks(file: AssistanceInput, today: IsoDate): AssistanceLack | null {
  const rules = file.product.cover;
  if (!rules?.assistance) return { what: say('assistance.notOfProduct'), place: { chapter: 'request', anchor: 'purpose' } };
  const year = Number(startOf(file, today).slice(0, 4));
  if (!tableFor(file, year)) return { what: say('assistance.noTable', { year }), place: { chapter: 'request', anchor: 'advanceOn' } };
  const household = taxHouseholdOf(file);
  if ('what' in household) return asLack(household);
  if (file.covers.length === 0) return { what: say('cover.whoIsCovered'), place: { chapter: 'cover', anchor: 'cover' } };
  for (const cover of file.covers) {
    const person = personOf(file, cover);
    if (!person) continue;
    const name = personName(person);
    const at = (field: string, what: Words): AssistanceLack => ({ what, place: { chapter: 'assistance', anchor: `${person.id}.${field}` } });
    if (person.birthDate === null)
      return { what: say('cover.lacks', { name, what: 'birthDate' }), place: { chapter: 'people', anchor: `${person.id}.birthDate` } };
    if (person.otherCover === null) return at('otherCover', say('assistance.whichOtherCover', { name }));
    if (person.otherCover === 'employer' && person.employerCost === null) return at('employerCost', say('assistance.employerCost', { name }));
  }
  return null;
}

const personOf = ({ people }: Pick<AssistanceInput, 'people'>, { personId }: Cover): FilePerson | undefined => people.find(({ id }) => id === personId);

/**
 * What a household is given towards its cover: the lesser of what the plans chosen cost and of what the benchmark plan costs
 * beyond the share of its income that it is expected to pay, a month (26 CFR 1.36B-3(d), (f) and (g); who is given nothing:
 * 1.36B-2; all from memory). Prices are at each age, before tobacco and before what a policy costs besides. Each line is
 * rounded to whole minor units where it stands.
 * @returns null where it isn't asked for, or something lacks; {@link assistanceLacks} says what.
 */
export function assistanceOf(file: AssistanceInput, today: IsoDate): Assistance | null {
  const rules = file.product.cover;
  if (!rules?.assistance || !asksAssistance(file) || assistanceLacks(file, today) !== null) return null;
  const year = Number(startOf(file, today).slice(0, 4));
  const table = tableFor(file, year);
  const household = taxHouseholdOf(file);
  if (!table || 'what' in household) return null;
  const income = incomeOf(file, rules.assistance, household, year, today);
  const guideline = guidelineOf(file, table, household);
  const exact = new Decimal(income.value).div(guideline.value);
  const share: Term = {
    label: say('assistance.shareOfGuideline'),
    sign: '+',
    value: roundTo('ratio', exact),
    unit: 'ratio',
    terms: [income, { ...guideline, sign: '÷' }],
  };
  const covered = file.covers.map((cover) => qualifying(file, cover, { table, household, income, exact }));
  const given = file.covers.filter(({ id }) => covered.some(({ coverId, why }) => coverId === id && why === null));
  const part = given.length === 0 ? null : applicablePercentage(table, exact);
  const benchmark = part === null ? null : benchmarkOf(file, rules, rules.assistance, given, today);
  const base = { year, table, household, income, guideline, share, covered };
  const nothing: Term = { label: say('assistance.nothing'), sign: '+', value: 0, unit: 'money' };
  if (part === null || benchmark === null) return { ...base, percentage: null, expected: null, benchmark: null, most: nothing, amount: nothing };
  const percentage: Term = {
    label: say('assistance.percentage', { share: { percent: share.value } }),
    sign: '×',
    value: part,
    unit: 'ratio',
    table: say('assistance.table', { source: table.source, year: table.year }),
  };
  const expected = sum(say('assistance.expected'), '−', [income, percentage, count(say('assistance.monthsOfYear'), '÷', 12)]);
  const left = total([benchmark.term, expected]);
  const most: Term =
    left > 0
      ? { label: say('assistance.most'), sign: '+', value: left, unit: 'money', terms: [benchmark.term, expected] }
      : {
          ...nothing,
          terms: [
            { ...benchmark.term, sign: '·' },
            { ...expected, sign: '·' },
          ],
          label: say('assistance.expectedCoversIt'),
        };
  return { ...base, percentage, expected, benchmark, most, amount: amountOf(file, rules, given, most, today) };
}

function incomeOf(file: AssistanceInput, rules: AssistanceRules, household: TaxHousehold, year: number, today: IsoDate): Term {
  const terms = countingIn(household).map((person) => yearOf(file, rules, person, year, today));
  return { label: say('assistance.incomeOfYear', { year }), sign: '+', value: total(terms), unit: 'money', terms };
}

/** Where the applicant lives decides which guideline is theirs. */
function guidelineOf(file: AssistanceInput, { guideline }: AssistanceTable, { members }: TaxHousehold): Term {
  const applicant = applicantOf(file);
  const region = (applicant && homeNow(file, applicant.id)?.region) ?? null;
  const yearly = (size: number): Minor => guidelineFor(guideline, region, size) ?? minor(0);
  const one = yearly(1);
  const each = yearly(2) - one;
  const more = members.length - 1;
  const source = { table: say('assistance.guidelineTable', { source: guideline.source }) };
  return {
    label: say('assistance.guideline', { size: members.length }),
    sign: '+',
    value: yearly(members.length),
    unit: 'money',
    ...source,
    terms: [
      ...(more > 0
        ? [
            { label: say('assistance.guidelineEach'), sign: '+' as const, value: each, unit: 'money' as const, ...source },
            count(say('assistance.guidelineMore'), '×', more),
          ]
        : []),
      { label: say('assistance.guidelineFirst'), sign: '+', value: one, unit: 'money', ...source },
    ],
  };
}

interface Judging {
  table: AssistanceTable;
  household: TaxHousehold;
  income: Term;
  exact: Decimal;
}

function qualifying(file: AssistanceInput, cover: Cover, { table, household, income, exact }: Judging): Qualifying {
  const person = personOf(file, cover);
  const name = coveredName(file, cover);
  const shown = { coverId: cover.id, personId: cover.personId, name };
  const no = (why: Words): Qualifying => ({ ...shown, why });
  if (!person || !household.members.some(({ id }) => id === person.id)) return no(say('assistance.notInHousehold'));
  if (household.separately) return no(say('assistance.filesSeparately'));
  if (exact.lt(table.from)) return no(say('assistance.belowGuideline', { from: { percent: table.from } }));
  if (table.upTo !== null && exact.gt(table.upTo)) return no(say('assistance.beyondGuideline', { upTo: { percent: table.upTo } }));
  if (person.otherCover === 'public') return no(say('assistance.publicCover'));
  if (person.otherCover === 'employer') {
    const most = new Decimal(income.value).times(table.affordable).div(12);
    if (most.gte(person.employerCost ?? 0))
      return no(say('assistance.employerAffordable', { cost: { money: person.employerCost ?? minor(0) }, most: { money: minor(roundTo('money', most)) } }));
  }
  return { ...shown, why: null };
}

/** What some covers cost a month at the age of each, as nobody used tobacco. */
function monthOf(file: AssistanceInput, rules: CoverRules, covers: readonly Cover[], today: IsoDate): Term | null {
  const costs = personCosts(
    file,
    rules,
    covers.map((cover) => ({ ...cover, tobacco: 'no' as const })),
    today,
  );
  if (!costs) return null;
  return sum(say('assistance.aMonth'), '+', [
    { label: say('assistance.aYear'), sign: '+', value: total(costs.map(({ term }) => term)), unit: 'money', terms: costs.map(({ term }) => term) },
    count(say('assistance.monthsOfYear'), '÷', 12),
  ]);
}

/** The plan of a level that comes at a rank by price, for those who are given something; the dearest where there are fewer. */
function benchmarkOf(
  file: AssistanceInput,
  rules: CoverRules,
  { benchmark }: AssistanceRules,
  covers: readonly Cover[],
  today: IsoDate,
): Assistance['benchmark'] {
  const priced = rules.plans
    .filter(({ level }) => level === benchmark.level)
    .flatMap(({ code, label }) => {
      const term = monthOf(
        file,
        rules,
        covers.map((cover) => ({ ...cover, plan: code })),
        today,
      );
      return term ? [{ label, term }] : [];
    })
    .sort((a, b) => a.term.value - b.term.value || a.label.localeCompare(b.label));
  const found = priced[Math.min(benchmark.rank, priced.length) - 1];
  return found ? { plan: found.label, term: { ...found.term, label: say('assistance.benchmark', { plan: found.label }) } } : null;
}

/** Never more than the plans cost that were chosen by those who are given something. */
function amountOf(file: AssistanceInput, rules: CoverRules, covers: readonly Cover[], most: Term, today: IsoDate): Term | null {
  if (!covers.every(({ plan }) => rules.plans.some(({ code }) => code === plan))) return null;
  const chosen = monthOf(file, rules, covers, today);
  if (!chosen) return null;
  const label = say('assistance.amount');
  return most.value <= chosen.value
    ? { ...most, label, terms: [most] }
    : { label: say('assistance.noMoreThanCosts'), sign: '+', value: chosen.value, unit: 'money', terms: [chosen, { ...most, sign: '·' }] };
}

export const figuresOfAssistance = (given: Assistance): AssistanceFigures => ({
  year: given.year,
  size: given.household.members.length,
  income: minor(given.income.value),
  guideline: minor(given.guideline.value),
  share: given.share.value,
  percentage: given.percentage?.value ?? null,
  expected: given.expected ? minor(given.expected.value) : null,
  benchmark: given.benchmark ? { plan: given.benchmark.plan, amount: minor(given.benchmark.term.value) } : null,
  most: minor(given.most.value),
  covered: given.covered.map(({ name, why }) => ({ name, why })),
});

/** By what a result is told from another: who reads one has read what it says, whichever plan is chosen. */
export const assistanceKey = (figures: AssistanceFigures): string => JSON.stringify(figures);

/** entering: something lacks; toGive: nobody was given the result as it is now; toRead: it waits to be read; read: plans can be chosen. */
export type AssistanceStanding = 'notAsked' | 'entering' | 'toGive' | 'toRead' | 'read';

/** How far the result of a file's assistance is. @param given as it is worked now. */
export function assistanceStanding(file: Pick<FileState, 'product' | 'request' | 'assistanceResult'>, given: Assistance | null): AssistanceStanding {
  if (!asksAssistance(file)) return 'notAsked';
  if (!given) return 'entering';
  const result = file.assistanceResult;
  if (!result || assistanceKey(result.figures) !== assistanceKey(figuresOfAssistance(given))) return 'toGive';
  return result.readAt === null ? 'toRead' : 'read';
}

/** Why no plan can be chosen yet; null where one can. A result that was read lets a plan be chosen, also when it is worked anew. */
export function barToPlan(file: Pick<FileState, 'product' | 'request' | 'assistanceResult'>): Words | null {
  if (file.product.cover?.assistance == null) return null;
  if (file.request.assistance === null) return say('assistance.sayWhetherAsked');
  return file.request.assistance === 'asked' && file.assistanceResult?.readAt == null ? say('assistance.readFirst') : null;
}
