import {
  addDays as addDaysTo,
  addMonths as addMonthsTo,
  differenceInBusinessDays,
  differenceInCalendarDays,
  differenceInYears,
  formatISO,
  isValid,
  parseISO,
} from 'date-fns';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addBusinessDays, addDays, addMonths, daysBetween, formatDate, isIsoDate, isoDate, parseDate, yearsBetween } from './index';

describe('dates', () => {
  it('move like a general library’s, through leap years and month ends', () => {
    const day = fc.integer({ min: 0, max: 60_000 }).map((count) => addDays(isoDate('1920-01-01'), count));
    fc.assert(
      fc.property(day, day, fc.integer({ min: -700, max: 700 }), (date, other, months) => {
        expect(addMonths(date, months)).toBe(formatISO(addMonthsTo(parseISO(date), months), { representation: 'date' }));
        expect(addDays(date, months)).toBe(formatISO(addDaysTo(parseISO(date), months), { representation: 'date' }));
        expect(daysBetween(date, other)).toBe(differenceInCalendarDays(parseISO(other), parseISO(date)));
        expect(yearsBetween(date, other)).toBe(differenceInYears(parseISO(other), parseISO(date)) || 0);
        const days = Math.abs(months) % 60;
        expect(differenceInBusinessDays(parseISO(addDays(addBusinessDays(date, days, []), 1)), parseISO(addDays(date, 1)))).toBe(days);
      }),
    );
  });

  it('exist where a general library finds them, and nowhere else', () => {
    const part = (most: number, digits: number) => fc.integer({ min: 0, max: most }).map((number) => String(number).padStart(digits, '0'));
    fc.assert(
      fc.property(part(9999, 4), part(14, 2), part(33, 2), (year, month, day) => {
        const text = `${year}-${month}-${day}`;
        expect([text, isIsoDate(text)]).toEqual([text, isValid(parseISO(text))]);
      }),
      { numRuns: 3000 },
    );
    for (const year of ['1900', '2000', '2023', '2024', '2100', '2400', '0000', '0004'])
      expect([year, isIsoDate(`${year}-02-29`)]).toEqual([year, isValid(parseISO(`${year}-02-29`))]);
    for (const text of ['', '2026-1-01', '2026-01-1', ' 2026-01-01', '2026-01-01T00:00', '20260101', '２０２６-01-01'])
      expect([text, isIsoDate(text)]).toEqual([text, false]);
  });

  const today = isoDate('2026-11-25');
  it.each([
    ['4/3/1990', 'mdy', '1990-04-03'],
    ['4/3/1990', 'dmy', '1990-03-04'],
    ['04031990', 'mdy', '1990-04-03'],
    ['4.3.90', 'mdy', '1990-04-03'],
    ['4 3 30', 'mdy', '2030-04-03'],
    ['1990-03-04', 'mdy', '1990-03-04'],
    ['2/30/1990', 'mdy', null],
    ['tomorrow', 'mdy', null],
  ] as const)('reads %s (%s) as %s', (text, order, expected) => expect(parseDate(text, order, today)).toBe(expected));

  it('shows a date in the place’s order', () => expect(formatDate('2026-03-04', 'mdy')).toBe('03/04/2026'));
  it('knows leap years', () => expect([isIsoDate('2024-02-29'), isIsoDate('2025-02-29'), isIsoDate('2024-2-9')]).toEqual([true, false, false]));
  it('counts calendar days across a change of clocks', () => expect(daysBetween(isoDate('2026-03-01'), isoDate('2026-04-01'))).toBe(31));
  it('clamps to the end of the month', () => expect(addMonths(isoDate('2024-01-31'), 1)).toBe('2024-02-29'));
  it('counts completed years only', () => expect([yearsBetween(isoDate('2008-11-26'), today), yearsBetween(isoDate('2008-11-25'), today)]).toEqual([17, 18]));
  it('skips weekends and holidays', () => {
    // Wednesday 25 November 2026; the 26th is Thanksgiving (5 U.S.C. 6103: fourth Thursday in November).
    expect(addBusinessDays(today, 1, ['2026-11-26'])).toBe('2026-11-27');
    expect(addBusinessDays(today, 2, ['2026-11-26'])).toBe('2026-11-30');
  });
});
