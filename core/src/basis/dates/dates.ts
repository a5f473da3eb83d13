declare const isoDateBrand: unique symbol;
/** A calendar date without time, `YYYY-MM-DD`. Ordered by plain string comparison. */
export type IsoDate = string & { readonly [isoDateBrand]: true };

/** Whether the text is an existing calendar date in the form `YYYY-MM-DD`. */
export function isIsoDate(text: string): text is IsoDate {
  // Every date of every answer passes here: reading each with the library of dates takes most of the time of a long one.
  const [, year = '', month = '', day = ''] = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text) ?? [];
  return Number(day) >= 1 && Number(day) <= daysOfMonth(Number(year), Number(month));
}

/** How many days a month of the Gregorian calendar has; none where there is no such month. */
function daysOfMonth(year: number, month: number): number {
  if (month === 2) return year % 400 === 0 || (year % 4 === 0 && year % 100 !== 0) ? 29 : 28;
  return [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31][month - 1] ?? 0;
}

/** Brands a text as a date. @throws RangeError when there is no such date. */
export function isoDate(text: string): IsoDate {
  if (!isIsoDate(text)) throw new RangeError(`${text} is not a date in the form YYYY-MM-DD`);
  return text;
}

const clocks = new Map<string, Intl.DateTimeFormat>();

/**
 * The calendar day that it is somewhere at an instant.
 * @param instant a UTC time as ISO 8601 text.
 * @param timeZone a name of the IANA time zone database, such as Pacific/Auckland.
 * @throws RangeError for an unknown zone or a text that is no time.
 */
export function dayAt(instant: string, timeZone: string): IsoDate {
  let clock = clocks.get(timeZone);
  if (!clock) {
    clock = new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' });
    clocks.set(timeZone, clock);
  }
  return isoDate(clock.format(new Date(instant)));
}

const DAY_MS = 86_400_000;

// A schedule makes hundreds of dates while somebody types, so these work on the numbers of a date directly; a general
// date library spends most of a keystroke's budget on reading and writing text. They are tested against one.

/** Days since 1970-01-01 in the proleptic Gregorian calendar. */
function dayNumber(date: IsoDate): number {
  return Date.UTC(Number(date.slice(0, 4)), Number(date.slice(5, 7)) - 1, Number(date.slice(8, 10))) / DAY_MS;
}

function write(year: number, month: number, day: number): IsoDate {
  return `${String(year).padStart(4, '0')}-${month < 10 ? '0' : ''}${month}-${day < 10 ? '0' : ''}${day}` as IsoDate;
}

export function addDays(date: IsoDate, days: number): IsoDate {
  const moved = new Date((dayNumber(date) + days) * DAY_MS);
  return write(moved.getUTCFullYear(), moved.getUTCMonth() + 1, moved.getUTCDate());
}

/** The last day of a stretch whose end isn't part of it. */
export const lastDayOf = (end: IsoDate): IsoDate => addDays(end, -1);

const MONTH_LENGTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

function monthLength(year: number, month: number): number {
  const leap = year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0);
  return month === 2 && leap ? 29 : (MONTH_LENGTH[month - 1] ?? 31);
}

/** The same day of a later month; the month's last day where it is shorter (31 January + 1 month = 28 or 29 February). */
export function addMonths(date: IsoDate, months: number): IsoDate {
  const count = Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1 + months;
  const year = Math.floor(count / 12);
  const month = (count % 12) + 1;
  return write(year, month, Math.min(Number(date.slice(8, 10)), monthLength(year, month)));
}

/** The greatest number of whole months that fit between two dates, counted back from the later one. */
export function monthsBack(from: IsoDate, to: IsoDate): number {
  const apart = monthsApart(from, to);
  return addMonths(to, -apart) >= from ? apart : apart - 1;
}

/** Months of the calendar from the month of one date to that of the other. */
export const monthsApart = (from: IsoDate, to: IsoDate): number =>
  (Number(to.slice(0, 4)) - Number(from.slice(0, 4))) * 12 + Number(to.slice(5, 7)) - Number(from.slice(5, 7));

/** Months between two dates of the same day of the month; null for others. */
export const sameDayApart = (from: IsoDate, to: IsoDate): number | null => (from.slice(8) === to.slice(8) ? monthsApart(from, to) : null);

/** Of rows that each hold from a day on, the one in force on a day; the first before that. @param rows oldest first. @returns null where there is none. */
export const inForceOn = <Row extends { from: IsoDate }>(rows: readonly Row[], on: IsoDate): Row | null =>
  rows.findLast(({ from }) => from <= on) ?? rows[0] ?? null;

/** The same day of an earlier month; a day that the month lacks lies as far past its end (two months before 30 April: 2 March). */
export function monthsBefore(date: IsoDate, months: number): IsoDate {
  return addDays(addMonths(`${date.slice(0, 8)}01` as IsoDate, -months), Number(date.slice(8, 10)) - 1);
}

/** Calendar days from one date to the other; negative when `to` is earlier. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return dayNumber(to) - dayNumber(from);
}

/** Completed years between two dates: somebody's age on a day. */
export function yearsBetween(from: IsoDate, to: IsoDate): number {
  if (to < from) return -yearsBetween(to, from) || 0;
  return Number(to.slice(0, 4)) - Number(from.slice(0, 4)) - (to.slice(5) < from.slice(5) ? 1 : 0);
}

/** 0 is Sunday. */
const weekday = (date: IsoDate): number => (((dayNumber(date) + THURSDAY) % 7) + 7) % 7;
/** The weekday of 1970-01-01. */
const THURSDAY = 4;

/** The date that lies `days` business days after `from`: weekends and the given holidays don't count. */
export function addBusinessDays(from: IsoDate, days: number, holidays: readonly string[]): IsoDate {
  const closed = new Set(holidays);
  let date = from;
  for (let left = days; left > 0;) {
    date = addDays(date, 1);
    const day = weekday(date);
    if (day !== 0 && day !== 6 && !closed.has(date)) left -= 1;
  }
  return date;
}

const PATTERNS = { mdy: ['month', 'day', 'year'], dmy: ['day', 'month', 'year'], ymd: ['year', 'month', 'day'] } as const;
export type DateOrder = keyof typeof PATTERNS;
/** The orders in which places write day, month and year. */
export const DATE_ORDERS = Object.keys(PATTERNS) as [DateOrder, ...DateOrder[]];

const MONTH_NAMES = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];

/** The month that a word means, 1 to 12: the whole name or at least its first three letters. */
function monthOf(word: string): number | null {
  const small = word.toLowerCase().replace(/\.$/, '');
  const at = small.length < 3 ? -1 : MONTH_NAMES.findIndex((name) => name.startsWith(small) || (small === 'sept' && name === 'september'));
  return at < 0 ? null : at + 1;
}

/** Two-digit years lie in the hundred years that end ten years after `today`. */
function fullYear(text: string, today: IsoDate): number {
  const year = Number(text);
  if (text.length > 2) return year;
  const newest = Number(today.slice(0, 4)) + 10;
  return year + Math.floor((newest - year) / 100) * 100;
}

function existing(year: number, month: number, day: number): IsoDate | null {
  const iso = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  return isIsoDate(iso) ? iso : null;
}

/**
 * Reads a date as people type it (4/3/1990, 4.3.90, 04031990, 1990-03-04, 3 April 1990, Apr 3 90) in the place's order of
 * day, month and year. Two-digit years lie in the hundred years that end ten years after `today`.
 * @returns the date, or null when the text is no existing date.
 */
export function parseDate(text: string, order: DateOrder, today: IsoDate): IsoDate | null {
  const trimmed = text.trim();
  if (isIsoDate(trimmed)) return trimmed;
  const pattern = PATTERNS[order];
  let parts = trimmed.split(/[\s./,-]+/).filter(Boolean);
  if (/^\d{8}$/.test(trimmed)) {
    const widths = pattern.map((part) => (part === 'year' ? 4 : 2));
    let at = 0;
    parts = widths.map((width) => trimmed.slice(at, (at += width)));
  }
  if (parts.length !== 3) return null;
  const named = parts.findIndex((part) => /^\p{L}+$/u.test(part));
  if (named >= 0) return dateWithMonthName(parts, named, today);
  if (parts.some((part) => !/^\d{1,4}$/.test(part))) return null;
  const value = { year: '', month: '', day: '' };
  const yearFirst = parts[0]?.length === 4;
  (yearFirst ? PATTERNS.ymd : pattern).forEach((part, index) => (value[part] = parts[index] ?? ''));
  return existing(fullYear(value.year, today), Number(value.month), Number(value.day));
}

function dateWithMonthName(parts: readonly string[], named: number, today: IsoDate): IsoDate | null {
  const month = monthOf(parts[named] ?? '');
  const [first = '', second = ''] = parts.filter((_, at) => at !== named).map((part) => part.replace(/(st|nd|rd|th)$/i, ''));
  if (month === null || !/^\d{1,4}$/.test(first) || !/^\d{1,4}$/.test(second)) return null;
  const [day, year] = first.length === 4 ? [second, first] : [first, second];
  return existing(fullYear(year, today), month, Number(day));
}

/**
 * Reads month and year alone, where that is enough: 5/2020, 05.2020, 2020-05, May 2020. The year is whole: 5/20 and May 20 may be
 * days as well. @param day which day of the month is meant.
 * @returns the first or the last day of the month, or null when the text is no month and year.
 */
export function parseMonth(text: string, day: 'first' | 'last'): IsoDate | null {
  const parts = text
    .trim()
    .split(/[\s./,’'-]+/)
    .filter(Boolean);
  const [one = '', other = ''] = parts;
  if (parts.length !== 2) return null;
  const [month, year] = /^\d{4}$/.test(one) ? [other, one] : [one, other];
  const named = /^\p{L}+$/u.test(month) ? monthOf(month) : null;
  if (!/^(19|20)\d{2}$/.test(year) || (named === null && !/^\d{1,2}$/.test(month))) return null;
  const first = existing(Number(year), named ?? Number(month), 1);
  return first === null || day === 'first' ? first : addDays(addMonths(first, 1), -1);
}

/**
 * The two days that a date in figures can mean when day and month may be exchanged: 3/4/1990 is 4 March or 3 April.
 * @returns the reading in the place's order first, then the other; one date when both are the same day or only one exists.
 */
export function dateReadings(text: string, order: DateOrder, today: IsoDate): IsoDate[] {
  const first = parseDate(text, order, today);
  if (order === 'ymd' || /\p{L}/u.test(text) || /^\s*\d{4}/.test(text)) return first ? [first] : [];
  const other = parseDate(text, order === 'mdy' ? 'dmy' : 'mdy', today);
  return [...new Set([first, other].filter((date) => date !== null))];
}

/**
 * A day, or the day of a moment by a clock, in words.
 * @param value an ISO date, or an ISO date and time.
 * @throws RangeError for an unknown time zone.
 */
export const dayInWords = (value: string, timeZone: string): string => dateInWords(value.includes('T') ? dayAt(value, timeZone) : value);

/** A date as it is shown everywhere, in words so that nobody takes the day for the month, whatever place they know: 4 Mar 1990. */
export function dateInWords(date: string): string {
  const name = MONTH_NAMES[Number(date.slice(5, 7)) - 1] ?? '';
  return `${Number(date.slice(8, 10))} ${name.charAt(0).toUpperCase()}${name.slice(1, 3)} ${date.slice(0, 4)}`;
}

/** A month in words: 2024-03 → March 2024. */
export function monthInWords(month: string): string {
  const name = MONTH_NAMES[Number(month.slice(5, 7)) - 1] ?? '';
  return `${name.charAt(0).toUpperCase()}${name.slice(1)} ${month.slice(0, 4)}`;
}

/** A date as it is typed in the place's order: 2026-03-04 → 03/04/2026 for month-day-year. */
export function formatDate(date: string, order: DateOrder): string {
  const [year = '', month = '', day = ''] = date.slice(0, 10).split('-');
  const value = { year, month, day };
  return PATTERNS[order].map((part) => value[part]).join(order === 'ymd' ? '-' : '/');
}
