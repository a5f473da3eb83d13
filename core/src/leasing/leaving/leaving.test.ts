import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { addDays, addMonths, isoDate, type IsoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { LeaseRules } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { datesDue, keyDatesOf, nextKeyDate } from '../handover/index';
import { noticeBy } from '../terms/index';
import { endsByNotice, goesOn, letUntil, NO_LAST_DAY, noticeOf, reaches, takenUntil, tookBackInWords, type LeaseNotice } from './index';

const day = (text: string): IsoDate => isoDate(text);
const END = ['ends', 'monthToMonth', 'renews'] as const;
const product = shippedProduct('quay-cottages');
const pack = shippedPlace('us');
const rules = (notice: LeaseRules['notice']): LeaseRules => {
  if (!product.lease) throw new Error('nothing is let');
  return { ...product.lease, notice };
};
/** Let from 15 March 2027 for a year. */
const letting = (end: LeaseRules['notice']['end'], months = 2, request: Partial<FileState['request']> = {}): FileState => {
  const base = sampleFile({ product: { ...product, lease: rules({ months, end }) }, pack });
  return { ...base, stage: 'done', request: { ...base.request, amount: minor(118_000), termMonths: 12, advanceOn: day('2027-03-15'), ...request } };
};
const notice = (values: Partial<LeaseNotice>): LeaseNotice => ({
  id: 'n1',
  side: 'tenant',
  personId: 'p1',
  givenOn: day('2027-12-01'),
  endsOn: day('2028-03-15'),
  agreed: null,
  takenAt: '2027-12-01T09:00:00.000Z',
  takenBy: 'Wren Halloway',
  backAt: null,
  backBy: null,
  backWhy: null,
  ...values,
});

// Counted by hand, as is common practice (no source): whole months before the day on which it ends.
describe('the day that notice reaches', () => {
  it('is the end of the term while there is time, and then of one month after another', () => {
    const file = letting('monthToMonth');
    expect(endsByNotice(file, day('2028-01-14'), 2)).toEqual(['2028-03-15', '2028-04-15']);
    expect(endsByNotice(file, day('2028-01-15'), 2)).toEqual(['2028-04-15', '2028-05-15']);
    expect(endsByNotice(file, day('2029-06-20'), 1)).toEqual(['2029-09-15']);
    expect(reaches(file, day('2028-01-14'), day('2028-03-15'))).toBe(true);
    expect(reaches(file, day('2028-01-15'), day('2028-03-15'))).toBe(false);
    expect(reaches(file, day('2028-01-14'), day('2028-03-16'))).toBe(false);
    expect(reaches(file, day('2028-01-14'), day('2028-02-15'))).toBe(false);
  });
  it('is the end of a whole further term where it is renewed', () => {
    const file = letting('renews', 1);
    expect(endsByNotice(file, day('2028-02-14'), 2)).toEqual(['2028-03-15', '2029-03-15']);
    expect(endsByNotice(file, day('2028-02-15'), 1)).toEqual(['2029-03-15']);
    expect(reaches(file, day('2027-04-01'), day('2028-04-15'))).toBe(false);
  });
  it('is the one day on which a let ends that nothing follows, whenever notice is given', () => {
    const file = letting('ends');
    expect(endsByNotice(file, day('2028-03-10'), 5)).toEqual(['2028-03-15']);
    expect(reaches(file, day('2028-03-10'), day('2028-03-15'))).toBe(true);
    expect(reaches(file, day('2027-04-01'), day('2028-03-16'))).toBe(false);
  });
  it('keeps the last day of months where the term ended on one', () => {
    const file = letting('monthToMonth', 1, { advanceOn: day('2027-01-31'), termMonths: 1, leaseEndsOn: null });
    expect(endsByNotice(file, day('2027-01-20'), 3)).toEqual(['2027-02-28', '2027-03-28', '2027-04-28']);
    const ofMonths = letting('monthToMonth', 1, { advanceOn: day('2027-02-01'), leaseEndsOn: day('2027-10-30') });
    expect(endsByNotice(ofMonths, day('2027-09-01'), 3)).toEqual(['2027-10-31', '2027-11-30', '2027-12-31']);
  });
  it('is none where nothing is let or the days lack', () => {
    expect(endsByNotice(letting('monthToMonth', 2, { advanceOn: null }), day('2027-04-01'), 3)).toEqual([]);
    expect(reaches(letting('monthToMonth', 2, { advanceOn: null }), day('2027-04-01'), day('2027-05-01'))).toBe(false);
    expect(letUntil({ ...letting('ends'), product: shippedProduct('workboat-refit') })).toBeNull();
  });
  it('never lies before the term is over, nor nearer than the months of notice, and later notice never reaches an earlier day', () => {
    const DAY = fc.integer({ min: 0, max: 2000 }).map((days) => addDays(day('2027-03-15'), days));
    fc.assert(
      fc.property(DAY, DAY, fc.constantFrom(...END), fc.integer({ min: 0, max: 6 }), fc.integer({ min: 1, max: 24 }), (a, b, end, months, termMonths) => {
        const file = letting(end, months, { termMonths });
        const [first, then] = a <= b ? [a, b] : [b, a];
        const [soonest, second] = endsByNotice(file, first, 2);
        const [later] = endsByNotice(file, then, 1);
        if (soonest === undefined || later === undefined) throw new Error('no day');
        expect(soonest >= addMonths(day('2027-03-15'), termMonths)).toBe(true);
        expect(soonest <= later).toBe(true);
        expect(reaches(file, first, soonest)).toBe(true);
        if (end === 'ends') {
          expect(second).toBeUndefined();
          return;
        }
        expect(addMonths(soonest, -months) > first).toBe(true);
        // None sooner would have done: the one before is before the term's end or too near.
        const before = addMonths(soonest, end === 'renews' ? -termMonths : -1);
        expect(soonest === addMonths(day('2027-03-15'), termMonths) || noticeBy(file.product.lease ?? rules({ months, end }), before) < first).toBe(true);
      }),
    );
  });
});

describe('until when something is let', () => {
  it('isn’t known of what goes on before somebody gives notice, and isn’t free until then', () => {
    expect(END.map((end) => goesOn(rules({ months: 2, end })))).toEqual([false, true, true]);
    expect(END.map((end) => takenUntil(rules({ months: 2, end }), day('2028-03-15')))).toEqual(['2028-03-15', NO_LAST_DAY, NO_LAST_DAY]);
    expect(END.map((end) => letUntil(letting(end)))).toEqual(['2028-03-15', null, null]);
  });
  it('is what the notice says that stands, not one that was taken back', () => {
    const file = letting('monthToMonth');
    const back = notice({ id: 'n0', backAt: '2027-12-03T09:00:00.000Z', backBy: 'Wren Halloway', backWhy: 'They stay' });
    expect(letUntil({ ...file, leaseNotices: [back] })).toBeNull();
    expect(letUntil({ ...file, leaseNotices: [back, notice({})] })).toBe('2028-03-15');
    expect(noticeOf({ leaseNotices: [back, notice({})] })?.id).toBe('n1');
  });
});

describe('notice that was taken back', () => {
  it.each([
    ['us', '2027-12-19'],
    ['nz', '2027-12-20'],
  ] as const)('was on the day that it was where the home is: %s', (place, back) => {
    // Eleven in the evening of Sunday 19 December by Greenwich: Monday noon in New Zealand, Sunday still in the United States.
    const taken = notice({ backAt: '2027-12-19T23:00:00.000Z', backBy: 'Wren Halloway', backWhy: 'They stay' });
    const file: FileState = { ...letting('monthToMonth'), pack: shippedPlace(place), leaseNotices: [taken, notice({ id: 'n2' })] };
    expect(tookBackInWords(file)).toMatchObject([{ values: { back: { day: back } } }]);
  });
});

describe('the days to keep', () => {
  const kept = (file: FileState, today: string): string[] => keyDatesOf(file, day(today)).map(({ code, on }) => `${code} ${on}`);
  it('have the end of a let that nothing follows, and no day for notice', () => {
    expect(kept(letting('ends'), '2027-04-01')).toEqual([
      'moveIn 2027-03-15',
      'inspection 2027-09-15',
      'leaves 2028-03-14',
      ...keyDatesOf(letting('ends'), day('2027-04-01'))
        .filter(({ code }) => code === 'depositBack')
        .map(({ code, on }) => `${code} ${on}`),
    ]);
  });
  it('go on with what goes on: inspections, but no end and no deposit', () => {
    const file = letting('monthToMonth');
    expect(kept(file, '2027-04-01')).toEqual(['moveIn 2027-03-15', 'inspection 2027-09-15', 'notice 2028-01-14', 'ends 2028-03-14']);
    expect(kept(file, '2029-03-02')).toEqual([
      'moveIn 2027-03-15',
      'inspection 2027-09-15',
      'notice 2028-01-14',
      'ends 2028-03-14',
      'inspection 2028-03-15',
      'inspection 2028-09-15',
      'inspection 2029-03-15',
    ]);
    expect(datesDue(file, day('2029-03-02')).at(-1)).toMatchObject({ code: 'inspection', on: '2029-03-15' });
  });
  it('have the last day for notice of every term that it is renewed for', () => {
    expect(kept(letting('renews'), '2029-03-10').filter((line) => line.startsWith('notice'))).toEqual([
      'notice 2028-01-14',
      'notice 2029-01-14',
      'notice 2030-01-14',
    ]);
  });
  it('end with the notice: no later inspection, its last day, and the deposit back after it', () => {
    const file = letting('monthToMonth');
    const left = { ...file, leaseNotices: [notice({ givenOn: day('2027-06-20'), endsOn: day('2027-08-01'), agreed: 'Both, by letter' })] };
    const days = kept(left, '2027-06-21');
    expect(days.filter((line) => !line.startsWith('depositBack'))).toEqual(['moveIn 2027-03-15', 'leaves 2027-07-31']);
    const back = pack.deposits.find(({ region }) => region === '*')?.backWithinDays ?? null;
    expect(days.filter((line) => line.startsWith('depositBack'))).toEqual(back === null ? [] : [`depositBack ${addDays(day('2027-08-01'), back)}`]);
  });
  it('say when the next of them begins to be said, for as long as any is to come', () => {
    const file = letting('monthToMonth');
    expect(nextKeyDate(file, day('2027-04-01'))).toBe('2027-09-01');
    expect(nextKeyDate(file, day('2027-09-01'))).toBe('2027-12-31');
    // Years after its term the next inspection, which isn't among the days that are said yet.
    expect(nextKeyDate(file, day('2031-09-02'))).toBe('2032-03-01');
    expect(nextKeyDate(letting('renews'), day('2031-01-20'))).toBe('2031-02-28');
    const over = { ...file, leaseNotices: [notice({})] };
    expect(nextKeyDate(over, day('2030-01-01'))).toBeNull();
    fc.assert(
      fc.property(fc.constantFrom(...END), fc.integer({ min: 0, max: 3000 }), fc.integer({ min: 1, max: 60 }), (end, days, termMonths) => {
        const one = letting(end, 2, { termMonths });
        const today = addDays(day('2027-03-15'), days);
        const next = nextKeyDate(one, today);
        // On every day before it the same days are due as today.
        const due = (on: IsoDate): string[] => datesDue(one, on).map(({ code, on: of }) => `${code} ${of}`);
        const last = next === null ? addDays(today, 400) : addDays(next, -1);
        expect(due(last)).toEqual(due(today));
      }),
    );
  });
});
