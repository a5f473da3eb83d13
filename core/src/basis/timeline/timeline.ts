import { say, type Words } from '../../basis/words/index';
import { addDays, addMonths, type IsoDate } from '../dates/index';

/** A stretch of somebody's history: from a day to a day, both included; without an end it lasts still. */
export interface Stretch {
  id: string;
  since: IsoDate | null;
  until: IsoDate | null;
}

/** A run of whole calendar months, `YYYY-MM` to `YYYY-MM`, both included. */
export interface Months {
  from: string;
  to: string;
  count: number;
}

export interface Coverage {
  /** The months that were asked: from the month that lies the asked time back, to the month of today. */
  asked: Months;
  covered: number;
  gaps: Months[];
  /** Two stretches that hold in the same months, other than the month in which one hands over to the next. */
  overlaps: { a: string; b: string; months: Months }[];
}

const indexOf = (date: string): number => Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1;
const nameOf = (index: number): string => `${String(Math.floor(index / 12)).padStart(4, '0')}-${String((index % 12) + 1).padStart(2, '0')}`;
const months = (from: number, to: number): Months => ({ from: nameOf(from), to: nameOf(to), count: to - from + 1 });

/**
 * Holds a history against the years that are asked, in calendar months: a month counts as covered when a stretch holds on
 * any of its days. Covered months and gaps add up to the months asked. Stretches without a beginning, or that end before
 * they begin, cover nothing.
 * @param years how many years back from today; 3 years asked in March 2026 are March 2023 to March 2026, 37 months.
 */
export function coverage(stretches: readonly Stretch[], years: number, today: IsoDate): Coverage {
  const last = indexOf(today);
  const first = indexOf(addMonths(today, -12 * years));
  const known = stretches
    .filter((stretch): stretch is Stretch & { since: IsoDate } => stretch.since !== null && (stretch.until === null || stretch.until >= stretch.since))
    .map(({ id, since, until }) => ({ id, from: indexOf(since), to: Math.min(last, until === null ? last : indexOf(until)) }))
    .filter(({ from, to }) => to >= from)
    .sort((a, b) => a.from - b.from || a.to - b.to);
  const gaps: Months[] = [];
  let next = first;
  for (const { from, to } of known) {
    if (from > next && next <= last) gaps.push(months(next, Math.min(from - 1, last)));
    next = Math.max(next, to + 1);
  }
  if (next <= last) gaps.push(months(next, last));
  const asked = months(first, last);
  return { asked, gaps, covered: asked.count - gaps.reduce((total, { count }) => total + count, 0), overlaps: overlapsIn(known, first) };
}

function overlapsIn(known: readonly { id: string; from: number; to: number }[], first: number): Coverage['overlaps'] {
  const found: Coverage['overlaps'] = [];
  for (const [at, a] of known.entries()) {
    for (const b of known.slice(at + 1)) {
      const from = Math.max(a.from, b.from, first);
      const to = Math.min(a.to, b.to);
      const handsOver = from === to && (a.to === b.from || b.to === a.from);
      if (to >= from && !handsOver) found.push({ a: a.id, b: b.id, months: months(from, to) });
    }
  }
  return found;
}

/** What is missing, in words: “5 months missing, the first is March 2024”; null when nothing is. */
export function gapInWords({ gaps }: Pick<Coverage, 'gaps'>): Words | null {
  const [earliest] = gaps;
  if (!earliest) return null;
  const count = gaps.reduce((total, gap) => total + gap.count, 0);
  return say('timeline.monthsAreMissingEarliest', { count, earliest: { month: earliest.from } });
}

export type Boundary = 'since' | 'until';
export interface Move {
  id: string;
  field: Boundary;
  value: IsoDate;
}

/**
 * Moves one boundary of a history. A neighbour that touches it (ends the day before or on the day that this one begins,
 * or the other way round) is moved along, so that no gap or overlap arises.
 * @returns every boundary that moves, the one asked for first; it alone when no neighbour touches, or would be turned round.
 */
export function moveBoundary(stretches: readonly Stretch[], id: string, field: Boundary, value: IsoDate): Move[] {
  const moved: Move = { id, field, value };
  const own = stretches.find((stretch) => stretch.id === id);
  const before = own?.[field];
  if (!own || !before) return [moved];
  const other: Boundary = field === 'since' ? 'until' : 'since';
  const step = field === 'since' ? -1 : 1;
  const neighbour = stretches.find((stretch) => stretch.id !== id && (stretch[other] === before || stretch[other] === addDays(before, step)));
  if (!neighbour) return [moved];
  const along = neighbour[other] === before ? value : addDays(value, step);
  const turned = field === 'since' ? neighbour.since !== null && along < neighbour.since : neighbour.until !== null && along > neighbour.until;
  return turned ? [moved] : [moved, { id: neighbour.id, field: other, value: along }];
}
