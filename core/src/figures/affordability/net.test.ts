import { describe, expect, it } from 'vitest';
import { anIncome, incomePolicy, person, product, sampleFile, shippedPlace, TODAY } from '../../../test/sample';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import type { Income } from '../../means/income/index';
import { affordability, type Figure } from './index';

const units = (amount: number) => minor(Math.round(amount * 100));
const pension = anIncome({ id: 'i-pension', kind: 'pension', source: 'Harbor Fund', amount: units(4000), frequency: 'monthly' });
const investment = anIncome({ id: 'i-yield', kind: 'investment', source: 'Bonds', capital: units(100_000), yieldRate: 0.12 });
const overtime = (monthly: number) =>
  anIncome({ id: 'i-over', kind: 'overtime', source: 'Ferries', amount: units(monthly), netAmount: units(monthly), frequency: 'monthly' });

/** In the United Kingdom, where what is above £100,000 is taxed at 60 % at the margin; tables from memory, as the place's data says. */
const british = (incomes: Income[], values: Partial<FileState> & { worksAs?: number } = {}): FileState =>
  sampleFile({
    pack: shippedPlace('gb'),
    product: { ...product, measures: ['moneyLeft'], income: incomePolicy({ basis: 'net' }) },
    incomes,
    people: [person()],
    ...values,
  });

const left = (file: FileState): Figure => {
  const [figure] = affordability(file, TODAY).figures;
  if (!figure) throw new Error('nothing was worked');
  return figure;
};
const spendable = (file: FileState) => left(file).terms[0];

describe('what tax leaves of sources that count by different shares', () => {
  it('is what counts in full leaves by itself, and the share of what the rest adds to it', () => {
    // By hand: 48,000 leaves 40,914 of which a twelfth is 3,409.50; 60,000 leaves 48,568, so 12,000 more add 7,654, of which
    // 80 % count: 510.27 a month.
    const income = spendable(british([pension, investment]));
    expect(income?.terms?.map(({ value }) => value)).toEqual([units(3409.5), units(510.27)]);
    expect(income?.value).toBe(units(3919.77));
  });
  it('was one average share of all in versions before', () => {
    // By hand: 48,568 ÷ 12 × 4,800 ÷ 5,000.
    expect(spendable(british([pension, investment], { worksAs: 3 }))?.value).toBe(units(3885.44));
  });
  it('doesn’t fall when what counts by half rises, however dear the tax on the rest becomes', () => {
    const wages = anIncome({ id: 'i-wage', kind: 'pension', source: 'Harbor Fund', amount: units(9000), frequency: 'monthly' });
    const left0 = left(british([wages, overtime(200)])).value ?? 0;
    expect(left(british([wages, overtime(700)])).value).toBe(left0 + units(250));
    const then = { worksAs: 3 } as Partial<FileState>;
    expect(left(british([wages, overtime(700)], then)).value).toBeLessThan(left(british([wages, overtime(200)], then)).value ?? 0);
  });
});
