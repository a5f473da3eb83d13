import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { addDays, addMonths, isoDate } from '../../basis/dates/index';
import { affordability } from '../../figures/affordability/index';
import { astray } from '../../basis/arithmetic/index';
import { computePath } from '../../gates/path/index';
import { countIncome, fieldsAsked, INCOME_KINDS, kindOfIncome, type Income } from './index';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import { anIncome, aPart, incomePolicy, paper, product, sampleFile, shippedProduct, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const counted = (income: Partial<Income>, values: Partial<FileState> & { worksAs?: number } = {}) => {
  const file = { ...sampleFile({ incomes: [anIncome({ frequency: 'monthly', amount: units(4000), ...income })], ...values }), ...values };
  const found = countIncome(file, file.incomes[0] as Income, TODAY);
  if (!found) throw new Error('no figure');
  for (const line of [found.counted, found.money, ...(found.paidOut ? [found.paidOut] : [])]) expect(astray(line)).toEqual([]);
  return found;
};
const rules = (values: Parameters<typeof incomePolicy>[0]) => ({ ...product, income: incomePolicy(values) });
const net = rules({ basis: 'net' });

describe('take-home pay', () => {
  const pay = { netAmount: units(3200) };
  const shows = (amount: number) => [paper('income:income-a', 'accepted', amount * 100)];
  it('falls with what a paper shows, in proportion, and doesn’t rise with it', () => {
    expect(counted(pay, { product: net }).paidOut?.value).toBe(units(3200));
    expect(counted(pay, { product: net, papers: shows(3000) }).paidOut?.value).toBe(units(2400));
    expect(counted(pay, { product: net, papers: shows(5000) }).paidOut?.value).toBe(units(3200));
    expect(counted(pay, { product: net, papers: shows(3000), worksAs: 2 }).paidOut?.value).toBe(units(3200));
  });
  it('is no more than the pay, and more is asked about', () => {
    const more = counted({ netAmount: units(4400) }, { product: net });
    expect(more.paidOut?.value).toBe(units(4000));
    expect(more.questions.map(({ code }) => code)).toEqual(['net']);
    expect(more.questions[0]?.what).toMatch(/more is paid out than comes/);
    expect(counted(pay, { product: net }).questions).toEqual([]);
    const file = sampleFile({ product: net, incomes: [anIncome({ frequency: 'monthly', amount: units(4000), netAmount: units(4400) })] });
    expect(computePath(file, TODAY).entries.some(({ key }) => key.startsWith('question:net:income-a'))).toBe(true);
  });
});

describe('when it comes', () => {
  it('what hasn’t begun doesn’t count, unless it does soon and a paper shows it', () => {
    const soon = rules({ beginsWithinDays: 60 });
    const begins = (days: number, values: Partial<FileState> & { worksAs?: number } = {}) =>
      counted({ since: addDays(TODAY, days) }, { product: soon, ...values });
    expect(begins(0).counted.value).toBe(units(4000));
    expect(begins(1).counted.value).toBe(0);
    expect(begins(30).leftOut).toMatch(/^begins on .* counts where a paper shows it and it begins within 60 days$/);
    const contract = { papers: [paper('income:income-a', 'accepted', 400_000)] };
    expect(begins(60, contract).counted.value).toBe(units(4000));
    expect(begins(61, contract).counted.value).toBe(0);
    expect(begins(61, { worksAs: 2 }).counted.value).toBe(units(4000));
  });
  it('of the coming year the months after it begins', () => {
    const year = rules({ outlook: 'comingYear' });
    expect(counted({ since: addMonths(TODAY, 3) }, { product: year }).counted.value).toBe(units(3000));
    expect(counted({ since: addMonths(TODAY, 3), until: addDays(addMonths(TODAY, 9), -1) }, { product: year }).counted.value).toBe(units(2000));
  });
  it('an end is held against the longest part', () => {
    const request = { ...sampleFile().request, termMonths: 12 };
    const parts = [aPart({ id: 'a', amount: units(1000), termMonths: 12 }), aPart({ id: 'b', amount: units(1000), termMonths: 60 })];
    const until = addMonths(TODAY, 30);
    const asked = (values: Partial<FileState> & { worksAs?: number }) => counted({ until }, { request, parts, ...values }).questions.map(({ code }) => code);
    expect(asked({})).toEqual(['contractEnds']);
    expect(asked({ parts: [] })).toEqual([]);
    expect(asked({ worksAs: 2 })).toEqual([]);
    expect(counted({ kind: 'pension', until }, { request, parts }).counted.value).toBe(0);
  });
});

describe('accounts', () => {
  const own = { kind: 'selfEmployed', profitLatest: units(40_000), profitBefore: units(36_000) } as const;
  const shipped = shippedProduct('workboat-refit');
  it('count for the product’s months after they end', () => {
    const of = (yearEnd: string) => counted({ ...own, yearEnd: isoDate(yearEnd) }, { product: shipped });
    expect(of('2025-12-31').counted.value).toBe(Math.round((76_000 / 24) * 100));
    expect(of('2024-09-02').counted.value).toBeGreaterThan(0);
    expect(of('2019-12-31').counted.value).toBe(0);
    expect(of('2019-12-31').leftOut).toMatch(/^accounts count for 18 months after they end/);
  });
  it('of a business under a year are counted over its months', () => {
    const first = { kind: 'selfEmployed', profitLatest: units(18_000), yearEnd: isoDate('2025-12-31'), since: isoDate('2025-07-01') } as const;
    expect(counted(first).counted.value).toBe(units(3000));
    expect(counted({ ...first, since: isoDate('2024-07-01') }).counted.value).toBe(units(1500));
    expect(counted(first, { worksAs: 2 }).counted.value).toBe(units(1500));
  });
  it('that lost count against everything in full, whatever would count of a profit', () => {
    const loss = { ...own, profitLatest: units(-12_000), profitBefore: null, yearEnd: isoDate('2025-12-31') };
    expect(counted(loss, { product: shipped }).counted.value).toBe(units(-1000));
    expect(counted({ ...loss, yearEnd: isoDate('2019-12-31') }, { product: shipped }).counted.value).toBe(units(-1000));
    const half = rules({ kinds: { selfEmployed: { share: 0.5, ends: 'question', why: 'half' } } });
    expect(counted(loss, { product: half }).counted.value).toBe(units(-1000));
    expect(counted({ ...loss, until: addDays(TODAY, -1) }).counted.value).toBe(0);
  });
  it('that lost don’t improve debt service cover', () => {
    const cover = (incomes: Income[]) =>
      affordability(sampleFile({ product: { ...shipped, measures: ['debtServiceCover'] }, incomes, debts: [] }), TODAY).figures[0]?.value ?? NaN;
    const good = anIncome({ id: 'good', ...own, yearEnd: isoDate('2025-12-31') });
    const bad = anIncome({ id: 'bad', kind: 'selfEmployed', profitLatest: units(-6000), profitBefore: null, yearEnd: isoDate('2025-12-31') });
    expect(cover([good, bad])).toBeLessThan(cover([good]));
  });
});

describe('how often, and what', () => {
  it('by the day and every four weeks', () => {
    expect(counted({ frequency: 'daily', amount: units(180), daysPerWeek: 4 }).monthly).toBe(Math.round(((180 * 4 * 52) / 12) * 100));
    expect(counted({ frequency: 'daily', amount: units(180), daysPerWeek: 4.5, weeksPerYear: 40 }).monthly).toBe(units((180 * 4.5 * 40) / 12));
    expect(counted({ frequency: 'everyFourWeeks', amount: units(2400) }).monthly).toBe(units((2400 * 13) / 12));
    const file = sampleFile({ incomes: [anIncome({ frequency: 'daily', amount: units(180), daysPerWeek: null })] });
    expect(countIncome(file, file.incomes[0] as Income, TODAY)).toBeNull();
    expect(fieldsAsked(anIncome({ frequency: 'daily' }), 'gross').map(({ field }) => field)).toEqual(expect.arrayContaining(['daysPerWeek', 'weeksPerYear']));
  });
  it('shares of the catch are the average of two years of settlements, and taxed as a trade', () => {
    const shipped = shippedProduct('workboat-refit');
    const lay = { kind: 'catchShare', frequency: null, amount: units(96_000) } as const;
    expect(counted({ ...lay, monthsSeen: 24 }, { product: shipped }).counted.value).toBe(units(4000));
    expect(counted({ ...lay, monthsSeen: 12 }, { product: shipped }).counted.value).toBe(0);
    expect(kindOfIncome('catchShare')?.earned).toBe('trade');
  });
  it.each(['workboat-refit', 'tools-gear', 'payroll-bridge', 'quay-cottages', 'crew-cover', 'hull-gear'])(
    '%s has a rule and a paper for every kind',
    (code) => {
      const shipped = shippedProduct(code);
      const proven = new Set(shipped.conditions.filter(({ subject }) => subject === 'income').flatMap(({ kinds }) => kinds ?? []));
      expect(INCOME_KINDS.filter((kind) => !shipped.income.kinds[kind])).toEqual([]);
      expect(INCOME_KINDS.filter((kind) => !proven.has(kind))).toEqual([]);
    },
  );
});
