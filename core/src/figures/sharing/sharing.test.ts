import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aHome, anIncome, person, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';
import { astray } from '../../basis/arithmetic/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { BLANK_ROW } from '../../file/details/index';
import type { FileState } from '../../file/state/index';
import { computePath } from '../../gates/path/index';
import { guarantorSheets } from '../guarantors/index';
import { figuresFor } from '../affordability/index';
import { whatFitsLease } from '../fit/index';
import { sharingOf } from './index';

const row = { createdAt: '2026-03-02T08:00:00.000Z' };
const product = shippedProduct('quay-cottages');
const wage = (personId: string, monthly: number) => anIncome({ id: `of-${personId}`, personId, kind: 'wage', amount: minor(monthly), frequency: 'monthly' });
const share = (personId: string, amount: number | null) => ({ ...row, id: `share-${personId}`, personId, amount: amount === null ? null : minor(amount) });
const friends = (incomes: readonly number[], shares: readonly (number | null)[]): FileState => {
  const base = sampleFile({ product, pack: shippedPlace('us') });
  const ids = incomes.map((_, at) => `person-${String.fromCharCode(97 + at)}`);
  return {
    ...base,
    people: ids.map((id, at) => person({ id, role: at === 0 ? 'applicant' : 'coApplicant', fullName: `Friend ${at + 1}` })),
    incomes: ids.map((id, at) => wage(id, incomes[at] ?? 0)),
    debts: [],
    livingCosts: [],
    rentShares: shares.map((amount, at) => share(ids[at] ?? '', amount)),
    request: { ...base.request, amount: minor(120_000), termMonths: 12, advanceOn: isoDate('2027-03-01') },
  };
};

describe('three who share', () => {
  it('are shown as each carrying theirs and each carrying all of it', () => {
    const sharing = sharingOf(friends([200_000, 300_000, 100_000], [40_000, 50_000, 30_000]), TODAY);
    expect(sharing?.sharers.map(({ own, all }) => [own?.value, all?.value])).toEqual([
      [5, 1.6667],
      [6, 2.5],
      [3.3333, 0.8333],
    ]);
    expect(sharing?.over).toBe(0);
  });
  it('are told where their parts don’t make the whole, after subsidies', () => {
    const short = friends([200_000, 300_000], [40_000, 50_000]);
    expect(sharingOf(short, TODAY)?.over).toBe(-30_000);
    expect(computePath(short, TODAY).entries.map(({ key }) => key)).toContain('sharing');
    const subsidy = { ...wage('person-a', 30_000), id: 'subsidy', kind: 'subsidy' as const };
    const helped = { ...short, incomes: [...short.incomes, subsidy] };
    expect(sharingOf(helped, TODAY)).toMatchObject({ rent: 90_000, over: 0 });
    expect(computePath(helped, TODAY).entries.map(({ key }) => key)).not.toContain('sharing');
  });
  it('say nothing where nobody named a part', () => {
    expect(sharingOf(friends([200_000, 300_000], []), TODAY)).toBeNull();
    const open = sharingOf(friends([200_000, 300_000], [120_000]), TODAY);
    expect(open?.sharers.map(({ share: part, own }) => [part, own])).toMatchObject([
      [120_000, { value: 1.6667 }],
      [null, null],
    ]);
  });
  it('open into what was keyed, whoever they are', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 900_000 }), fc.integer({ min: 1, max: 120_000 })), { minLength: 1, maxLength: 5 }), (all) => {
        const sharing = sharingOf(
          friends(
            all.map(([earned]) => earned),
            all.map(([, part]) => part),
          ),
          TODAY,
        );
        for (const one of sharing?.sharers ?? [])
          for (const cover of [one.own, one.all])
            if (cover) expect(astray({ label: 'cover', value: cover.value, unit: 'times', terms: cover.terms })).toEqual([]);
        expect(sharing?.over).toBe(all.reduce((so, [, part]) => so + part, 0) - 120_000);
      }),
    );
  });
});

describe('a guarantor of a rent', () => {
  it('keeps the home that they have: its cost stays beside the rent that they would pay', () => {
    const file = friends([200_000], []);
    const surety = person({ id: 'person-g', role: 'guarantor', fullName: 'Una Gale' });
    const home = {
      ...BLANK_ROW.home,
      ...row,
      id: 'home-g',
      personId: 'person-g',
      tenure: 'mortgaged' as const,
      monthlyCost: minor(150_000),
      since: isoDate('2015-01-01'),
    };
    const [sheet] = guarantorSheets({ ...file, people: [...file.people, surety], incomes: [...file.incomes, wage('person-g', 600_000)], homes: [home] }, TODAY);
    const figure = (measure: string) => sheet?.figures.find((one) => one.measure === measure);
    // (1,500.00 + 1,200.00) ÷ 6,000.00.
    expect(figure('dtiAfter')?.value).toBe(0.45);
    expect(figure('rentCover')?.value).toBe(5);
  });
  it('isn’t what the tenant is: whoever moves gives their home up', () => {
    const home = {
      ...BLANK_ROW.home,
      ...row,
      id: 'home-a',
      personId: 'person-a',
      tenure: 'rented' as const,
      monthlyCost: minor(90_000),
      since: isoDate('2015-01-01'),
    };
    const [after] = figuresFor({ ...friends([400_000], []), homes: [home] }, TODAY, ['dtiAfter']);
    expect(after?.value).toBe(0.3);
  });
});

const rents = [
  { leastMonths: 6, season: null, monthly: minor(120_000) },
  { leastMonths: 12, season: null, monthly: minor(96_000) },
];
const held = (file: FileState): FileState => ({
  ...file,
  request: { ...file.request, termMonths: 6 },
  unit: {
    unit: {
      id: 's.a',
      stock: 's',
      code: 'a',
      label: 'A',
      region: 'QH',
      access: [],
      availableFrom: isoDate('2026-01-01'),
      plan: { code: 'p', label: 'P', bedrooms: 2, sleeps: 4, size: 1, sizeUnit: 'square feet', rooms: [], includes: [], picture: null, rents },
    },
    startsOn: isoDate('2027-03-01'),
    endsOn: isoDate('2027-09-01'),
    goesOn: true,
    state: 'held',
    holdsUntil: null,
    heldAt: row.createdAt,
    heldBy: 'Wren',
  },
});

describe('the area’s income', () => {
  const shareOf = (file: FileState) => figuresFor(file, TODAY, ['areaIncomeShare'])[0];
  const home = aHome();
  it('is that of the region for a household of that size', () => {
    // 4,000.00 × 12 ÷ 64,200.00 for one, ÷ 73,400.00 for two.
    expect(shareOf({ ...friends([400_000], []), homes: [home] })).toMatchObject({ waitingFor: null, value: 0.747664 });
    expect(shareOf({ ...friends([400_000, 0], []), homes: [home] })?.value).toBe(0.653951);
    // Who moves there from elsewhere is held against what is earned there.
    expect(shareOf(held({ ...friends([400_000], []), homes: [aHome({ region: 'ME' })] }))?.value).toBe(0.747664);
  });
  it('is not known where the table has no such region', () => {
    expect(shareOf({ ...friends([400_000], []), homes: [aHome({ region: 'ME' })] })).toMatchObject({
      value: null,
      waitingFor: { say: 'affordability.areaIncomePlace' },
    });
  });
});

describe('what would make a let fit', () => {
  it('is a longer term at its rent, a higher deposit, and the highest rent that does, to the unit', () => {
    // Income 2,400.00: at most 45 % of it is 1,080.00, and it covers 1,090.90 2.2 times; with two months' deposit 50 % and 2 times.
    const file = held(friends([240_000], []));
    const fits = whatFitsLease(file, TODAY);
    expect(fits.map(({ lever, rent }) => [lever, rent])).toEqual([
      ['term', 96_000],
      ['deposit', file.request.amount],
      ['rent', 108_000],
    ]);
    const outside = (rent: number): number =>
      figuresFor({ ...file, request: { ...file.request, amount: minor(rent) } }, TODAY, ['housingShare', 'rentCover', 'moneyLeft']).filter(
        ({ verdict }) => verdict === 'outside',
      ).length;
    expect([outside(108_000), outside(108_100) > 0]).toEqual([0, true]);
  });
  it('is a deposit only as high as the place lets be asked, and no lower than the limit wants', () => {
    const file = held(friends([240_000], []));
    const verdicts = (depositMonths: number, region = 'QH') => {
      const asked = { ...file, request: { ...file.request, depositMonths }, unit: file.unit && { ...file.unit, unit: { ...file.unit.unit, region } } };
      return figuresFor(asked, TODAY, ['housingShare', 'rentCover']).map(({ verdict, limit }) => [verdict, limit?.value]);
    };
    expect(verdicts(1.99)).toEqual([
      ['outside', 0.45],
      ['outside', 2.2],
    ]);
    expect(verdicts(2)).toEqual([
      ['refer', 0.5],
      ['refer', 2],
    ]);
    // Massachusetts lets one month be asked, so that two months asked for are one.
    expect(verdicts(2, 'MA')).toEqual(verdicts(1));
    const there = { ...file, unit: file.unit && { ...file.unit, unit: { ...file.unit.unit, region: 'MA' } } };
    expect(whatFitsLease(there, TODAY).map(({ lever }) => lever)).not.toContain('deposit');
  });
  it('is nothing where nothing is outside, or no rent does', () => {
    expect(whatFitsLease(held(friends([600_000], [])), TODAY)).toEqual([]);
    expect(whatFitsLease(held(friends([50_000], [])), TODAY)).toEqual([]);
  });
});
