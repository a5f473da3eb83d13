import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dateInWords, dateReadings, parseDate, parseMonth, type IsoDate } from './index';
import { TODAY } from '../../../test/sample';

describe('dates as people type them', () => {
  it.each([
    ['4/30/1990', 'mdy', '1990-04-30'],
    ['30.4.90', 'dmy', '1990-04-30'],
    ['04301990', 'mdy', '1990-04-30'],
    ['1990-04-30', 'dmy', '1990-04-30'],
    ['1990/4/30', 'mdy', '1990-04-30'],
    ['30 Apr 1990', 'mdy', '1990-04-30'],
    ['April 30, 1990', 'dmy', '1990-04-30'],
    ['30th april 90', 'mdy', '1990-04-30'],
    ['2 Sept 2001', 'mdy', '2001-09-02'],
    ['31 Feb 1990', 'mdy', null],
    ['30 Ap 1990', 'mdy', null],
    ['30 April', 'mdy', null],
    ['next week', 'mdy', null],
  ] as const)('%s in %s is %s', (text, order, expected) => expect(parseDate(text, order, TODAY)).toBe(expected));
  it.each([
    ['5/2020', '2020-05-01', '2020-05-31'],
    ['05.2020', '2020-05-01', '2020-05-31'],
    ['2020-2', '2020-02-01', '2020-02-29'],
    ['Feb 2021', '2021-02-01', '2021-02-28'],
    ['december 1999', '1999-12-01', '1999-12-31'],
  ])('%s is a month, from its first day to its last', (text, first, last) => {
    expect([parseMonth(text, 'first'), parseMonth(text, 'last')]).toEqual([first, last]);
  });
  it.each(['5/20', 'May 20', '20 May', '13/2020', '0/2020', '2020', 'May', '5/1/2020', '2020-05-01', 'Ma 2020', '05/0000', ''])(
    '%s is no month and year',
    (text) => expect(parseMonth(text, 'first')).toBeNull(),
  );
  it('asks which day 3/4/1990 is, and not where only one can be', () => {
    expect(dateReadings('3/4/1990', 'mdy', TODAY)).toEqual(['1990-03-04', '1990-04-03']);
    expect(dateReadings('3/4/1990', 'dmy', TODAY)).toEqual(['1990-04-03', '1990-03-04']);
    expect(dateReadings('30/4/1990', 'mdy', TODAY)).toEqual(['1990-04-30']);
    expect(dateReadings('4/4/1990', 'mdy', TODAY)).toEqual(['1990-04-04']);
    expect(dateReadings('3 Apr 1990', 'mdy', TODAY)).toEqual(['1990-04-03']);
    expect(dateReadings('1990-03-04', 'mdy', TODAY)).toEqual(['1990-03-04']);
    expect(dateReadings('soon', 'mdy', TODAY)).toEqual([]);
  });
  it('is read back from words as the same day', () => {
    fc.assert(
      fc.property(fc.date({ min: new Date('1940-01-01'), max: new Date('2035-12-31'), noInvalidDate: true }), (day) => {
        const iso = day.toISOString().slice(0, 10) as IsoDate;
        expect(parseDate(dateInWords(iso), 'mdy', TODAY)).toBe(iso);
      }),
    );
  });
});
