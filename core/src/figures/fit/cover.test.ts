import fc from 'fast-check';
import { describe, it } from 'vitest';
import { anIncome, person, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';
import { expect } from '../../../test/spoken';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { applyChanges, BLANK_ROW } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import { figuresFor } from '../affordability/index';
import { whatFitsCover } from './index';

const product = shippedProduct('crew-cover');
/** Ida earns 4,000.00 a month, Bo 3,000.00. */
function file(benefits: readonly number[], values: Partial<FileState['covers'][number]> = {}): FileState {
  const base = sampleFile({ product, pack: shippedPlace('nz') });
  const people = [
    person({ id: 'ida', role: 'applicant', birthDate: isoDate('1990-04-03') }),
    person({ id: 'bo', role: 'householdMember', fullName: 'Bo Holm', birthDate: isoDate('1970-04-03') }),
  ];
  return {
    ...base,
    people: people.slice(0, Math.max(1, benefits.length)),
    incomes: [
      anIncome({ id: 'income-a', personId: 'ida', kind: 'wage', amount: minor(400_000), frequency: 'monthly', since: isoDate('2015-01-01') }),
      anIncome({ id: 'income-b', personId: 'bo', kind: 'wage', amount: minor(300_000), frequency: 'monthly', since: isoDate('2015-01-01') }),
    ],
    request: { ...base.request, advanceOn: isoDate('2026-05-01'), premiumMode: 'month' },
    covers: benefits.map((benefit, at) => ({
      ...BLANK_ROW.cover,
      id: `cover-${at}`,
      createdAt: '2026-03-01T10:00:00.000Z',
      personId: at === 0 ? 'ida' : 'bo',
      plan: 'year-plus',
      benefit: minor(benefit),
      waitingDays: '14',
      benefitMonths: '60',
      occupation: 'deckhand',
      tobacco: 'yes' as const,
      ...values,
    })),
  };
}
const outside = (of: FileState) => figuresFor(of, TODAY, ['coverShare', 'premiumShare']).filter(({ verdict }) => verdict === 'outside');

describe('what would make cover fit', () => {
  it('is nothing where nothing is outside', () => {
    expect(whatFitsCover(file([100_000], { plan: 'season', benefitMonths: '12', tobacco: 'no' }), TODAY)).toEqual([]);
    expect(whatFitsCover(sampleFile(), TODAY)).toEqual([]);
  });
  it('lowers the benefit to the unit of the currency: three quarters of what is earned, and not one unit less', () => {
    const asked = file([320_050], { plan: 'season', benefitMonths: '12', waitingDays: '90', tobacco: 'no' });
    const [first, ...others] = whatFitsCover(asked, TODAY);
    expect(first).toMatchObject({ lever: 'benefit', changes: [{ op: 'set', entity: 'cover', id: 'cover-0', field: 'benefit', value: 300_000 }] });
    expect(first?.label).toBe('Ask for a benefit of $3,000.00, $200.50 less');
    // Waiting longer or another plan makes it cheaper, and no smaller a share.
    expect(others).toEqual([]);
  });
  it('finds what costs less where the premium takes too much, of each kind the smallest that does', () => {
    const asked = file([150_000, 60_000]);
    expect(outside(asked).map(({ measure }) => measure)).toEqual(['premiumShare']);
    const found = whatFitsCover(asked, TODAY);
    expect(found.length).toBeGreaterThan(1);
    for (const { changes, each, lever } of found) {
      expect([lever, outside(applyChanges(asked, changes, ''))]).toEqual([lever, []]);
      expect(each).toBeGreaterThan(0);
    }
  });
  it('never proposes what leaves anything outside, nor a benefit below what is offered', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 50_000, max: 800_000 }), { minLength: 1, maxLength: 2 }),
        fc.constantFrom('14', '30', '90'),
        (benefits, waitingDays) => {
          const asked = file(benefits, { waitingDays });
          for (const { changes, lever } of whatFitsCover(asked, TODAY)) {
            const changed = applyChanges(asked, changes, '');
            expect(outside(changed)).toEqual([]);
            if (lever === 'benefit') for (const { benefit } of changed.covers) expect(benefit).toBeGreaterThanOrEqual(50_000);
          }
        },
      ),
    );
  });
});

describe('the share of earnings that is covered', () => {
  it('is of what each earns who is covered, whoever carries the premium', () => {
    // Bo lives with Ida: nothing of his counts for the premium, and his benefit takes the place of what he earns.
    const both = file([100_000, 210_000]);
    const [share] = figuresFor(both, TODAY, ['coverShare']);
    expect(share?.value).toBeCloseTo(0.7, 10);
    expect(JSON.stringify(share?.terms)).toContain('income-b');
    expect(figuresFor(file([100_000, 240_000]), TODAY, ['coverShare'])[0]?.verdict).toBe('outside');
    // As it was worked before, it wasn't known.
    expect(figuresFor({ ...both, worksAs: 3 }, TODAY, ['coverShare'])[0]?.value).toBeNull();
  });
});

describe('what would make lines of cover fit', () => {
  const boats = shippedProduct('hull-gear');
  /** Two hulls that cost far too much of 1,000.00 a month. */
  function lines(): FileState {
    const base = sampleFile({ product: boats, pack: shippedPlace('us') });
    return {
      ...base,
      people: [person({ id: 'ida', role: 'applicant', birthDate: isoDate('1990-04-03') })],
      incomes: [anIncome({ id: 'income-a', personId: 'ida', kind: 'wage', amount: minor(100_000), frequency: 'monthly', since: isoDate('2015-01-01') })],
      request: { ...base.request, advanceOn: isoDate('2026-05-01'), premiumMode: 'month' },
      coverLines: ['a', 'b'].map((id) => ({
        ...BLANK_ROW.coverLine,
        id,
        createdAt: '2026-03-01T10:00:00.000Z',
        item: 'hull-timber',
        mark: `Petrel ${id}`,
        place: 'quay',
        units: 1,
        unitPrice: minor(7_000_000),
        share: 100,
        level: 'most',
        weeks: 52,
        agent: 'wickmoor',
      })),
    };
  }
  const over = (of: FileState) => figuresFor(of, TODAY, ['premiumShare']).map(({ verdict }) => verdict);
  it('lowers the level, or the share of each by the same part, to the highest that does', () => {
    const asked = lines();
    expect(over(asked)).toEqual(['outside']);
    const fits = whatFitsCover(asked, TODAY);
    expect(fits.map(({ lever }) => lever)).toEqual(['level', 'share']);
    for (const { changes } of fits) expect(over(applyChanges(asked, changes, ''))).not.toEqual(['outside']);
    const [level, share] = fits;
    expect(level?.label).toBe('No line above “Three quarters”');
    // One hundredth of the share more doesn't do.
    const now = share?.changes.flatMap((change) => (change.op === 'set' ? [Number(change.value)] : [])) ?? [];
    const more = now.map((value, at) => ({ op: 'set' as const, entity: 'coverLine' as const, id: ['a', 'b'][at] ?? '', field: 'share', value: value + 1 }));
    expect(over(applyChanges(asked, more, ''))).toEqual(['outside']);
  });
});
