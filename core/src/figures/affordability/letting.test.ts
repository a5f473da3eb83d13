import { describe, expect, it } from 'vitest';
import { affordability } from './index';
import { minor } from '../../basis/money/index';
import { type ProductDefinition } from '../../file/product/index';
import { aHome, anIncome, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('letting', () => {
  const letting = withProduct({ line: 'leasing', amountIs: 'rent' });
  const homes = [aHome({ tenure: 'rented', monthlyCost: units(900) })];
  const file = sampleFile({
    product: letting,
    homes,
    request: { ...sampleFile().request, amount: units(1200), termMonths: 12 },
    incomes: [
      anIncome({ amount: units(3000), frequency: 'monthly' }),
      anIncome({ id: 's', kind: 'subsidy', source: 'Rent help', amount: units(300), frequency: 'monthly' }),
    ],
  });
  const value = (measure: string, of = file) => affordability(of, TODAY).figures.find((figure) => figure.measure === measure)?.value;
  it('a subsidy is taken off the rent, and is no income', () => {
    expect(value('payment')).toBe(units(900));
    expect(value('housingShare')).toBe(0.3);
    expect(value('rentCover')).toBe(3.3333);
    expect(affordability(file, TODAY).monthlyIncome).toBe(units(3000));
  });
  it('the rent of now goes when the new one comes', () => {
    expect(value('dtiBefore')).toBe(Number(((900 + 400) / 3000).toFixed(6)));
    expect(value('dtiAfter')).toBe(Number(((900 + 250) / 3000).toFixed(6)));
    expect(value('paymentShock')).toBe(0);
  });
  it('a subsidy never pays more than the rent', () => {
    const rich = { ...file, incomes: file.incomes.map((income) => (income.kind === 'subsidy' ? { ...income, amount: units(5000) } : income)) };
    expect(value('payment', rich)).toBe(0);
    expect(value('rentCover', rich)).toBeNull();
  });
});
