import { addDays, addMonths, lastDayOf, type IsoDate } from '../../basis/dates/index';
import { say, type Words } from '../../basis/words/index';
import type { FileState } from '../../file/state/index';
import { depositCapOf } from '../charges/index';
import { leaseTermsOf, type LeaseInput } from '../terms/index';
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
  code: 'moveIn' | 'inspection' | 'notice' | 'ends' | 'depositBack';
  on: IsoDate;
  sayFrom: IsoDate;
  what: Words;
}

/** Days before a key date on which it begins to be said. */
const AHEAD = 14;

/** The days to keep in a lease: moving in, inspections, the last day for notice, its end, and by when the deposit is back where the place says so. */
export function keyDatesOf(file: LeaseInput): KeyDate[] {
  const terms = leaseTermsOf(file);
  const { lease } = file.product;
  if (!terms || !lease) return [];
  const { startsOn, endsOn, noticeBy } = terms;
  const inspections: IsoDate[] = [];
  if (lease.inspectMonths !== null)
    for (let at = addMonths(startsOn, lease.inspectMonths); at < endsOn; at = addMonths(at, lease.inspectMonths)) inspections.push(at);
  const lastDay = lastDayOf(endsOn);
  const back = depositCapOf(file)?.backWithinDays ?? null;
  const dates: Omit<KeyDate, 'sayFrom'>[] = [
    { code: 'moveIn', on: startsOn, what: say('handover.moveIn') },
    ...inspections.map((on) => ({ code: 'inspection' as const, on, what: say('handover.inspection') })),
    { code: 'notice', on: noticeBy, what: say('handover.notice', { end: lease.notice.end, last: { day: lastDay } }) },
    { code: 'ends', on: lastDay, what: say('handover.ends', { end: lease.notice.end }) },
    ...(back === null ? [] : [{ code: 'depositBack' as const, on: addDays(endsOn, back), what: say('handover.depositBack') }]),
  ];
  return dates.map((date) => ({ ...date, sayFrom: addDays(date.on, -AHEAD) })).sort((a, b) => a.on.localeCompare(b.on));
}

/** Whether each side has signed the condition record: one of those who move in, and one of the house. */
export function recordSides({ handover }: Pick<FileState, 'handover'>): { tenant: boolean; house: boolean } {
  const signed = (side: 'tenant' | 'house'): boolean => handover.signatures.some((one) => one.side === side);
  return { tenant: signed('tenant'), house: signed('house') };
}

/** Key dates that are to be seen to now: those that have begun to be said, and weren't seen to. Moving in is seen to by the keys. */
export const datesDue = (file: LeaseInput & Pick<FileState, 'handover'>, today: IsoDate): KeyDate[] =>
  keyDatesOf(file).filter(
    ({ code, on, sayFrom }) => code !== 'moveIn' && sayFrom <= today && !file.handover.seenTo.some((one) => one.code === code && one.on === on),
  );
