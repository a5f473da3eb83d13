import { DETAILS, ENTITIES, fieldOf, type Field, type IsoDate } from '@cavren/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isFigure, readTyped, saidValue, typedValue, type Writing } from '../src/words/index';

const TODAY = '2026-03-02' as IsoDate;
const AMERICA: Writing = { dateOrder: 'mdy', locale: 'en-US', currency: 'USD', phoneRegion: 'US' };
const NEW_ZEALAND: Writing = { dateOrder: 'dmy', locale: 'en-NZ', currency: 'NZD', phoneRegion: 'NZ' };
const NORTH: Writing = { dateOrder: 'ymd', locale: 'de-DE', currency: 'EUR', phoneRegion: 'DE' };
const the = (entity: (typeof ENTITIES)[number], field: string): Field => {
  const described = fieldOf(entity, field);
  if (!described) throw new Error(`There is no ${field} of ${entity}`);
  return described;
};
const read = (described: Field, typed: string, writing = AMERICA) => readTyped(described, typed, writing, TODAY);

describe('what is typed into a field', () => {
  it('is a date in the order of its place, and is shown so again', () => {
    const born = the('person', 'birthDate');
    expect([read(born, '3/4/1990'), read(born, '3/4/1990', NEW_ZEALAND)]).toEqual([{ value: '1990-03-04' }, { value: '1990-04-03' }]);
    expect([AMERICA, NEW_ZEALAND, NORTH].map((writing) => typedValue(born, '1990-03-04', writing))).toEqual(['03/04/1990', '04/03/1990', '1990-03-04']);
    expect(read(born, '31/31/1990')).toEqual({ problem: 'Give a date like 04/30/1990 or 30 Apr 1990' });
  });
  it('stands in words wherever it is only read, the same for every place', () => {
    for (const writing of [AMERICA, NEW_ZEALAND, NORTH]) expect(saidValue(the('person', 'birthDate'), '1990-03-04', writing)).toBe('4 Mar 1990');
  });
  it('is a month where the month is enough: its first day for a beginning, its last for an end', () => {
    expect([read(the('home', 'since'), '5/2020'), read(the('home', 'until'), 'May 2020')]).toEqual([{ value: '2020-05-01' }, { value: '2020-05-31' }]);
    // A birth date or a last day has a day.
    expect(read(the('person', 'birthDate'), '5/2020')).toHaveProperty('problem');
    expect(read(the('home', 'since'), 'soon')).toEqual({ problem: 'Give a date like 04/30/1990 or 30 Apr 1990, or month and year' });
  });
  it('is money in minor units, below zero only where a loss can be', () => {
    expect([read(the('request', 'amount'), '48,000'), read(the('income', 'profitLatest'), '−300')]).toEqual([{ value: 4_800_000 }, { value: -30_000 }]);
    expect(read(the('request', 'amount'), 'much')).toEqual({ problem: 'Give an amount like 1,250.00' });
  });
  it('is a height or a weight in either measure, kept in one', () => {
    const [height, weight] = [the('cover', 'height'), the('cover', 'weight')];
    expect(['180', '5 ft 11', '5′11″', '1.80 m'].map((typed) => read(height, typed))).toEqual([
      { value: 180 },
      { value: 180.34 },
      { value: 180.34 },
      { value: 180 },
    ]);
    expect(['82', '181 lb', '12 st 13'].map((typed) => read(weight, typed))).toEqual([{ value: 82 }, { value: 82.1 }, { value: 82.1 }]);
    expect([read(height, 'tall'), read(weight, 'heavy')]).toEqual([
      { problem: 'Give a height like 180 cm, or 5 ft 11 in' },
      { problem: 'Give a weight like 82 kg, or 181 lb' },
    ]);
    expect(read(the('pet', 'weight'), '31 lb')).toEqual({ value: 14.06 });
  });
  it('is a share of one where it is said in per cent, and per cent where it is kept so', () => {
    expect([read(the('debt', 'rate'), '4.5 %'), read(the('person', 'share'), '25')]).toEqual([{ value: 0.045 }, { value: 25 }]);
    expect(read(the('debt', 'rate'), 'half')).toEqual({ problem: 'Give a percentage like 4.5' });
  });
  it('is a number, and nothing is nothing', () => {
    expect([read(the('request', 'termMonths'), ' 84 '), read(the('income', 'hoursPerWeek'), '37.5')]).toEqual([{ value: 84 }, { value: 37.5 }]);
    expect(read(the('request', 'termMonths'), '8 years')).toEqual({ problem: 'Give a whole number' });
    for (const entity of ENTITIES)
      for (const described of Object.values(DETAILS[entity].fields) as Field[]) expect(read(described, '   ')).toEqual({ value: null });
  });
  it('never throws, whatever it is, in any field and any place', () => {
    const fields = ENTITIES.flatMap((entity) => Object.values(DETAILS[entity].fields) as Field[]);
    fc.assert(
      fc.property(fc.string(), fc.constantFrom(...fields), fc.constantFrom(AMERICA, NEW_ZEALAND, NORTH), (typed, described, writing) => {
        const reading = read(described, typed, writing);
        expect('value' in reading || reading.problem.length > 0).toBe(true);
      }),
    );
  });
  it('comes back as it was kept: a date or an amount that is shown can be typed again', () => {
    const amount = the('request', 'amount');
    const born = the('person', 'birthDate');
    const day = fc.date({ min: new Date('1950-01-01'), max: new Date('2035-12-31'), noInvalidDate: true }).map((date) => date.toISOString().slice(0, 10));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000_000_00 }), day, fc.constantFrom(AMERICA, NEW_ZEALAND), (value, date, writing) => {
        expect(read(amount, typedValue(amount, value, writing), writing)).toEqual({ value });
        expect(read(born, typedValue(born, date, writing), writing)).toEqual({ value: date });
      }),
    );
  });
});

describe('what stands in a sentence', () => {
  it('carries its unit and is in words', () => {
    expect(saidValue(the('request', 'amount'), 4_800_000, AMERICA)).toBe('$48,000.00');
    expect(saidValue(the('request', 'amount'), 4_800_000, NEW_ZEALAND)).toContain('48,000.00');
    expect(saidValue(the('debt', 'rate'), 0.045, AMERICA)).toBe('4.5 %');
    expect(saidValue(the('debt', 'kind'), 'boatLoan', AMERICA)).toBe('Boat loan');
    expect([saidValue(the('debt', 'cleared'), true, AMERICA), saidValue(the('debt', 'cleared'), 'false', AMERICA)]).toEqual(['yes', 'no']);
  });
  it('names people, several together, and shows of a hidden number its end', () => {
    const nameOf = (id: string): string => ({ a: 'Marit', b: 'Edric' })[id] ?? '';
    expect(saidValue(the('debt', 'owners'), 'a b', AMERICA, nameOf)).toBe('Marit and Edric');
    expect(saidValue(the('home', 'personId'), 'b', AMERICA, nameOf)).toBe('Edric');
    expect(saidValue(the('person', 'idNumber'), { tail: '4120' }, AMERICA)).toBe('•••• 4120');
  });
  it('is nothing where there is nothing', () => {
    for (const value of [null, undefined, '']) expect(saidValue(the('request', 'amount'), value, AMERICA)).toBe('');
  });
  it('stands at the right where it is a figure', () => {
    expect(['amount', 'termMonths'].map((field) => isFigure(the('request', field)))).toEqual([true, true]);
    expect([isFigure(the('person', 'fullName')), isFigure(the('person', 'birthDate')), isFigure(undefined)]).toEqual([false, false, false]);
  });
});
