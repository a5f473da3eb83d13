import fc from 'fast-check';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { describe, expect, it } from 'vitest';
import { addDays, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { BLANK_ROW } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import { computePath } from '../../gates/path/index';
import { aCover, person, sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { replacementsOf, seamOf } from './index';

const TODAY = isoDate('2026-03-02');
const at = '2026-03-02T08:00:00.000Z';
const old = (values: Partial<FileState['otherPolicies'][number]> = {}): FileState['otherPolicies'][number] => ({
  ...BLANK_ROW.otherPolicy,
  id: 'old',
  createdAt: at,
  personId: 'kaia',
  insurer: 'Tidewater Life',
  becomes: 'replaced',
  endsOn: isoDate('2026-03-31'),
  benefit: minor(300_000),
  waitingDays: '60',
  benefitMonths: '12',
  premium: minor(6_140),
  ...values,
});
function crew(values: Partial<FileState> = {}): FileState {
  const base = sampleFile({
    product: shippedProduct('crew-cover'),
    pack: shippedPlace('nz'),
    people: [person({ id: 'kaia', fullName: 'Kaia Reefton', birthDate: isoDate('1991-03-22') })],
    covers: [aCover({ id: 'new', createdAt: at, personId: 'kaia', benefit: minor(360_000) })],
    otherPolicies: [old()],
    ...values,
  });
  return { ...base, request: { ...base.request, advanceOn: isoDate('2026-04-01'), premiumMode: 'month' } };
}
const entries = (file: FileState) => computePath(file, TODAY).entries.filter(({ key }) => key.startsWith('replacement:'));
const said = (value: string) => [{ ...BLANK_ROW.answer, id: 'a', createdAt: at, personId: 'kaia', question: 'replaces', value }];

describe('the seam of two covers', () => {
  it.each([
    ['2026-03-31', '2026-04-01', 0, 0],
    ['2026-03-31', '2026-04-02', 1, 0],
    ['2026-03-31', '2026-03-31', 0, 1],
    ['2026-02-28', '2026-04-01', 31, 0],
    ['2028-02-29', '2028-03-01', 0, 0],
  ])('of one until %s and one from %s has %d days without and %d with both', (until, from, gap, overlap) =>
    expect(seamOf(isoDate(until), isoDate(from))).toEqual({ gap, overlap }),
  );
  it('counts the days of the calendar, as date-fns does, and never both at once', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 3000 }), fc.integer({ min: -400, max: 400 }), (day, apart) => {
        const last = addDays(TODAY, day);
        const begins = addDays(last, apart);
        const { gap, overlap } = seamOf(last, begins);
        expect(Math.min(gap, overlap)).toBe(0);
        expect(gap - overlap).toBe(differenceInCalendarDays(parseISO(begins), parseISO(last)) - 1);
      }),
    ));
});

describe('a cover that takes the place of another', () => {
  it('lies beside it, and says where it is the worse for it', () => {
    const [one] = replacementsOf(crew(), TODAY);
    expect(one?.seam).toEqual({ gap: 0, overlap: 0 });
    expect(one?.beside.map(({ worse }) => worse)).toEqual([false, false, false, true, null]);
    const worse = replacementsOf(
      crew({ otherPolicies: [old({ benefit: minor(400_000), waitingDays: '14', benefitMonths: '60', premium: minor(99_900) })] }),
      TODAY,
    );
    expect(worse[0]?.beside.map((line) => line.worse)).toEqual([true, true, true, false, null]);
  });
  it('says nothing of what isn’t known, and nothing of a cover that goes on', () => {
    const [one] = replacementsOf(crew({ otherPolicies: [old({ benefit: null, endsOn: null, premium: null })] }), TODAY);
    expect(one?.seam).toBeNull();
    expect(one?.beside.map(({ worse }) => worse)).toEqual([null, false, false, null, null]);
    expect(replacementsOf(crew({ otherPolicies: [old({ becomes: 'kept' })] }), TODAY)).toEqual([]);
  });
  it('stands on the Path where what was answered and what was named differ', () => {
    expect(entries(crew({ answers: said('yes') }))).toEqual([]);
    expect(entries(crew({ answers: said('no') }))).toMatchObject([{ key: 'replacement:said:kaia', gate: 'details', place: { anchor: 'replaced' } }]);
    expect(entries(crew({ answers: said('yes'), otherPolicies: [] }))).toMatchObject([{ key: 'replacement:said:kaia' }]);
    expect(entries(crew({ answers: said('no'), otherPolicies: [old({ becomes: 'kept' })] }))).toEqual([]);
    expect(entries(crew({ answers: said('yes'), covers: [] }))).toMatchObject([{ key: 'replacement:whose:old' }]);
  });
});
