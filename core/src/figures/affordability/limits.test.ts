import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { computePath } from '../../gates/path/index';
import { minor } from '../../basis/money/index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition } from '../../file/product/index';
import { aDebt, anIncome, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('limits with a band that an approver weighs', () => {
  const at = (debt: number) => {
    const file = sampleFile({
      stage: 'gathering',
      product: withProduct({ limits: [{ measure: 'dtiBefore', bound: 'most', value: 0.43, refer: 0.4, rule: 'Band.' }] }),
      incomes: [anIncome({ amount: units(1000), frequency: 'monthly' })],
      debts: [aDebt({ payment: units(debt) })],
    });
    const path = computePath(file, TODAY);
    return [path.figures.figures.find(({ measure }) => measure === 'dtiBefore')?.verdict, path.entries.find(({ key }) => key === 'figure:dtiBefore')?.what];
  };
  it('inside, to be weighed, outside', () => {
    expect(at(400)).toEqual(['inside', undefined]);
    expect(at(400.01)).toEqual(['refer', 'Debt-to-income before lies where an approver has to weigh it']);
    expect(at(430)).toEqual(['refer', 'Debt-to-income before lies where an approver has to weigh it']);
    expect(at(430.01)).toEqual(['outside', 'Debt-to-income before is outside the limit']);
  });
  it('a deep fall of profits goes to an approver by an exception', () => {
    const file = sampleFile({
      stage: 'gathering',
      incomes: [anIncome({ kind: 'selfEmployed', profitLatest: units(20_000), profitBefore: units(40_000) })],
    });
    const held = (of: FileState) =>
      computePath(of, TODAY)
        .entries.filter(({ key }) => key.startsWith('question:falling'))
        .map(({ holder }) => holder);
    expect(held(file)).toEqual(['officer']);
    const asked = {
      id: 'x',
      subject: 'income:falling:income-a:0.5000',
      value: null,
      reason: 'A new engine',
      askedBy: 'Wren',
      askedAt: '',
      answer: null,
      answeredBy: null,
      answeredAt: null,
    };
    expect(held({ ...file, exceptions: [asked] })).toEqual(['approver']);
    expect(held({ ...file, exceptions: [{ ...asked, answer: 'granted' }] })).toEqual([]);
  });
});
