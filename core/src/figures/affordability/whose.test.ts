import { describe, expect, it } from 'vitest';
import { affordability, type Figure } from './index';
import { astray } from '../../basis/arithmetic/index';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import type { Measure } from '../../file/product/index';
import type { Role } from '../../people/people/index';
import { aDebt, aHome, anAsset, anIncome, COUNTED, person, product, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const figureOf = (file: FileState, measure: Measure): Figure => {
  const found = affordability(file, TODAY).figures.find((figure) => figure.measure === measure);
  if (!found) throw new Error(measure);
  return found;
};

/** The applicant alone, and the same with everything that somebody else has keyed too. */
const ALONE = sampleFile({ homes: [aHome({ monthlyCost: units(900) })], people: [person()] });
const withOther = (role: Role, file: FileState = ALONE): FileState => ({
  ...file,
  people: [...file.people, person({ id: 'other', role, fullName: 'Oda Brand' })],
  homes: [...file.homes, aHome({ id: 'home-o', personId: 'other', line: '9 Far Road', monthlyCost: units(1300) })],
  incomes: [...file.incomes, anIncome({ id: 'income-o', personId: 'other', amount: units(3000), frequency: 'monthly' })],
  debts: [...file.debts, aDebt({ id: 'debt-o', lender: 'Theirs', owners: 'other', payment: units(700) })],
  assets: [...file.assets, anAsset({ id: 'asset-o', owners: 'other', kind: 'savings', value: units(60_000) })],
});

describe('whose it is', () => {
  const same = (role: Role) => {
    const values = (file: FileState) => affordability(file, TODAY).figures.map(({ measure, value }) => [measure, value]);
    expect(values(withOther(role))).toEqual(values(ALONE));
  };
  it.each(['contact', 'emergencyContact', 'referee', 'guarantor', 'beneficialOwner', 'beneficiary', 'householdMember', 'dependant'] as const)(
    'nothing of a %s who lives elsewhere moves a figure of the applicant',
    same,
  );
  it('everything of a co-applicant does', () => {
    const both = withOther('coApplicant');
    expect(figureOf(both, 'housingShare').terms[0]?.value).toBe(units(2200));
    expect(figureOf(both, 'dtiBefore').terms[0]?.value).toBe((figureOf(ALONE, 'dtiBefore').terms[0]?.value ?? 0) + units(2000));
    expect((figureOf(both, 'reserves').terms[0]?.value ?? 0) - (figureOf(ALONE, 'reserves').terms[0]?.value ?? 0)).toBe(units(60_000));
  });
  it('the home that an applicant shares counts once, whoever it was keyed for', () => {
    const shared = { ...ALONE, homes: [aHome({ id: 'home-o', personId: 'other', monthlyCost: units(1300) })] };
    const people = [person({ livesWith: 'other' }), person({ id: 'other', role: 'contact' as const, fullName: 'Oda Brand' })];
    expect(figureOf({ ...shared, people }, 'housingShare').terms[0]?.value).toBe(units(1300));
    expect(figureOf({ ...shared, people: [person(), people[1] as FileState['people'][number]] }, 'housingShare').value).toBe(0);
  });
  it('counts by share where the product says so, in figures that open', () => {
    const half = { ...COUNTED, income: 0.5, housing: 0.5, debts: 0.5, worth: 0.5 };
    const file = withOther('householdMember', {
      ...ALONE,
      product: { ...product, household: { ...product.household, counts: { ...product.household.counts, householdMember: half } } },
    });
    const found = affordability(file, TODAY);
    expect(found.monthlyIncome - affordability(ALONE, TODAY).monthlyIncome).toBe(units(1500));
    expect((figureOf(file, 'dtiBefore').terms[0]?.value ?? 0) - (figureOf(ALONE, 'dtiBefore').terms[0]?.value ?? 0)).toBe(units(650 + 350));
    for (const figure of found.figures) if (figure.value !== null) expect(astray({ ...figure, value: figure.value })).toEqual([]);
  });
  it('a debt that one who counts owes with one who doesn’t counts whole', () => {
    const joint = { ...withOther('contact'), debts: [aDebt({ owners: 'other person-a', payment: units(700) })] };
    expect(figureOf(joint, 'dtiBefore').terms[0]?.value).toBe(units(900 + 700));
  });
});

describe('what is left is after tax, on every product', () => {
  const us = shippedPlace('us');
  const crew = (code: string): FileState => ({ ...sampleFile({ pack: us, homes: [aHome({ region: 'TX' })] }), product: shippedProduct(code) });
  it('and in stress: 52,000 of wages in a state without income tax', () => {
    // 2026, single, from memory: 10 % to 12,400 and 12 % above of 52,000 − 16,100; 7.65 % contributions.
    const net = 51_999.96 - (1240 + (51_999.96 - 16_100 - 12_400) * 0.12) - 51_999.96 * 0.0765;
    const file = crew('workboat-refit');
    const [income] = figureOf(file, 'moneyLeft').terms;
    expect(Math.abs((income?.value ?? 0) - units(net / 12))).toBeLessThanOrEqual(1);
    expect(figureOf(file, 'moneyLeftStressed').terms[0]?.value).toBe(income?.value);
    // The same file as it was counted before: on what is earned.
    expect(figureOf({ ...file, worksAs: 2 } as FileState, 'moneyLeft').terms[0]?.value).toBe(433_333);
  });
  it('says so where the place has no tax table', () => {
    const file = crew('workboat-refit');
    expect(figureOf({ ...file, pack: { ...us, taxes: [] } }, 'moneyLeft')).toMatchObject({ value: null, verdict: 'unknown' });
  });
  it('what is added for tax that isn’t paid is no money', () => {
    const benefit = anIncome({ kind: 'benefit', amount: units(3000), frequency: 'monthly', untaxed: true });
    const file = { ...crew('workboat-refit'), incomes: [benefit], debts: [] };
    expect(affordability(file, TODAY).monthlyIncome).toBe(units(3450));
    expect(figureOf(file, 'residualIncome').terms[0]?.value).toBe(units(3000));
    expect(figureOf(file, 'moneyLeft').terms[0]?.value).toBe(units(3000));
  });
  it('tax is worked on all that comes, and what is left counts at the share that counts', () => {
    const rent = anIncome({ kind: 'rent', amount: units(4000), frequency: 'monthly' });
    const file = { ...crew('workboat-refit'), incomes: [rent], debts: [] };
    const share = file.product.income.kinds['rent']?.share ?? 0;
    expect(share).toBeGreaterThan(0);
    expect(share).toBeLessThan(1);
    const tax = 1240 + (48_000 - 16_100 - 12_400) * 0.12;
    const line = figureOf(file, 'moneyLeft').terms[0];
    expect(Math.abs((line?.value ?? 0) - units(((48_000 - tax) / 12) * share))).toBeLessThanOrEqual(1);
    expect(astray({ label: 'left', value: line?.value ?? NaN, unit: 'money', terms: line?.terms ?? [] })).toEqual([]);
  });
});
