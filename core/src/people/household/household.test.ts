import type { IncomeKind } from '../../means/income/index';
import type { Home } from '../home/index';
import type { FilePerson } from '../people/index';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { adultsWhoMustApply, householdOf, livingTogether } from './index';
import { computePath } from '../../gates/path/index';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition } from '../../file/product/index';
import { anIncome, person, product, sampleFile, TODAY } from '../../../test/sample';

const at = '2026-03-02T08:00:00.000Z';
const someone = (id: string, values: Partial<FilePerson> = {}): FilePerson =>
  person({ id, role: 'dependant', fullName: id, birthDate: null, idNumber: null, phone: null, ...values });
const home = (personId: string, values: Partial<Home> = {}): Home => ({
  id: `home-${personId}`,
  createdAt: at,
  personId,
  refereeId: null,
  floorArea: null,
  country: null,
  line: '4 Capstan Row',
  town: 'Quillhaven',
  region: null,
  postalCode: '00412',
  district: null,
  since: null,
  until: null,
  tenure: null,
  monthlyCost: null,
  ...values,
});
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('the household', () => {
  const couple = (values: Partial<FileState> = {}): FileState =>
    sampleFile({
      people: [
        person(),
        someone('bram', { role: 'coApplicant', livesWith: 'person-a', birthDate: isoDate('1989-02-03') }),
        someone('lin', { role: 'householdMember', livesWith: 'bram', studies: 'fullTime', birthDate: isoDate('2006-01-01') }),
        someone('ron', { role: 'dependant', birthDate: isoDate('2015-01-01') }),
        someone('ref', { role: 'referee' }),
        someone('away', { role: 'householdMember', birthDate: isoDate('2001-01-01') }),
      ],
      homes: [home('person-a'), home('away', { line: '9 Coble Row' })],
      ...values,
    });
  it('counts who lives there, and says who doesn’t and why', () => {
    const { size, members } = householdOf(couple(), TODAY);
    expect(size).toBe(4);
    expect(members.filter(({ counts }) => !counts)).toEqual([
      { personId: 'ref', counts: false, why: 'not of the household' },
      { personId: 'away', counts: false, why: 'lives elsewhere' },
    ]);
    expect(members.find(({ personId }) => personId === 'lin')?.why).toBe('lives with the applicant');
    expect(members.find(({ personId }) => personId === 'ron')?.why).toBe('taken to live with the applicant');
  });
  it('puts people by the place where they live now', () => {
    expect(livingTogether(couple()).map(({ home: place, people: there }) => [place?.line ?? null, there.map(({ id }) => id)])).toEqual([
      ['4 Capstan Row', ['person-a', 'bram', 'lin']],
      [null, ['ron']],
      [null, ['ref']],
      ['9 Coble Row', ['away']],
    ]);
  });
  it('survives people who are each said to live with the other', () => {
    const file = couple({ people: [someone('x', { role: 'applicant', livesWith: 'y' }), someone('y', { livesWith: 'x' })], homes: [] });
    expect(householdOf(file, TODAY).size).toBe(2);
  });
  const income = (id: string, personId: string, kind: IncomeKind) => anIncome({ id, personId, kind, source: id, amount: minor(100_000), frequency: 'monthly' });
  it('leaves a full-time student’s and a minor’s wage out, and a member’s where only who applies counts', () => {
    const file = couple({
      incomes: [
        income('a', 'person-a', 'wage'),
        income('b', 'bram', 'wage'),
        income('l', 'lin', 'wage'),
        income('p', 'lin', 'pension'),
        income('r', 'ref', 'wage'),
      ],
    });
    expect(householdOf(file, TODAY).leftOut.map(({ incomeId }) => incomeId)).toEqual(['l', 'p', 'r']);
    const all = {
      ...file,
      product: withProduct({ household: { ...product.household, counts: { ...product.household.counts, householdMember: { income: 1 } } } }),
    };
    expect(householdOf(all, TODAY).leftOut).toEqual([
      { incomeId: 'l', personId: 'lin', why: 'A full-time student’s earnings don’t count' },
      { incomeId: 'r', personId: 'ref', why: 'Only the income of who applies counts' },
    ]);
    const young = {
      ...all,
      people: all.people.map((one) => (one.id === 'lin' ? { ...one, studies: 'none' as const, birthDate: isoDate('2010-01-01') } : one)),
    };
    expect(householdOf(young, TODAY).leftOut[0]?.why).toBe('A minor’s earnings don’t count');
    expect(computePath(all, TODAY).figures.monthlyIncome).toBe(300_000);
  });
  it('every adult who lives there must apply where the product says so', () => {
    expect(adultsWhoMustApply(couple(), TODAY)).toEqual([]);
    const file = couple({ product: withProduct({ household: { ...product.household, adultsMustApply: true } }) });
    expect(adultsWhoMustApply(file, TODAY).map(({ id }) => id)).toEqual(['lin']);
    expect(computePath(file, TODAY).now.map(({ key }) => key)).toContain('adult:lin');
  });
  it('a postal code that lies in two districts asks which, of where somebody lives now', () => {
    const open = (values: Partial<Home>) =>
      computePath(couple({ homes: [home('person-a', { postalCode: '00414', ...values })] }), TODAY).now.some(({ key }) => key.startsWith('district:'));
    expect(open({})).toBe(true);
    expect(open({ district: 'Ropewalk Ward' })).toBe(false);
    expect(open({ district: 'Another Ward' })).toBe(true);
    expect(open({ postalCode: '00412' })).toBe(false);
    expect(open({ until: isoDate('2025-01-01') })).toBe(false);
  });
  it('counts the cost of one home once, however many live there', () => {
    const file = couple({
      homes: [home('person-a', { monthlyCost: minor(90_000) }), home('bram', { monthlyCost: minor(80_000), line: '4 capstan row' })],
      debts: [],
    });
    const before = computePath(file, TODAY).figures.figures.find(({ measure }) => measure === 'dtiBefore');
    expect(before?.terms[0]).toMatchObject({ label: 'Obligations a month', value: 90_000 });
  });
});
