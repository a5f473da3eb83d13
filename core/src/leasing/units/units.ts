import { addMonths, isIsoDate, type IsoDate } from '../../basis/dates/index';
import { minor, parseMoney, type Minor } from '../../basis/money/index';
import { say, type Words } from '../../basis/words/index';
import { columnProblems } from '../../basis/table/index';
import { NO_LAST_DAY } from '../leaving/index';
import type { Booking, Unit, UnitPlan, UnitRent } from './fields';

/** Hours before a hold runs out from which its product can have it warned of, at most. */
export const WARN_HOURS_MOST = 48;

/** What somebody looks for in a unit; what isn't said doesn't matter. Money is whole minor units a month. */
export interface UnitNeed {
  from: IsoDate;
  months: number;
  /** Whether a let of it goes on after its term until somebody gives notice. */
  goesOn?: boolean | undefined;
  sleeps?: number | undefined;
  bedrooms?: number | undefined;
  access?: readonly string[] | undefined;
  rentMost?: Minor | undefined;
}

/** Whether a day of the year lies in a season, which may run over the end of a year. Days are month and day. */
function isInSeason(day: IsoDate, { from, until }: NonNullable<UnitRent['season']>): boolean {
  const at = day.slice(5);
  return from <= until ? from <= at && at <= until : at >= from || at <= until;
}

/**
 * The rent a month of a unit let from a day for so many months: of the rents for at least that long the one for the
 * longest, and one of the season in which it begins before one of the whole year. It stays the same for the whole let.
 * @returns whole minor units; null where it isn't let for so short a time.
 */
export function rentOf(unit: Pick<Unit, 'plan'>, from: IsoDate, months: number): Minor | null {
  const open = unit.plan.rents.filter(({ leastMonths, season }) => leastMonths <= months && (season === null || isInSeason(from, season)));
  const [best] = open.sort((a, b) => Number(b.season !== null) - Number(a.season !== null) || b.leastMonths - a.leastMonths);
  return best?.monthly ?? null;
}

/** The first day that isn't let any more of a let of whole months. */
export const endOfLet = (from: IsoDate, months: number): IsoDate => addMonths(from, months);

/** Whether two stretches have a day in common; the day on which one ends is free. */
export const overlaps = (a: Pick<Booking, 'startsOn' | 'endsOn'>, b: Pick<Booking, 'startsOn' | 'endsOn'>): boolean =>
  a.startsOn < b.endsOn && b.startsOn < a.endsOn;

export interface UnitMatch {
  unit: Unit;
  rent: Minor | null;
  /** Why it doesn't fit; nothing where it does. */
  why: Words[];
}

/** Why a unit doesn't fit what somebody looks for, all reasons. @param taken of any unit; those of others don't count. */
function whyNot(unit: Unit, need: UnitNeed, taken: readonly Booking[]): UnitMatch {
  const rent = rentOf(unit, need.from, need.months);
  const wanted = { startsOn: need.from, endsOn: need.goesOn ? NO_LAST_DAY : endOfLet(need.from, need.months) };
  const why: Words[] = [];
  if (need.from < unit.availableFrom) why.push(say('units.availableFrom', { day: { day: unit.availableFrom } }));
  const inTheWay = taken.find((one) => one.unitId === unit.id && overlaps(one, wanted));
  if (inTheWay) why.push(whoIsIn(inTheWay, endOfLet(need.from, need.months)));
  if (rent === null) why.push(say('units.notForSoShort', { months: need.months }));
  if (need.sleeps !== undefined && unit.plan.sleeps < need.sleeps) why.push(say('units.sleeps', { sleeps: unit.plan.sleeps }));
  if (need.bedrooms !== undefined && unit.plan.bedrooms < need.bedrooms) why.push(say('units.bedrooms', { bedrooms: unit.plan.bedrooms }));
  for (const access of need.access ?? []) if (!unit.access.includes(access)) why.push(say('units.lacks', { access: access.toLowerCase() }));
  if (need.rentMost !== undefined && rent !== null && rent > need.rentMost) why.push(say('units.dearer', { rent: { money: rent } }));
  return { unit, rent, why };
}

/** Who is in when a let would begin that ends on a day; or who comes after it, where it would go on. */
function whoIsIn({ state, startsOn, endsOn }: Booking, end: IsoDate): Words {
  const held = state === 'held' ? 'held' : 'let';
  if (startsOn >= end) return say('units.takenFrom', { held, from: { day: startsOn } });
  return endsOn === NO_LAST_DAY ? say('units.goesOn', { held }) : say('units.takenUntil', { held, until: { day: endsOn } });
}

/** All units held against a need: those that fit first, the cheapest of them first, and then those that lack least; those that are alike in the order of the list. */
export function unitsFor(units: readonly Unit[], need: UnitNeed, taken: readonly Booking[]): UnitMatch[] {
  return units.map((unit) => whyNot(unit, need, taken)).sort((a, b) => a.why.length - b.why.length || (a.rent ?? Infinity) - (b.rent ?? Infinity));
}

/** A stretch of the board: who is in, for whom it is held, or that nobody is. */
export interface BoardSpan {
  from: IsoDate;
  until: IsoDate;
  state: Booking['state'] | 'free' | 'notYet';
  booking: Booking | null;
}
/** What of a unit its line of the board follows from. */
type Listed = Pick<Unit, 'id' | 'availableFrom'>;
export interface BoardRow<One extends Listed = Unit> {
  unit: One;
  spans: BoardSpan[];
}

/**
 * Units over a time, each day in one stretch: not available yet, taken, or free. `until` isn't shown any more.
 * @param taken bookings of the units; of one unit no two overlap.
 * @throws RangeError for a time without days.
 */
export function boardOf<One extends Listed>(units: readonly One[], taken: readonly Booking[], from: IsoDate, until: IsoDate): BoardRow<One>[] {
  if (from >= until) throw new RangeError('A board has at least one day');
  const byUnit = new Map<string, Booking[]>();
  for (const one of taken) if (one.startsOn < until && one.endsOn > from) byUnit.set(one.unitId, [...(byUnit.get(one.unitId) ?? []), one]);
  return units.map((unit) => ({ unit, spans: spansOf(unit, byUnit.get(unit.id) ?? [], from, until) }));
}

const byStart = (a: Booking, b: Booking): number => (a.startsOn < b.startsOn ? -1 : 1);

function spansOf(unit: Listed, taken: readonly Booking[], from: IsoDate, until: IsoDate): BoardSpan[] {
  const spans: BoardSpan[] = [];
  let at = from;
  const upTo = (day: IsoDate, state: 'free' | 'notYet'): void => {
    const end = day < until ? day : until;
    if (at >= end) return;
    spans.push({ from: at, until: end, state, booking: null });
    at = end;
  };
  upTo(unit.availableFrom, 'notYet');
  for (const booking of taken.toSorted(byStart)) {
    upTo(booking.startsOn, 'free');
    const end = booking.endsOn < until ? booking.endsOn : until;
    if (at >= end) continue;
    spans.push({ from: at, until: end, state: booking.state, booking });
    at = end;
  }
  upTo(until, 'free');
  return spans;
}

/** The columns of a list of units as it is imported. */
export const UNIT_COLUMNS = ['code', 'label', 'plan', 'region', 'access', 'availableFrom'] as const;
/** The columns of its list of rents. */
export const RENT_COLUMNS = ['plan', 'leastMonths', 'seasonFrom', 'seasonUntil', 'monthly'] as const;
type Records = readonly Readonly<Record<string, string>>[];

/**
 * Reads the records of an imported list of rents (CSV with a head), by plan.
 * @returns the rents of each plan, and what is wrong by line, the head being line 1.
 */
export function readRents(head: readonly string[], records: Records): { rents: Map<string, UnitRent[]>; problems: Words[] } {
  const problems = columnProblems(RENT_COLUMNS, head);
  const rents = new Map<string, UnitRent[]>();
  if (problems.length > 0) return { rents, problems };
  records.forEach((record, at) => {
    const line = at + 2;
    const [plan = '', least = '', from = '', until = '', rent = ''] = RENT_COLUMNS.map((column) => record[column]?.trim() ?? '');
    const monthly = parseMoney(rent);
    if (plan === '') problems.push(say('units.noPlan', { line }));
    if (!/^[1-9]\d?$/.test(least)) problems.push(say('rates.noWholeNumber', { line, column: 'leastMonths' }));
    if (monthly === null || monthly <= 0) problems.push(say('units.noRent', { line }));
    const season = from === '' && until === '' ? null : { from, until };
    if (season && !(isDayOfYear(from) && isDayOfYear(until))) problems.push(say('units.noSeason', { line }));
    rents.set(plan, [...(rents.get(plan) ?? []), { leastMonths: Number(least), season, monthly: monthly ?? minor(0) }]);
  });
  return { rents, problems };
}
const isDayOfYear = (text: string): boolean => isIsoDate(`2024-${text}`);

/**
 * Reads the records of an imported list of units.
 * @param plans those that its stock has.
 * @returns the units, and what is wrong by line, the head being line 1.
 */
export function readUnits(stock: string, plans: readonly UnitPlan[], head: readonly string[], records: Records): { units: Unit[]; problems: Words[] } {
  const problems = columnProblems(UNIT_COLUMNS, head);
  if (problems.length > 0) return { units: [], problems };
  const codes = new Set<string>();
  const units = records.flatMap((record, at): Unit[] => {
    const line = at + 2;
    const [code = '', label = '', planCode = '', region = '', access = '', availableFrom = ''] = UNIT_COLUMNS.map((column) => record[column]?.trim() ?? '');
    const plan = plans.find((one) => one.code === planCode);
    if (!/^[a-z0-9-]{1,30}$/.test(code) || codes.has(code)) problems.push(say('units.noCode', { line, code }));
    codes.add(code);
    if (label === '') problems.push(say('units.noLabel', { line }));
    if (!plan) problems.push(say('units.planUnknown', { line, plan: planCode }));
    if (!isIsoDate(availableFrom)) problems.push(say('units.noDay', { line, day: availableFrom }));
    if (!plan || !isIsoDate(availableFrom)) return [];
    return [{ id: `${stock}.${code}`, stock, code, label, plan, region, access: access.split('|').filter(Boolean), availableFrom }];
  });
  return { units, problems };
}
