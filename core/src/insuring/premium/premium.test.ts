import fc from 'fast-check';
import { describe, it } from 'vitest';
import { aCover, person, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';
import { expect } from '../../../test/spoken';
import { astray } from '../../basis/arithmetic/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { affordability } from '../../figures/affordability/index';
import type { CoverRules, ProductDefinition } from '../../file/product/index';
import type { FileState } from '../../file/state/index';
import { ageAt, bodyMassIndex, coverProblems, type Cover } from '../cover/index';
import { missingRates, readRates } from '../rates/index';
import { comparePlans, premiumLacks, premiumOf } from './index';

const shipped = shippedProduct('crew-cover');
const row = (values: Partial<Cover> = {}): Cover => aCover({ createdAt: '2026-03-01T10:00:00.000Z', personId: 'ida', ...values });
/** Rules with round figures, so that a premium can be worked by hand. */
const rules = (values: Partial<CoverRules> = {}): CoverRules => ({
  ...(shipped.cover as CoverRules),
  rates: [
    {
      code: 'round',
      source: 'made up',
      from: isoDate('2026-01-01'),
      until: null,
      rows: [
        { class: 'C', ageFrom: 18, ageTo: 39, waitingDays: 30, benefitMonths: 24, rate: 5 },
        { class: 'C', ageFrom: 40, ageTo: 64, waitingDays: 30, benefitMonths: 24, rate: 8 },
      ],
    },
  ],
  fee: minor(4_800),
  ...values,
});
function file(covers: Cover[], values: Partial<FileState> = {}, cover: CoverRules = rules(), product: ProductDefinition = shipped): FileState {
  const base = sampleFile({ product: { ...product, cover }, pack: { ...shippedPlace('nz'), insuranceTax: null } });
  return {
    ...base,
    people: [
      person({ id: 'ida', role: 'applicant', birthDate: isoDate('1990-04-03') }),
      person({ id: 'bo', role: 'householdMember', birthDate: isoDate('1980-04-03') }),
    ],
    covers,
    request: { ...base.request, advanceOn: isoDate('2026-05-01'), premiumMode: 'year' },
    ...values,
  };
}

describe('a premium', () => {
  it('is worked step by step, each rounded where it stands; by hand', () => {
    // 3,000.00 of benefit are thirty hundreds, at 5.00 each: 150.00 a year. With the fee of 48.00: 198.00.
    expect(premiumOf(file([row()]), TODAY)).toMatchObject({ yearly: 19_800, net: 19_800, tax: 0, each: 19_800 });
    // 150.00 × 0.7 = 105.00; tobacco a quarter more, 26.25; an index of 40.1 another 45 %, 47.25; the fee 48.00.
    const heavy = row({ plan: 'season', tobacco: 'yes', height: 170, weight: 116 });
    expect(bodyMassIndex(170, 116)).toBe(40.1);
    expect(premiumOf(file([heavy]), TODAY)?.yearly).toBe(10_500 + 2_625 + 4_725 + 4_800);
    // Monthly: 198.00 × 1.06 ÷ 12 = 17.49, and 15 % of that in tax, 2.62.
    const monthly = file([row()]);
    const taxed = { ...monthly, pack: shippedPlace('nz'), request: { ...monthly.request, premiumMode: 'month' } };
    expect(premiumOf(taxed, TODAY)).toMatchObject({ net: 1_749, tax: 262, each: 2_011 });
  });
  it('takes discounts in their order, each on what is left, and never more than their cap', () => {
    // 150.00 for Ida and 240.00 for Bo, who is 46: 390.00. Two persons: 8 %, 31.20.
    const two = [row(), row({ id: 'cover-b', personId: 'bo' })];
    expect(premiumOf(file(two), TODAY)?.yearly).toBe(39_000 - 3_120 + 4_800);
    // With another policy 5 % of 358.80, 17.94, but 12 % of 390.00 is 46.80, so 15.60 of it.
    const withPolicy = file(two);
    const both = { ...withPolicy, request: { ...withPolicy.request, otherPolicy: true } };
    expect(premiumOf(both, TODAY)?.yearly).toBe(39_000 - 4_680 + 4_800);
  });
  it('goes by the rates of the day on which cover begins, and by the age on that day', () => {
    const on = (advanceOn: string) => {
      const base = file([row()]);
      return { ...base, request: { ...base.request, advanceOn: isoDate(advanceOn) } };
    };
    // Forty on 3 April 2030.
    expect(premiumOf(on('2030-04-02'), TODAY)?.yearly).toBe(19_800);
    expect(premiumOf(on('2030-04-03'), TODAY)?.yearly).toBe(28_800);
    expect(premiumOf(on('2025-12-31'), TODAY)).toBeNull();
    expect(premiumLacks(on('2025-12-31'), TODAY)).toBe('rates for the day on which cover begins');
  });
  it('is none while something lacks, and says what', () => {
    const lack = (values: Partial<Cover>) => premiumLacks(file([row(values)]), TODAY);
    expect(lack({ benefit: null })).toMatch(/benefit a month$/);
    expect(lack({ waitingDays: '31' })).toMatch(/waiting days$/);
    expect(lack({ occupation: 'diver' })).toMatch(/occupation$/);
    expect(premiumLacks(file([]), TODAY)).toBe('who is covered');
    expect(
      coverProblems(file([row({ occupation: 'diver', benefit: minor(900_000) })]), row({ occupation: 'diver', benefit: minor(900_000) }), TODAY).map(
        ({ field }) => field,
      ),
    ).toEqual(['benefit', 'occupation']);
  });
  it('asks about somebody who is covered twice, at the later row, whatever the rows are called', () => {
    for (const [first, second] of [
      ['cover-a', 'cover-b'],
      ['cover-b', 'cover-a'],
    ]) {
      const covers = [row({ id: first ?? '' }), row({ id: second ?? '', createdAt: '2026-03-01T11:00:00.000Z' })];
      const asked = covers.map((cover) => coverProblems(file(covers), cover, TODAY).map(({ field }) => field));
      expect(asked).toEqual([[], ['personId']]);
    }
  });
  it('lays the plans side by side as if each were chosen for everybody', () => {
    const plans = comparePlans(file([row(), row({ id: 'cover-b', personId: 'bo', plan: 'season' })]), TODAY);
    expect(plans.map(({ plan, yearly }) => [plan.code, yearly])).toEqual([
      ['season', Math.round(39_000 * 0.7 * 0.92) + 4_800],
      ['year', 39_000 - 3_120 + 4_800],
      ['year-plus', Math.round(39_000 * 1.18 * 0.92) + 4_800],
    ]);
  });
});

const anyCover = fc.record({
  plan: fc.constantFrom('season', 'year', 'year-plus'),
  benefit: fc.integer({ min: 50_000, max: 800_000 }).map(minor),
  waitingDays: fc.constantFrom('14', '30', '90'),
  benefitMonths: fc.constantFrom('12', '24', '60'),
  occupation: fc.constantFrom('office', 'skipper', 'deckhand'),
  tobacco: fc.constantFrom('yes' as const, 'no' as const),
  height: fc.option(fc.integer({ min: 140, max: 210 })),
  weight: fc.option(fc.integer({ min: 40, max: 200 })),
});

describe('with the rates that ship', () => {
  const many = fc.tuple(anyCover, anyCover, fc.constantFrom('month', 'quarter', 'halfYear', 'year'), fc.boolean());
  const fileOf = ([one, other, premiumMode, otherPolicy]: [Partial<Cover>, Partial<Cover>, string, boolean]): FileState => {
    const base = file([row(one), row({ ...other, id: 'cover-b', personId: 'bo' })], {}, shipped.cover as CoverRules);
    return { ...base, pack: shippedPlace('nz'), request: { ...base.request, premiumMode, otherPolicy } };
  };
  it('every line opens into lines that lead to it, in every figure', () => {
    fc.assert(
      fc.property(many, (made) => {
        const { figures } = affordability(fileOf(made), TODAY);
        expect(figures.find(({ measure }) => measure === 'premium')?.value).toBe(premiumOf(fileOf(made), TODAY)?.each);
        for (const { label, value, unit, terms } of figures) if (value !== null) expect(astray({ label, value, unit: unit, terms })).toEqual([]);
      }),
    );
  });
  it('never costs less with more benefit, a shorter wait, a longer benefit, tobacco, or an older person', () => {
    const at = (made: Parameters<typeof fileOf>[0], values: Partial<Cover>) => {
      const base = fileOf(made);
      return premiumOf({ ...base, covers: base.covers.map((one, index) => (index === 0 ? { ...one, ...values } : one)) }, TODAY)?.yearly ?? NaN;
    };
    fc.assert(
      fc.property(many, fc.integer({ min: 1, max: 100_000 }), (made, more) => {
        const benefit = made[0].benefit as number;
        expect(at(made, { benefit: minor(benefit + more) })).toBeGreaterThanOrEqual(at(made, {}));
        expect(at(made, { waitingDays: '14' })).toBeGreaterThanOrEqual(at(made, { waitingDays: '90' }));
        expect(at(made, { benefitMonths: '60' })).toBeGreaterThanOrEqual(at(made, { benefitMonths: '12' }));
        expect(at(made, { tobacco: 'yes' })).toBeGreaterThanOrEqual(at(made, { tobacco: 'no' }));
        const alone = (personId: string) => premiumOf(file([row({ ...made[0], personId })], {}, shipped.cover as CoverRules), TODAY)?.yearly ?? NaN;
        expect(alone('bo')).toBeGreaterThanOrEqual(alone('ida'));
      }),
    );
  });
  it('has a rate for everything that the product lets choose', () => {
    const { rates, occupations, waitingDays, benefitMonths, ages } = shipped.cover as CoverRules;
    const classes = [...new Set(occupations.flatMap(({ class: name }) => (name === null ? [] : [name])))];
    for (const table of rates) expect(missingRates(table, { classes, waitingDays, benefitMonths, ages })).toEqual([]);
    const [table] = rates;
    expect(missingRates({ rows: table?.rows.slice(1) ?? [] }, { classes, waitingDays, benefitMonths, ages })).toEqual(['class A, 14 waiting days, 12 months']);
  });
});

describe('ages', () => {
  it('last and nearest birthday, to the day', () => {
    const born = isoDate('1990-04-03');
    const at = (on: string) => [ageAt(born, isoDate(on), 'lastBirthday'), ageAt(born, isoDate(on), 'nearestBirthday')];
    expect([at('2026-04-02'), at('2026-04-03'), at('2026-10-03'), at('2026-10-04')]).toEqual([
      [35, 36],
      [36, 36],
      [36, 36],
      [36, 37],
    ]);
    // Born on 29 February: a year older on 1 March of a common year, as date-fns has it.
    expect(ageAt(isoDate('2004-02-29'), isoDate('2026-02-28'), 'lastBirthday')).toBe(21);
    expect(ageAt(isoDate('2004-02-29'), isoDate('2026-03-01'), 'lastBirthday')).toBe(22);
  });
});

describe('an imported table of rates', () => {
  const read = (text: string) => {
    const [head = '', ...lines] = text.split('\n');
    const columns = head.split(',');
    return readRates(
      columns,
      lines.map((line) => Object.fromEntries(line.split(',').map((value, at) => [columns[at] ?? '', value]))),
    );
  };
  const HEAD = 'class,ageFrom,ageTo,waitingDays,benefitMonths,rate';
  it('is refused with every line that is wrong, and nothing of it is used', () => {
    expect(read(`${HEAD}\nA,18,29,30,12,1.5\nA,30,39,30,12,2`)).toMatchObject({ problems: [], rows: [{ rate: 1.5 }, { rate: 2 }] });
    expect(read('class,ageFrom\nA,18').problems).toHaveLength(4);
    expect(read(`${HEAD},colour\nA,18,29,30,12,1.5,red`).problems).toEqual(['line 1: there is no column colour']);
    expect(read(`${HEAD}\nA,18,29,30,12,-1\n,29,18,30,12,x`)).toEqual({
      rows: [],
      problems: ['line 2: rate is no number above zero', 'line 3: rate is no number above zero', 'line 3: class is empty', 'line 3: ageFrom is above ageTo'],
    });
    expect(read(`${HEAD}\nA,18,29,30,12,1\nA,29,39,30,12,2\nA,45,50,30,12,2`).problems).toEqual([
      'class A, 30 waiting days, 12 months: age 29 has two rates',
      'class A, 30 waiting days, 12 months: ages 40 to 44 have no rate',
    ]);
  });
});
