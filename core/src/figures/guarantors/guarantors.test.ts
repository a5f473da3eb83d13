import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { guarantorSheets } from './index';
import { calculate, recalculate } from '../calculation/index';
import { astray } from '../../basis/arithmetic/index';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import type { ProductDefinition } from '../../file/product/index';
import { computePath } from '../../gates/path/index';
import { aDebt, aHome, anIncome, exception, person, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const measured: ProductDefinition = {
  ...product,
  limits: [],
  guarantor: {
    measures: ['payment', 'dtiAfter', 'moneyLeft'],
    limits: [{ measure: 'dtiAfter', bound: 'most', value: 0.5, rule: 'At most half.' }],
    why: 'A guarantor pays all of it if nobody else does.',
  },
};
const surety = person({ id: 'surety', role: 'guarantor', fullName: 'Odd Rasmus' });
const file = (values: Partial<FileState> = {}): FileState =>
  sampleFile({
    stage: 'gathering',
    product: measured,
    people: [person(), surety],
    homes: [aHome({ monthlyCost: units(400) }), aHome({ id: 'home-s', personId: 'surety', line: '4 Sound Row', monthlyCost: units(600) })],
    incomes: [anIncome(), anIncome({ id: 'income-s', personId: 'surety', amount: units(2500), frequency: 'monthly' })],
    debts: [aDebt({ payment: units(250) }), aDebt({ id: 'debt-s', lender: 'Own', owners: 'surety', payment: units(150) })],
    livingCosts: [{ id: 'c', createdAt: '', category: 'Other', monthly: units(600) }],
    ...values,
  });
const entries = (of: FileState) => computePath(of, TODAY).entries.filter(({ personId, key }) => personId === 'surety' && /^(figure|guarantor)/.test(key));

describe('a guarantor’s sheet', () => {
  it('is all of what is asked for beside what is their own', () => {
    const [sheet, ...others] = guarantorSheets(file(), TODAY);
    expect(others).toEqual([]);
    const value = (measure: string) => sheet?.figures.find((figure) => figure.measure === measure)?.value;
    // 20,000 at 6 % over 60 months pays 386.66; own home 600, own debt 150, own income 2,500; nobody else's.
    expect(value('dtiAfter')).toBe(Number(((600 + 150 + 386.66) / 2500).toFixed(6)));
    expect(value('moneyLeft')).toBe(units(2500 - 600 - 150 - 386.66));
    for (const figure of sheet?.figures ?? []) expect(astray({ ...figure, value: figure.value ?? NaN })).toEqual([]);
  });
  it('is kept with a decision, and one that comes out otherwise is found', () => {
    const kept = calculate(file(), TODAY);
    expect(kept.guarantors?.map(({ personId }) => personId)).toEqual(['surety']);
    expect(recalculate(kept).differences).toEqual([]);
    const [sheet] = kept.guarantors ?? [];
    const [first, ...rest] = sheet?.figures ?? [];
    if (!sheet || !first) throw new Error('there is no sheet');
    const turned = { ...kept, guarantors: [{ ...sheet, figures: [{ ...first, value: 1 }, ...rest] }] };
    expect(recalculate(turned).differences).toEqual([{ measure: `${first.measure}:surety`, then: 1, now: first.value }]);
    // A decision from before guarantors had sheets says nothing of them.
    const { guarantors: _, ...before } = kept;
    expect(recalculate(before).differences).toEqual([]);
  });
  it('has the living costs of the household where they live in it', () => {
    const together = file({ people: [person(), { ...surety, livesWith: 'person-a' }], homes: [aHome({ monthlyCost: units(400) })] });
    expect(guarantorSheets(together, TODAY)[0]?.figures.find(({ measure }) => measure === 'moneyLeft')?.value).toBe(units(2500 - 400 - 150 - 600 - 386.66));
  });
  it('stands on the Path where it can’t be carried, until an approver excuses that very figure', () => {
    expect(entries(file())).toEqual([]);
    const weak = file({ incomes: [anIncome(), anIncome({ id: 'income-s', personId: 'surety', amount: units(2000), frequency: 'monthly' })] });
    const key = 'figure:dtiAfter:surety';
    expect(entries(weak)).toMatchObject([
      { key, what: 'Odd Rasmus, as guarantor: Debt-to-income after is outside the limit', gate: 'gathering', holder: 'officer' },
    ]);
    const value = (600 + 150 + 386.66) / 2000;
    const granted = (of: string, up: number) => exception({ subject: of, value: up, answer: 'granted' });
    expect(entries({ ...weak, exceptions: [granted('figure:dtiAfter', 1)] })).toHaveLength(1);
    expect(entries({ ...weak, exceptions: [granted(key, value)] })).toEqual([]);
    expect(entries({ ...weak, exceptions: [granted(key, value - 0.1)] })).toHaveLength(1);
  });
  it('says what it still needs', () => {
    expect(entries(file({ incomes: [anIncome()] }))).toMatchObject([
      { key: 'guarantor:surety', what: 'Odd Rasmus, as guarantor: an income that counts is still needed' },
    ]);
  });
  it('is nothing where the product doesn’t measure them', () => {
    expect(guarantorSheets({ ...file(), product: { ...measured, guarantor: null } }, TODAY)).toEqual([]);
  });
});
