import { describe, it } from 'vitest';
import { anIncome, incomePolicy, paper, sampleFile, shippedPlace, TODAY } from '../../../test/sample';
import { expect } from '../../../test/spoken';
import { astray } from '../../basis/arithmetic/index';
import { addDays, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { Settlement } from './fields';
import { countIncome, fieldsAsked, settled, statedFigure, yearToDateOf } from './index';
import type { Income } from './index';

const units = (whole: number) => minor(Math.round(whole * 100));
const counting = (income: Income, values: Parameters<typeof sampleFile>[0] = {}) => countIncome(sampleFile({ incomes: [income], ...values }), income, TODAY);
const own = (values: Partial<Income>): Income => anIncome({ kind: 'selfEmployed', yearEnd: addDays(TODAY, -60), ...values });

describe('up to four years of accounts', () => {
  // By hand; the rule is common practice, no source.
  it.each([
    ['four years that rise: their average', [40_000, 36_000, 32_000, 28_000], 34_000],
    ['the latest above the average though below the year before', [36_000, 40_000, 20_000, 12_000], 27_000],
    ['the latest below the average: it alone', [30_000, 40_000, 38_000, null], 30_000],
    ['two years, falling: the lower', [30_000, 40_000, null, null], 30_000],
    ['a year that is missing ends the row', [40_000, null, 10_000, 10_000], 40_000],
    ['a loss three years ago counts in the average', [40_000, 36_000, 32_000, -8_000], 25_000],
  ])('%s', (_, [latest, before, third, fourth], yearly) => {
    const at = (value: number | null | undefined) => (value == null ? null : units(value));
    const made = counting(own({ profitLatest: at(latest), profitBefore: at(before), profitThird: at(third), profitFourth: at(fourth) }));
    expect(made?.monthly).toBe(Math.round((yearly * 100) / 12));
    expect(astray(made?.counted ?? { label: '', value: 1, unit: 'money' })).toEqual([]);
  });
  it('a product may ask for four; fewer count for nothing and it says how many are given', () => {
    const income = own({ profitLatest: units(40_000), profitBefore: units(36_000), profitThird: units(30_000) });
    const base = sampleFile();
    const product = { ...base.product, income: incomePolicy({ kinds: { selfEmployed: { share: 1, why: '', ends: 'question', accountYears: 4 } } }) };
    expect(counting(income, { product })?.leftOut).toBe('4 years of accounts are asked for, 3 are given');
    expect(counting({ ...income, profitFourth: units(20_000) }, { product })?.leftOut).toBeNull();
  });
  it('asks for one year further back once the one after it is given', () => {
    const asked = (values: Partial<Income>) => fieldsAsked(own(values), 'gross').map(({ field }) => field);
    expect(asked({ profitLatest: units(1) })).toContain('profitBefore');
    expect(asked({ profitLatest: units(1) })).not.toContain('profitThird');
    expect(asked({ profitLatest: units(1), profitBefore: units(1) })).toContain('profitThird');
    expect(asked({ profitLatest: units(1), profitBefore: units(1), profitThird: units(1) })).toContain('profitFourth');
  });
});

describe('a raise with its day', () => {
  const paid = (values: Partial<Income>): Income =>
    anIncome({ amount: units(4_000), frequency: 'monthly', since: isoDate('2020-01-06'), raisedTo: units(4_400), raisedOn: TODAY, ...values });
  it('counts from its day, not before', () => {
    expect(counting(paid({}))?.monthly).toBe(units(4_400));
    expect(counting(paid({ raisedOn: addDays(TODAY, 1) }))?.monthly).toBe(units(4_000));
    expect(counting(paid({ raisedOn: null }))?.monthly).toBe(units(4_000));
  });
  it('what a paper shows is relied on, and is held against the pay as raised', () => {
    const income = paid({});
    const papers = [paper(`income:${income.id}`, 'accepted', units(4_000))];
    expect(counting(income, { papers })?.monthly).toBe(units(4_000));
    expect(statedFigure({ settlements: [] }, income, TODAY)).toBe(units(4_400));
    expect(statedFigure({ settlements: [] }, income, addDays(TODAY, -1))).toBe(units(4_000));
  });
  it('the year to date expects the days before it at the pay before', () => {
    const policy = incomePolicy();
    const pack = shippedPlace('us');
    const income = paid({ raisedOn: isoDate('2026-03-02'), yearToDateAt: isoDate('2026-03-31'), yearToDate: null });
    // By hand: 60 days at 4,000.00 and 30 at 4,400.00 of 365: 7,890.41 + 4,339.73.
    const at = (yearToDate: number) => yearToDateOf({ pack }, { ...income, yearToDate: units(yearToDate) }, units(4_400), policy, units(4_000));
    expect(at(12_230)).toMatchObject({ days: 90, expected: 789_041 + 433_973, verdict: 'agrees' });
    expect(at(12_230.14)?.supported).toBe(units(4_400));
    // Without the raise the same payslip is short.
    expect(yearToDateOf({ pack }, { ...income, yearToDate: units(12_230) }, units(4_400), { ...policy, yearToDateTolerance: 0.01 })?.verdict).toBe('short');
  });
});

describe('a share of the catch by its settlement sheets', () => {
  const income = anIncome({ id: 'income-lay', kind: 'catchShare', source: 'Grey Tern', amount: units(1), monthsSeen: 1 });
  const sheet = (values: Partial<Settlement>): Settlement => ({
    id: 'sheet-a',
    createdAt: '',
    incomeId: 'income-lay',
    season: 'Herring',
    since: isoDate('2025-04-01'),
    until: isoDate('2025-08-31'),
    landed: units(180_000),
    costs: units(60_000),
    lay: 0.08,
    ...values,
  });
  it('pays the lay of what is left after the vessel’s costs, over whole years', () => {
    // By hand: (180,000 − 60,000) × 8 % = 9,600; (150,000 − 55,000) × 10 % = 9,500; from April 2024 to August 2025 are two years.
    const sheets = [
      sheet({}),
      sheet({ id: 'sheet-b', since: isoDate('2024-04-01'), until: isoDate('2024-08-31'), landed: units(150_000), costs: units(55_000), lay: 0.1 }),
    ];
    const paid = settled({ settlements: sheets }, income);
    expect(paid).toMatchObject({ months: 24, total: { value: units(19_100) } });
    expect(astray(paid?.total ?? { label: '', value: 1, unit: 'money' })).toEqual([]);
    const made = counting(income, { settlements: sheets });
    expect(made?.monthly).toBe(Math.round(1_910_000 / 24));
    expect(astray(made?.counted ?? { label: '', value: 1, unit: 'money' })).toEqual([]);
  });
  it('one season is a year, two of the same calendar stay two, and a day more is one more', () => {
    const months = (since: string, until: string) => settled({ settlements: [sheet({ since: isoDate(since), until: isoDate(until) })] }, income)?.months;
    expect(months('2025-04-01', '2025-06-30')).toBe(12);
    expect(months('2024-04-01', '2025-03-31')).toBe(12);
    expect(months('2024-04-01', '2025-04-01')).toBe(24);
  });
  it('a trip that didn’t bring its costs pays nothing, and takes nothing from the others', () => {
    const sheets = [sheet({}), sheet({ id: 'sheet-b', costs: units(200_000) })];
    expect(settled({ settlements: sheets }, income)?.total.value).toBe(units(9_600));
  });
  it('sheets that lack something, or are another’s, leave what was keyed', () => {
    expect(settled({ settlements: [sheet({ lay: null })] }, income)).toBeNull();
    expect(settled({ settlements: [sheet({ incomeId: 'other' })] }, income)).toBeNull();
    expect(settled({ settlements: [sheet({})] }, { ...income, kind: 'wage' })).toBeNull();
    expect(statedFigure({ settlements: [] }, income, TODAY)).toBe(units(1));
    expect(statedFigure({ settlements: [sheet({})] }, income, TODAY)).toBe(minor(960_000));
  });
});
