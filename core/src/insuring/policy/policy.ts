import { roundTo, worked, type Term } from '../../basis/arithmetic/index';
import { addDays, addMonths, dayAt, daysBetween, type IsoDate } from '../../basis/dates/index';
import { minor, type Minor } from '../../basis/money/index';
import { say } from '../../basis/words/index';
import type { PolicyRules } from '../../file/product/index';
import type { FileState, Policy } from '../../file/state/index';
import { premiumOf, type Premium, type PremiumInput } from '../premium/index';
import { startOf } from '../cover/index';

/** A payment of a policy's year. */
export interface Charge {
  dueOn: IsoDate;
  amount: Minor;
}

/** The end of a term: a year after its start, on the same day of the month or the last one that there is. That day isn't covered any more. */
export const endOfTerm = (startsOn: IsoDate): IsoDate => addMonths(startsOn, 12);

/** The payments of a year and when they are due: the first on the day on which cover begins. */
export const chargesOf = ({ mode, each }: Pick<Premium, 'mode' | 'each'>, startsOn: IsoDate): Charge[] =>
  Array.from({ length: mode.perYear }, (_, at) => ({ dueOn: addMonths(startsOn, (at * 12) / mode.perYear), amount: each }));

/** What a policy would be issued on: when it begins and ends, what is charged first and in a year. Null while a premium can't be worked. */
export function termsOf(file: PremiumInput, today: IsoDate): { startsOn: IsoDate; endsOn: IsoDate; first: Minor; year: Minor } | null {
  const premium = premiumOf(file, today);
  if (!premium) return null;
  const startsOn = startOf(file, today);
  return { startsOn, endsOn: endOfTerm(startsOn), first: premium.each, year: minor(premium.each * premium.mode.perYear) };
}

/** What of a term's premium is earned on a day, and what becomes of what was paid. */
export interface Settlement {
  /** What the insurer keeps for the days that were covered. */
  earned: Minor;
  unearned: Minor;
  /** What was paid and isn't earned goes back; what is earned and wasn't paid is still owed. One of them is zero. */
  refund: Minor;
  owed: Minor;
  terms: Term[];
}

/** What all payments of a year come to from a day on. */
export interface YearFrom {
  from: IsoDate;
  year: Minor;
}

export interface TermPaid {
  /** The premium of the whole term, with tax, from its start and from each change on, the earliest first. */
  years: readonly YearFrom[];
  paid: Minor;
  startsOn: IsoDate;
  endsOn: IsoDate;
}

/** insured: whoever is insured ends it; insurer: the insurer does, which keeps no more than its days; freeLook: it is given back. */
export type EndedBy = 'freeLook' | 'insured' | 'insurer';

/**
 * What comes back when a policy ends on a day, which isn't covered any more. By the insurer pro rata: so many days of the
 * term as have passed. By whoever is insured at the product's short rate where it has one: the share that its table keeps
 * for the part of the term that has passed, never less than pro rata. Given back in time, all of it. Rounded once, half away
 * from zero. Both methods are common practice, no source; the table is the product's.
 * @throws RangeError for a term without days.
 */
export function settlementOn({ years, paid, startsOn, endsOn }: TermPaid, on: IsoDate, by: EndedBy, shortRate: PolicyRules['shortRate']): Settlement {
  const days = daysBetween(startsOn, endsOn);
  if (days <= 0) throw new RangeError('A term has at least one day');
  const passed = Math.min(days, Math.max(0, daysBetween(startsOn, on)));
  const parts = partsOf(years, startsOn, endsOn);
  const premium = wholeTerm(parts, days);
  const year = premium.value;
  const proRata = earnedBy(parts, days, on);
  // What ends before a day of it has passed is kept nothing of.
  const kept = by === 'insured' && shortRate && passed > 0 ? shortRate.find(({ upTo }) => passed / days <= upTo)?.kept : undefined;
  const short: Term[] | null =
    kept === undefined ? null : [premium, { label: say('policy.shortRate', { share: { percent: kept } }), sign: '×', value: kept, unit: 'ratio' }];
  const valueOf = (terms: Term[]): number => roundTo('money', worked(terms));
  const terms: Term[] =
    by === 'freeLook' ? [{ ...premium, value: 0, label: say('policy.nothingKept') }] : short && valueOf(short) > valueOf(proRata) ? short : proRata;
  const earned = minor(by === 'freeLook' ? 0 : valueOf(terms));
  return { earned, unearned: minor(year - earned), refund: minor(Math.max(0, paid - earned)), owed: minor(Math.max(0, earned - paid)), terms };
}

/** One stretch of a term in which a year comes to the same. */
interface Stretch extends YearFrom {
  until: IsoDate;
}

const partsOf = (years: readonly YearFrom[], startsOn: IsoDate, endsOn: IsoDate): Stretch[] =>
  years.map(({ from, year }, at) => ({ year, from: at === 0 ? startsOn : from, until: years[at + 1]?.from ?? endsOn }));

/** A stretch's own part of the term. */
function stretchTerm({ year, from, until }: Stretch, days: number): Term {
  const terms: Term[] = [
    { label: say('policy.premiumOfTerm'), sign: '+', value: year, unit: 'money' },
    { label: say('policy.daysPassed', { from: { day: from }, on: { day: until } }), sign: '×', value: daysBetween(from, until), unit: 'count' },
    { label: say('policy.daysOfTerm'), sign: '÷', value: days, unit: 'count' },
  ];
  return { label: say('policy.premiumFrom', { from: { day: from } }), sign: '+', value: roundTo('money', worked(terms)), unit: 'money', terms };
}

/** The premium of a whole term: a year's, or each stretch's part of it where it was changed. */
function wholeTerm(parts: readonly Stretch[], days: number): Term {
  const label = say('policy.premiumOfTerm');
  const [only] = parts;
  if (parts.length === 1 && only) return { label, sign: '+', value: only.year, unit: 'money' };
  const terms = parts.map((part) => stretchTerm(part, days));
  return { label, sign: '+', value: terms.reduce((so, { value }) => so + value, 0), unit: 'money', terms };
}

/** What is earned by a day: of each stretch that has begun its days of the term. */
function earnedBy(parts: readonly Stretch[], days: number, on: IsoDate): Term[] {
  const begun = parts
    .filter(({ from }, at) => at === 0 || from < on)
    .map((part) => ({ ...part, until: part.until < on ? part.until : on > part.from ? on : part.from }));
  const [only] = begun;
  if (begun.length === 1 && only) return stretchTerm(only, days).terms ?? [];
  return begun.map((part) => stretchTerm(part, days));
}

/** By whom a policy can end on a day: given back only while that is open. */
export const mayGiveBack = ({ freeLookUntil }: Pick<Policy, 'freeLookUntil'>, on: IsoDate): boolean => freeLookUntil !== null && on <= freeLookUntil;

/** The last day on which the first premium of an issued policy can come, by the clock of its place; null where nothing waits for it. */
export function premiumDueBy({ policy, product, pack, stage }: Pick<FileState, 'policy' | 'product' | 'pack' | 'stage'>): IsoDate | null {
  const { cover } = product;
  if (!cover || stage !== 'completing' || policy?.state !== 'issued' || policy.paidAt !== null || policy.issuedAt === null) return null;
  return addDays(dayAt(policy.issuedAt, pack.timeZone), cover.policy.lapseDays);
}
