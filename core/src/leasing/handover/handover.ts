import { addDays, addMonths, lastDayOf, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { LeaseRules } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { depositCapOf } from '../charges/index';
import { endsOf, goesOn, letUntil, noticeOf } from '../leaving/index';
import { letOf, noticeBy, type LeaseInput } from '../terms/index';
import type { Handover, RoomRecord } from './fields';

/** What a signature on a condition record is about: every room with its state, its words and its pictures, in order. */
export const recordText = ({ rooms }: Pick<Handover, 'rooms'>): string =>
  JSON.stringify(rooms.map(({ room, state, note, pictures }) => [room, state, note, pictures.map(({ id }) => id)]));

/** Why a condition record can't be signed yet; null where it can. */
export function barToSignRecord({ rooms }: Pick<Handover, 'rooms'>): Words | null {
  if (rooms.length === 0) return say('handover.noRooms');
  const open = rooms.filter(({ state }) => state === null).map(({ room }) => room);
  if (open.length > 0) return say('handover.roomsOpen', { rooms: { all: open, by: 'and' } });
  const unsaid = rooms.filter((room) => !isTold(room)).map(({ room }) => room);
  return unsaid.length > 0 ? say('handover.roomsUnsaid', { rooms: { all: unsaid, by: 'and' } }) : null;
}
/** A room that isn't good is told in words or shown in a picture. */
const isTold = ({ state, note, pictures }: RoomRecord): boolean => state === 'good' || (note !== null && note !== '') || pictures.length > 0;

/** A day to keep in a lease: what is due on it, and from which day on it is said. */
export interface KeyDate {
  code: 'moveIn' | 'inspection' | 'notice' | 'ends' | 'leaves' | 'depositBack';
  on: IsoDate;
  sayFrom: IsoDate;
  what: Words;
}

/** Days before a key date on which it begins to be said. */
const AHEAD = 14;

type Kept = LeaseInput & Pick<FileState, 'leaseNotices'>;

/**
 * The days to keep in a lease: moving in, inspections, the last days for notice and what they are for, the day on which it
 * ends where that is known, and by when the deposit is back where the place says so. A lease that goes on after its term
 * has them as far as the days that begin to be said.
 */
export function keyDatesOf(file: Kept, today: IsoDate): KeyDate[] {
  const term = letOf(file.request);
  const { lease } = file.product;
  if (!term || !lease) return [];
  const soon = addDays(today, AHEAD);
  const until = letUntil(file);
  const back = depositCapOf(file)?.backWithinDays ?? null;
  const dates: Omit<KeyDate, 'sayFrom'>[] = [
    { code: 'moveIn', on: term.startsOn, what: say('handover.moveIn') },
    ...inspectionsOf(lease, term.startsOn, until ?? later(term.endsOn, soon)).map((on) => ({
      code: 'inspection' as const,
      on,
      what: say('handover.inspection'),
    })),
    ...endsOfTerms(file, soon).flatMap((endsOn) => termDates(lease, endsOn, until, noticeOf(file)?.givenOn ?? null)),
    ...(until === null ? [] : [{ code: 'leaves' as const, on: lastDayOf(until), what: say('handover.leaves') }]),
    ...(until === null || back === null ? [] : [{ code: 'depositBack' as const, on: addDays(until, back), what: say('handover.depositBack') }]),
  ];
  return dates.map((date) => ({ ...date, sayFrom: addDays(date.on, -AHEAD) })).sort((a, b) => a.on.localeCompare(b.on));
}
const later = (a: IsoDate, b: IsoDate): IsoDate => (a < b ? b : a);

/** Inspections of a let, before a day. */
function inspectionsOf({ inspectMonths }: Pick<LeaseRules, 'inspectMonths'>, startsOn: IsoDate, before: IsoDate): IsoDate[] {
  const days: IsoDate[] = [];
  if (inspectMonths !== null) for (let at = 1; addMonths(startsOn, at * inspectMonths) < before; at += 1) days.push(addMonths(startsOn, at * inspectMonths));
  return days;
}

/** Until when notice is given for the end of a term, and that it is over where something follows it; not what was overtaken by notice. */
function termDates(lease: LeaseRules, endsOn: IsoDate, until: IsoDate | null, givenOn: IsoDate | null): Omit<KeyDate, 'sayFrom'>[] {
  const by = noticeBy(lease, endsOn);
  const { end } = lease.notice;
  return [
    ...(goesOn(lease) && (givenOn === null || by < givenOn)
      ? [{ code: 'notice' as const, on: by, what: say('handover.notice', { end, last: { day: lastDayOf(endsOn) } }) }]
      : []),
    ...(until === null || endsOn < until ? [{ code: 'ends' as const, on: lastDayOf(endsOn), what: say('handover.ends', { end }) }] : []),
  ];
}

/** The ends of the terms of a let: of its own, and of those that it is renewed for and that begin by a day. */
function endsOfTerms(file: Kept, soon: IsoDate): IsoDate[] {
  const ends: IsoDate[] = [];
  for (const endsOn of endsOf(file)) {
    ends.push(endsOn);
    if (endsOn > soon || file.product.lease?.notice.end !== 'renews') break;
  }
  return ends;
}

/** Months in which something of a lease is said anew at least once, where anything is still to come: a term, or what lies between inspections. */
const ROUND = 13;

/** The next day after one on which a key date begins to be said; null where none is to come. */
export function nextKeyDate(file: Kept, today: IsoDate): IsoDate | null {
  const months = Math.max(ROUND, file.request.termMonths ?? 0, file.product.lease?.inspectMonths ?? 0) + 1;
  const days = keyDatesOf(file, addMonths(today, months)).map(({ sayFrom }) => sayFrom);
  return days.filter((day) => day > today).sort()[0] ?? null;
}

/** Whether each side has signed the condition record: one of those who move in, and one of the house. */
export function recordSides({ handover }: Pick<FileState, 'handover'>): { tenant: boolean; house: boolean } {
  const signed = (side: 'tenant' | 'house'): boolean => handover.signatures.some((one) => one.side === side);
  return { tenant: signed('tenant'), house: signed('house') };
}

/** Key dates that are to be seen to now: those that have begun to be said, and weren't seen to. Moving in is seen to by the keys. */
export const datesDue = (file: Kept & Pick<FileState, 'handover'>, today: IsoDate): KeyDate[] =>
  keyDatesOf(file, today).filter(
    ({ code, on, sayFrom }) => code !== 'moveIn' && sayFrom <= today && !file.handover.seenTo.some((one) => one.code === code && one.on === on),
  );
