import type { Work } from '../work/index';
import type { Income } from './fields';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { addMonths, isoDate } from '../../basis/dates/index';
import { astray } from '../../basis/arithmetic/index';
import { countIncome, workQuestions, yearToDateOf } from './index';
import { computePath } from '../../gates/path/index';
import { minor } from '../../basis/money/index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition } from '../../file/product/index';
import { anIncome, incomePolicy, product, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';

const nz = shippedPlace('nz');
const units = (amount: number) => minor(Math.round(amount * 100));
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });
const ofIncome = (income: Partial<Income>, values: Partial<FileState> = {}) => {
  const file = sampleFile({ incomes: [anIncome(income)], ...values });
  const counted = countIncome(file, file.incomes[0] as Income, TODAY);
  if (counted) expect(astray(counted.counted)).toEqual([]);
  return counted;
};

describe('every kind of income, worked by hand', () => {
  it.each([
    ['hourly with hours', { amount: units(24), frequency: 'hourly', hoursPerWeek: 37.5 }, (24 * 37.5 * 52) / 12],
    ['hourly with weeks paid in a year', { amount: units(24), frequency: 'hourly', hoursPerWeek: 38, weeksPerYear: 44 }, (24 * 38 * 44) / 12],
    ['every two weeks is 26 a year', { amount: units(1840), frequency: 'everyTwoWeeks' }, (1840 * 26) / 12],
    ['twice a month is 24 a year', { amount: units(1840), frequency: 'twiceAMonth' }, 1840 * 2],
    ['weekly', { amount: units(980), frequency: 'weekly' }, (980 * 52) / 12],
    ['a thirteenth month', { amount: units(3900), frequency: 'monthly', extraMonths: 1 }, (3900 * 13) / 12],
    ['commission over the months given', { kind: 'commission', amount: units(9000), monthsSeen: 18 }, 500],
    ['rent received at its share', { kind: 'rent', amount: units(800), frequency: 'monthly' }, 600],
    ['a yield of what is invested, at its share', { kind: 'investment', capital: units(60_000), yieldRate: 0.04 }, 160],
    ['an untaxed benefit grossed up', { kind: 'benefit', amount: units(1000), frequency: 'monthly', untaxed: true }, 1150],
    ['a loss counts against the rest', { kind: 'selfEmployed', profitLatest: units(-2400), profitBefore: units(6000) }, -200],
  ] satisfies [string, Partial<Income>, number][])('%s', (_, income, monthly) => {
    expect(ofIncome(income)?.counted.value).toBe(Math.round(monthly * 100));
  });

  it('the self-employed: the average of two years when rising, the lower when falling, with add-backs; a deep fall is asked about', () => {
    const years = (latest: number, before: number, more: Partial<Income> = {}) =>
      ofIncome({ kind: 'selfEmployed', profitLatest: units(latest), profitBefore: units(before), ...more });
    expect(years(40_000, 36_000)?.counted.value).toBe(Math.round(((40_000 + 36_000) / 24) * 100));
    expect(years(36_000, 40_000)?.counted.value).toBe(300_000);
    expect(years(36_000, 40_000, { addBackLatest: units(6000), addBackBefore: units(1000) })?.counted.value).toBe(Math.round(((42_000 + 41_000) / 24) * 100));
    expect(years(36_000, 40_000)?.questions).toEqual([]);
    expect(years(31_900, 40_000)?.questions).toMatchObject([{ code: 'falling', subject: 'falling:income-a:0.2025' }]);
    expect(years(-5000, 40_000)?.counted.value).toBe(Math.round((-5000 / 12) * 100));
  });

  it('says why something counts for nothing', () => {
    const why = (income: Partial<Income>, values: Partial<FileState> = {}) => ofIncome(income, values)?.leftOut;
    const bonus = { kind: 'bonus', amount: units(6000), monthsSeen: 12 } as const;
    expect(why(bonus)).toBe('24 months of it are asked for, 12 are given');
    expect(ofIncome(bonus)?.counted.value).toBe(0);
    expect(ofIncome({ ...bonus, monthsSeen: 24 })?.counted.value).toBe(25_000);
    expect(why({ kind: 'bonus', amount: units(500), frequency: 'monthly' })).toBe('24 months of it are asked for');
    const strict = withProduct({ income: incomePolicy({ kinds: { selfEmployed: { share: 1, accountYears: 2, ends: 'question', why: 'rule' } } }) });
    expect(why({ kind: 'selfEmployed', amount: units(4000), frequency: 'monthly' }, { product: strict })).toBe('2 years of accounts are asked for');
    expect(why({ kind: 'selfEmployed', profitLatest: units(4000) }, { product: strict })).toBe('2 years of accounts are asked for, one is given');
    expect(why({ kind: 'wage', amount: units(4000), frequency: 'monthly' }, { product: strict })).toBe('Wage doesn’t count for this product');
    expect(why({ kind: 'subsidy', amount: units(300), frequency: 'monthly' })).toBe('A rent subsidy is taken off the rent instead');
    expect(why({ amount: units(400), frequency: 'monthly', until: isoDate('2026-02-27') })).toBe('Ended on 27 Feb 2026');
    expect(why({ kind: 'rent', amount: units(400), frequency: 'monthly' })).toBe('75 % of it counts. rule');
  });

  it('a benefit that ends within the term is cut off; one that ends with it counts; a contract is a question instead', () => {
    const benefit = (until: Income['until']) => ofIncome({ kind: 'benefit', amount: units(500), frequency: 'monthly', until });
    const end = addMonths(TODAY, 60);
    expect(benefit(end)?.counted.value).toBe(50_000);
    expect(benefit(addMonths(TODAY, 59))).toMatchObject({ counted: { value: 0 }, questions: [] });
    const contract = ofIncome({ amount: units(500), frequency: 'monthly', until: addMonths(TODAY, 59) });
    expect(contract).toMatchObject({ counted: { value: 50_000 }, leftOut: null, questions: [{ code: 'contractEnds' }] });
  });

  it('products that ask for the coming year count the months in which a source still comes', () => {
    const year = withProduct({ income: incomePolicy({ outlook: 'comingYear' }) });
    const wage = (until: Income['until']) => ofIncome({ amount: units(1200), frequency: 'monthly', until }, { product: year });
    expect(wage(null)).toMatchObject({ counted: { value: 120_000 }, leftOut: null });
    expect(wage(isoDate('2026-09-01'))).toMatchObject({ counted: { value: 60_000 }, leftOut: 'Months of the coming year until it ends on 1 Sep 2026' });
    expect(wage(isoDate('2027-03-01'))?.counted.value).toBe(120_000);
    expect(wage(isoDate('2026-03-20'))?.counted.value).toBe(0);
  });

  it('nothing is made of a source that lacks a figure', () => {
    expect(ofIncome({ amount: units(20), frequency: 'hourly' })).toBeNull();
    expect(ofIncome({ kind: 'investment', capital: units(20) })).toBeNull();
    expect(ofIncome({ kind: 'selfEmployed' })).toBeNull();
    expect(ofIncome({ amount: units(20), frequency: 'monthly', personId: 'nobody' })).toBeNull();
  });
});

describe('the year to date', () => {
  const policy = incomePolicy();
  const paid = (yearToDate: number, more: Partial<Income> = {}) => {
    const income = anIncome({ amount: units(3000), frequency: 'monthly', yearToDate: units(yearToDate), yearToDateAt: isoDate('2026-02-28'), ...more });
    return yearToDateOf(sampleFile(), income, units(3000), policy);
  };
  it('is held against the stated rate from the start of the year, in days', () => {
    // 36,000 a year over 59 of 365 days comes to 5,819.18; 5,400 in those days supports 5,400 ÷ 59 × 365 ÷ 12 = 2,783.90.
    expect(paid(5400)).toEqual({ from: '2026-01-01', days: 59, expected: 581_918, supported: 278_390, verdict: 'short' });
    expect(paid(5819.18)?.verdict).toBe('agrees');
    expect(paid(5819.18 * 1.0499)?.verdict).toBe('agrees');
    expect(paid(5819.18 * 1.0501)?.verdict).toBe('over');
  });
  it('starts with the job, or with the year of the place', () => {
    expect(paid(3000, { since: isoDate('2026-02-01') })).toMatchObject({ from: '2026-02-01', days: 28 });
    const inNz = yearToDateOf({ pack: nz }, anIncome({ yearToDate: units(30_000), yearToDateAt: isoDate('2026-02-28') }), units(3000), policy);
    expect(inNz).toMatchObject({ from: '2025-04-01', days: 334 });
    expect(paid(100, { since: isoDate('2026-03-01') })).toBeNull();
  });
  it('becomes a question on the Path with the figure that it supports, settled by a word for just these figures', () => {
    const income = anIncome({ amount: units(3000), frequency: 'monthly', yearToDate: units(5400), yearToDateAt: isoDate('2026-02-28') });
    const file = sampleFile({ incomes: [income] });
    const asked = computePath(file, TODAY).entries.filter(({ key }) => key.startsWith('question:'));
    expect(asked).toMatchObject([{ gate: 'checking', holder: 'officer', place: { chapter: 'income', anchor: 'question.income-a' } }]);
    expect(asked[0]?.what).toContain('supports $2,783.90 a month, $3,000.00 is stated');
    const subject = asked[0]?.key.slice('question:'.length) ?? '';
    const explained = { ...file, explanations: [{ id: 'e', createdAt: file.openedAt, subject, text: 'Unpaid leave in January' }] };
    const left = (of: FileState) => computePath(of, TODAY).entries.filter(({ key }) => key.startsWith('question:')).length;
    expect(left(explained)).toBe(0);
    expect(left({ ...explained, incomes: [{ ...income, yearToDate: units(5300) }] })).toBe(1);
  });
});

describe('questions that jobs raise', () => {
  const asking = withProduct({ income: incomePolicy({ heldMonths: 6, gapMonths: 2 }) });
  const codes = (income: Partial<Income>) =>
    ofIncome({ amount: units(3000), frequency: 'monthly', ...income }, { product: asking })?.questions.map(({ code }) => code);
  it('probation, and a job held for less than asked', () => {
    expect(codes({ since: isoDate('2025-01-01') })).toEqual([]);
    expect(codes({ since: isoDate('2025-11-01') })).toEqual(['held']);
    expect(codes({ since: isoDate('2025-09-02') })).toEqual([]);
    expect(codes({ probationUntil: TODAY })).toEqual(['probation']);
    expect(codes({ probationUntil: isoDate('2026-03-01') })).toEqual([]);
  });
  it('a time without work of two months or more within two years', () => {
    const work = (id: string, since: string, until: string | null, kind: Work['kind'] = 'employed') => ({
      id,
      createdAt: '2026-03-02T08:00:00.000Z',
      personId: 'person-a',
      kind,
      employer: id,
      position: null,
      phone: null,
      since: isoDate(since),
      until: until === null ? null : isoDate(until),
    });
    const gaps = (...works: ReturnType<typeof work>[]) => workQuestions(sampleFile({ product: asking, works }), TODAY).map(({ what }) => what);
    expect(gaps(work('a', '2019-01-01', '2025-03-31'), work('b', '2025-07-01', null))).toEqual([
      'Ida Holm was 3 months without work, from 31 Mar 2025 to 1 Jul 2025',
    ]);
    expect(gaps(work('a', '2019-01-01', '2025-05-15'), work('b', '2025-07-01', null))).toEqual([]);
    expect(gaps(work('a', '2019-01-01', '2023-03-31'), work('b', '2023-07-01', null))).toEqual([]);
    expect(gaps(work('a', '2019-01-01', '2025-09-30'), work('c', '2020-01-01', '2020-06-30'), work('b', '2025-10-01', null))).toEqual([]);
    // A time of study between jobs is no work either.
    expect(gaps(work('a', '2019-01-01', '2025-03-31'), work('s', '2025-04-01', '2025-06-30', 'studying'), work('b', '2025-07-01', null))).toHaveLength(1);
  });
});

it('the products that ship count every kind of income, and rest on tables that their places have', () => {
  for (const code of ['workboat-refit', 'quay-cottages', 'crew-cover'])
    expect(Object.keys(shippedProduct(code).income.kinds).sort()).toEqual([...Object.keys(incomePolicy().kinds)].sort());
});
