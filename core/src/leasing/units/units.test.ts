import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { addDays, daysBetween, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { NO_LAST_DAY } from '../leaving/index';
import { boardOf, endOfLet, overlaps, readRents, readUnits, rentOf, unitsFor, type Booking, type Unit, type UnitPlan } from './index';

const plan = (values: Partial<UnitPlan> = {}): UnitPlan => ({
  code: 'two',
  label: 'Two bedrooms',
  bedrooms: 2,
  sleeps: 4,
  size: 780,
  sizeUnit: 'square feet',
  rooms: ['Kitchen'],
  includes: [],
  picture: null,
  rents: [
    { leastMonths: 6, season: null, monthly: minor(116_000) },
    { leastMonths: 12, season: null, monthly: minor(108_000) },
  ],
  ...values,
});
const unit = (code: string, values: Partial<Unit> = {}): Unit => ({
  id: `stock.${code}`,
  stock: 'stock',
  code,
  label: code,
  plan: plan(),
  region: 'QH',
  access: [],
  availableFrom: isoDate('2026-01-01'),
  ...values,
});
const booking = (of: Unit, from: string, until: string, state: Booking['state'] = 'let'): Booking => ({
  unitId: of.id,
  startsOn: isoDate(from),
  endsOn: isoDate(until),
  state,
  holdsUntil: null,
  reference: null,
  name: null,
});
const said = (words: unknown): string => (typeof words === 'string' ? words : (words as { say: string }).say);

describe('what a unit costs', () => {
  it('is the rent for at least so long a let, the longest first', () => {
    const one = unit('a');
    expect(rentOf(one, isoDate('2026-05-01'), 6)).toBe(116_000);
    expect(rentOf(one, isoDate('2026-05-01'), 11)).toBe(116_000);
    expect(rentOf(one, isoDate('2026-05-01'), 12)).toBe(108_000);
    expect(rentOf(one, isoDate('2026-05-01'), 5)).toBeNull();
  });
  it('is that of the season in which the let begins, also of one over the end of a year', () => {
    const berth = unit('a', {
      plan: plan({
        rents: [
          { leastMonths: 1, season: { from: '04-01', until: '09-30' }, monthly: minor(21_000) },
          { leastMonths: 1, season: { from: '10-01', until: '03-31' }, monthly: minor(12_000) },
          { leastMonths: 12, season: null, monthly: minor(15_000) },
        ],
      }),
    });
    expect(rentOf(berth, isoDate('2026-04-01'), 3)).toBe(21_000);
    expect(rentOf(berth, isoDate('2026-09-30'), 3)).toBe(21_000);
    expect(rentOf(berth, isoDate('2027-01-15'), 3)).toBe(12_000);
  });
});

describe('finding by need', () => {
  const stepFree = unit('b', { access: ['Step-free'], plan: plan({ rents: [{ leastMonths: 6, season: null, monthly: minor(125_000) }] }) });
  const units = [unit('a'), stepFree, unit('c', { plan: plan({ sleeps: 2, bedrooms: 1 }) }), unit('d', { availableFrom: isoDate('2026-08-01') })];
  it('gives “sleeps 4, step-free, from 1 May, under 1,300” first, and says of each other all that it lacks', () => {
    const need = { from: isoDate('2026-05-01'), months: 12, sleeps: 4, access: ['Step-free'], rentMost: minor(130_000) };
    const found = unitsFor(units, need, [booking(units[0] as Unit, '2026-01-01', '2026-06-01')]);
    expect(found.map(({ unit: { code }, why }) => [code, ...why.map(said)])).toEqual([
      ['b'],
      ['a', 'units.takenUntil', 'units.lacks'],
      ['c', 'units.sleeps', 'units.lacks'],
      ['d', 'units.availableFrom', 'units.lacks'],
    ]);
  });
  it('says of a dearer one what it costs, and of one that is held that it is', () => {
    const held = booking(stepFree, '2026-10-01', '2027-10-01', 'held');
    const [one] = unitsFor([stepFree], { from: isoDate('2026-05-01'), months: 12, rentMost: minor(100_000) }, [held]);
    expect(one?.why.map(said)).toEqual(['units.takenUntil', 'units.dearer']);
  });
  it('lets a unit again on the day on which a let ends', () => {
    const one = unit('a');
    const taken = [booking(one, '2026-01-01', '2026-05-01'), booking(one, '2026-06-01', '2026-09-01')];
    expect(unitsFor([one], { from: isoDate('2026-05-01'), months: 1 }, taken)[0]?.why.map(said)).toEqual(['units.notForSoShort']);
    expect(unitsFor([one], { from: isoDate('2026-05-01'), months: 6 }, taken)[0]?.why.map(said)).toEqual(['units.takenUntil']);
  });
  it('lets nobody in before one who comes later where the let would go on, and nobody after one who has no last day', () => {
    const one = unit('a');
    const comes = booking(one, '2027-06-01', '2028-06-01', 'kept');
    const need = { from: isoDate('2026-05-01'), months: 12 };
    expect(unitsFor([one], need, [comes])[0]?.why).toEqual([]);
    expect(unitsFor([one], { ...need, goesOn: true }, [comes])[0]?.why.map(said)).toEqual(['units.takenFrom']);
    const there = booking(one, '2025-05-01', NO_LAST_DAY, 'let');
    expect(unitsFor([one], { ...need, from: isoDate('2031-05-01') }, [there])[0]?.why.map(said)).toEqual(['units.goesOn']);
  });
});

describe('the board', () => {
  const DAY = fc.integer({ min: 0, max: 700 }).map((days) => addDays(isoDate('2026-01-01'), days));
  it('has each day of each unit in one stretch, and every booking where it is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(DAY, fc.integer({ min: 1, max: 200 })), { maxLength: 8 }),
        DAY,
        fc.integer({ min: 1, max: 700 }),
        DAY,
        (wishes, from, days, availableFrom) => {
          const one = unit('a', { availableFrom });
          const taken: Booking[] = [];
          for (const [start, length] of wishes) {
            const wish = booking(one, start, addDays(start, length));
            if (!taken.some((there) => overlaps(there, wish))) taken.push(wish);
          }
          const until = addDays(from, days);
          const [row] = boardOf([one], taken, from, until);
          const spans = row?.spans ?? [];
          expect(spans[0]?.from).toBe(from);
          expect(spans.at(-1)?.until).toBe(until);
          spans.slice(1).forEach((span, at) => expect(span.from).toBe(spans[at]?.until));
          for (const { from: first, until: last, booking: of, state } of spans) {
            expect(daysBetween(first, last)).toBeGreaterThan(0);
            const within = taken.find((there) => there.startsOn < last && there.endsOn > first);
            if (of) expect(of.startsOn <= first && last <= of.endsOn).toBe(true);
            // What is taken before a unit is to be had stands in no stretch: nobody could have taken it.
            else if (state === 'free') expect(within).toBeUndefined();
          }
        },
      ),
    );
  });
  it('refuses a time without days', () => {
    expect(() => boardOf([], [], isoDate('2026-01-01'), isoDate('2026-01-01'))).toThrow(RangeError);
  });
  it('ends a let of whole months on the same day of the month, or its last', () => {
    expect(endOfLet(isoDate('2026-01-31'), 1)).toBe('2026-02-28');
    expect(endOfLet(isoDate('2026-05-15'), 12)).toBe('2027-05-15');
  });
});

describe('an imported list', () => {
  const HEAD = ['code', 'label', 'plan', 'region', 'access', 'availableFrom'];
  const row = (values: Record<string, string> = {}) => ({
    code: 'a-1',
    label: 'A1',
    plan: 'two',
    region: '',
    access: 'Step-free|Wide doors',
    availableFrom: '2026-01-01',
    ...values,
  });
  it('is read with its features apart', () => {
    const { units, problems } = readUnits('stock', [plan()], HEAD, [row()]);
    expect(problems).toEqual([]);
    expect(units).toMatchObject([{ id: 'stock.a-1', access: ['Step-free', 'Wide doors'], plan: { code: 'two' } }]);
  });
  it('says by line what is wrong', () => {
    const { problems } = readUnits('stock', [plan()], HEAD, [row(), row(), row({ code: 'B 2', plan: 'nine', label: '', availableFrom: '2026-02-30' })]);
    expect(problems.map(said)).toEqual(['units.noCode', 'units.noCode', 'units.noLabel', 'units.planUnknown', 'units.noDay']);
    expect(readUnits('stock', [], HEAD.slice(1), []).problems.map(said)).toEqual(['rates.columnMissing']);
  });
  it('has rents above zero, for whole months, of seasons that there are', () => {
    const rent = (values: Record<string, string>) => ({ plan: 'two', leastMonths: '6', seasonFrom: '', seasonUntil: '', monthly: '100.00', ...values });
    const head = ['plan', 'leastMonths', 'seasonFrom', 'seasonUntil', 'monthly'];
    const bad = readRents(head, [
      rent({ monthly: '0' }),
      rent({ leastMonths: '1.5' }),
      rent({ seasonFrom: '02-30', seasonUntil: '05-01' }),
      rent({ plan: '' }),
    ]);
    expect(bad.problems.map(said)).toEqual(['units.noRent', 'rates.noWholeNumber', 'units.noSeason', 'units.noPlan']);
    expect(readRents(head, [rent({ seasonFrom: '02-29', seasonUntil: '05-01' })]).problems).toEqual([]);
  });
  it.each(['quay-cottages', 'skerry-berths'])('ships without a fault: %s', (name) => {
    const read = (file: string) => readFileSync(new URL(`../../../../server/data/units/${file}`, import.meta.url), 'utf8');
    const records = (csv: string) => {
      const [head = '', ...lines] = csv.trim().split('\n');
      const columns = head.split(',');
      return { columns, rows: lines.map((text) => Object.fromEntries(text.split(',').map((value, at) => [columns[at] ?? '', value]))) };
    };
    const stock = JSON.parse(read(`${name}.json`)) as { plans: UnitPlan[] };
    const rents = records(read(`${name}-rents.csv`));
    const units = records(read(`${name}.csv`));
    expect(readRents(rents.columns, rents.rows).problems).toEqual([]);
    const made = readUnits(name, stock.plans, units.columns, units.rows);
    expect(made.problems).toEqual([]);
    expect(made.units.length).toBeGreaterThan(10);
  });
});
