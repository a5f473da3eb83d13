import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { astray } from '../../basis/arithmetic/index';
import { addDays, daysBetween, isoDate, type IsoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { PRORATIONS, type Proration } from '../../file/product/index';
import { isWhole, leaseLacks, leaseTermsOf, monthsOf, rentOfStretch } from './index';

const day = (text: string): IsoDate => isoDate(text);
const rentOf = (method: Proration, rent: number, from: string, until: string): number =>
  rentOfStretch(method, minor(rent), { from: day(from), until: day(until) }).value;

// Worked by hand, each method as it is common practice (no source); the count of thirty is 30/360 of the ISDA definitions of 2006, section 4.16(f).
describe('the rent of a part of a month', () => {
  it('goes by the days that the month has', () => {
    // 1,180.00 × 17 ÷ 31 = 647.0967…
    expect(rentOf('actualDays', 118_000, '2027-03-15', '2027-04-01')).toBe(64_710);
    // 1,180.00 × 14 ÷ 28 = 590.00, and in a leap year 1,180.00 × 14 ÷ 29 = 569.6551…
    expect(rentOf('actualDays', 118_000, '2027-02-15', '2027-03-01')).toBe(59_000);
    expect(rentOf('actualDays', 118_000, '2028-02-16', '2028-03-01')).toBe(56_966);
  });
  it('goes by a month of thirty days, and never above the whole month', () => {
    // 1,180.00 × 17 ÷ 30 = 668.6666…
    expect(rentOf('thirtyDays', 118_000, '2027-03-15', '2027-04-01')).toBe(66_867);
    // 30 days of March at a thirtieth each are the whole month’s rent; the whole month is no more.
    expect(rentOf('thirtyDays', 118_000, '2027-03-02', '2027-04-01')).toBe(118_000);
    expect(rentOf('thirtyDays', 118_000, '2027-03-01', '2027-04-01')).toBe(118_000);
  });
  it('goes by days as if every month had thirty: from the 16th on half of it, whatever the month', () => {
    for (const [from, until] of [
      ['2027-01-16', '2027-02-01'],
      ['2027-02-16', '2027-03-01'],
      ['2027-04-16', '2027-05-01'],
    ] as const)
      expect(rentOf('bankersMonth', 118_000, from, until)).toBe(59_000);
    // To the 10th of a month: ten days. From the 31st: one.
    expect(rentOf('bankersMonth', 90_000, '2027-01-01', '2027-01-11')).toBe(30_000);
    expect(rentOf('bankersMonth', 90_000, '2027-01-31', '2027-02-01')).toBe(3_000);
  });
  it('goes by the 365th part of a year’s rent', () => {
    // 1,180.00 × 12 × 17 ÷ 365 = 659.5068…
    expect(rentOf('yearOf365', 118_000, '2027-03-15', '2027-04-01')).toBe(65_951);
  });
  it('refuses what is no part of one month', () => {
    expect(() => rentOf('actualDays', 1, '2027-03-15', '2027-04-02')).toThrow(RangeError);
    expect(() => rentOf('actualDays', 1, '2027-03-15', '2027-03-15')).toThrow(RangeError);
  });
});

const DAY = fc.integer({ min: 0, max: 3000 }).map((days) => addDays(day('2024-01-01'), days));
const RENT = fc.integer({ min: 1, max: 5_000_000 });

describe('whatever is let', () => {
  it('has its days once: those of both ends and of whole months add up to the term', () => {
    fc.assert(
      fc.property(DAY, fc.integer({ min: 1, max: 1200 }), (from, days) => {
        const until = addDays(from, days);
        const months = monthsOf({ from, until });
        expect(months[0]?.from).toBe(from);
        expect(months.at(-1)?.until).toBe(until);
        months.slice(1).forEach((month, at) => expect(month.from).toBe(months[at]?.until));
        expect(months.reduce((so, month) => so + daysBetween(month.from, month.until), 0)).toBe(days);
        expect(months.slice(1, -1).every(isWhole)).toBe(true);
      }),
    );
  });
  it('costs more for more days of a month, and never more than the month, by every method; and its arithmetic leads there', () => {
    fc.assert(
      fc.property(DAY, fc.integer({ min: 1, max: 31 }), RENT, fc.constantFrom(...PRORATIONS), (from, days, rent, method) => {
        const [stretch] = monthsOf({ from, until: addDays(from, days) });
        const [longer] = monthsOf({ from, until: addDays(from, days + 1) });
        if (!stretch || !longer) return;
        const term = rentOfStretch(method, minor(rent), stretch);
        expect(term.value).toBeLessThanOrEqual(rentOfStretch(method, minor(rent), longer).value);
        expect(term.value).toBeLessThanOrEqual(rent);
        expect(astray(term)).toEqual([]);
      }),
    );
  });
  it('comes to a whole month’s rent where two lets share a month by its own days, but for one cent of rounding', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 80 }), fc.integer({ min: 2, max: 28 }), RENT, (month, cut, rent) => {
        const from = day(`${2024 + Math.floor(month / 12)}-${String((month % 12) + 1).padStart(2, '0')}-01`);
        const middle = addDays(from, cut - 1);
        const until = monthsOf({ from, until: addDays(from, 40) })[0]?.until ?? from;
        const parts = [
          { from, until: middle },
          { from: middle, until },
        ].map((stretch) => rentOfStretch('actualDays', minor(rent), stretch).value);
        expect(Math.abs((parts[0] ?? 0) + (parts[1] ?? 0) - rent)).toBeLessThanOrEqual(1);
      }),
    );
  });
});

describe('a lease', () => {
  const product = shippedProduct('quay-cottages');
  const base = sampleFile({ product, pack: shippedPlace('us') });
  const asking = (request: Partial<typeof base.request>) => ({
    ...base,
    request: { ...base.request, amount: minor(118_000), termMonths: 12, advanceOn: day('2027-03-15'), ...request },
  });
  it('has its first and last month by days and the others whole, the concession at its end, and the day for notice', () => {
    const terms = leaseTermsOf(asking({ freeMonths: 1 }));
    expect(terms).toMatchObject({ startsOn: '2027-03-15', endsOn: '2028-03-15', noticeBy: '2028-01-14' });
    expect(terms?.months).toHaveLength(13);
    expect(terms?.months.map(({ term }) => term.value)).toEqual([64_710, ...Array.from({ length: 10 }, () => 118_000), 0, 53_290]);
    expect(terms?.months.filter(({ free }) => free).map(({ from }) => from)).toEqual(['2028-02-01']);
  });
  it('ends on the last day that was agreed on, where that is another than the term’s', () => {
    expect(leaseTermsOf(asking({ leaseEndsOn: day('2028-03-31') }))?.endsOn).toBe('2028-04-01');
    const turned = asking({ leaseEndsOn: day('2027-03-01') });
    expect(leaseTermsOf(turned)).toBeNull();
    expect(leaseLacks(turned)).toMatchObject({ say: 'lease.endsBeforeStart' });
  });
  it('says what lacks', () => {
    expect(leaseLacks(asking({ amount: null }))).toMatchObject({ say: 'costs.rent' });
    expect(leaseLacks(asking({ advanceOn: null }))).toMatchObject({ say: 'lease.startLacks' });
    expect(leaseLacks(asking({ termMonths: null }))).toMatchObject({ say: 'lease.termLacks' });
    expect(leaseTermsOf(base)).not.toBeNull();
    expect(leaseTermsOf({ ...base, product: shippedProduct('workboat-refit') })).toBeNull();
  });
  it('has what is let beside it as often as it was taken', () => {
    const row = { createdAt: '2026-03-02T08:00:00.000Z' };
    const file = {
      ...asking({}),
      leaseExtras: [
        { ...row, id: 'x1', code: 'parking', count: 2 },
        { ...row, id: 'x2', code: 'nothing', count: 1 },
        { ...row, id: 'x3', code: 'store', count: null },
      ],
    };
    expect(leaseTermsOf(file)?.extras.map(({ value }) => value)).toEqual([9_000, 3_000]);
  });
});
