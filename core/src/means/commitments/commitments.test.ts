import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { addMonths, isoDate } from '../../basis/dates/index';
import { computePath } from '../../gates/path/index';
import { debtProblem, debtTerms, debtsKeyedTwice } from './index';
import { minor } from '../../basis/money/index';
import { total } from '../../basis/arithmetic/index';
import { type FileState } from '../../file/state/index';
import { type ProductDefinition } from '../../file/product/index';
import { aDebt, person, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const withProduct = (values: Partial<ProductDefinition>): ProductDefinition => ({ ...product, ...values });

describe('what is owed', () => {
  const lines = (debts: FileState['debts'], values: Partial<FileState> = {}, after = false) => debtTerms(sampleFile({ debts, ...values }), TODAY, after);
  it('a revolving debt counts at the higher of its payment and the share of its balance', () => {
    expect(total(lines([aDebt({ kind: 'creditCard', payment: units(40), balance: units(2000) })]))).toBe(10_000);
    expect(total(lines([aDebt({ kind: 'creditCard', payment: units(140), balance: units(2000) })]))).toBe(14_000);
    expect(total(lines([aDebt({ kind: 'creditCard', balance: units(2000) })]))).toBe(10_000);
    const byLimit = withProduct({ commitments: { ...product.commitments, revolving: { kinds: ['creditCard'], of: 'limit', share: 0.03 } } });
    expect(total(lines([aDebt({ kind: 'creditCard', payment: units(40), balance: units(2000), limit: units(5000) })], { product: byLimit }))).toBe(15_000);
    expect(total(lines([aDebt({ kind: 'other', payment: units(40), balance: units(2000) })]))).toBe(4000);
  });
  it('leaves out what ends soon, has ended, is paid off, or is owed by who doesn’t apply, and says so', () => {
    const soon = aDebt({ payment: units(100), endsOn: addMonths(TODAY, 6) });
    expect(lines([soon])).toMatchObject([{ sign: '·', note: 'ends on 2 Sep 2026, within 6 months' }]);
    expect(lines([{ ...soon, kind: 'lease' }])).toMatchObject([{ sign: '+', value: 10_000 }]);
    expect(lines([{ ...soon, endsOn: isoDate('2026-09-03') }])).toMatchObject([{ sign: '+' }]);
    expect(lines([{ ...soon, endsOn: isoDate('2026-02-01') }])).toMatchObject([{ sign: '·', note: 'ended on 1 Feb 2026' }]);
    const people = [person(), person({ id: 'member', role: 'householdMember' }), person({ id: 'partner', role: 'coApplicant' })];
    expect(lines([aDebt({ payment: units(100), owners: 'member' })], { people })).toMatchObject([{ sign: '·', note: 'owed by somebody who doesn’t apply' }]);
    expect(total(lines([aDebt({ payment: units(100), owners: 'person-a partner' })], { people }))).toBe(10_000);
    expect(lines([aDebt({ payment: units(100), cleared: true })], {}, true)).toMatchObject([{ sign: '·', note: 'paid off by what is asked for' }]);
    expect(lines([aDebt({ payment: units(100), cleared: true })])).toMatchObject([{ sign: '+' }]);
  });
  it('a guarantee counts at its share', () => {
    const half = withProduct({ commitments: { ...product.commitments, guaranteeShare: 0.5 } });
    expect(total(lines([aDebt({ kind: 'guarantee', payment: units(90) })], { product: half }))).toBe(4500);
  });
  it('asks about one debt keyed twice, and about figures that can’t all be right', () => {
    const debts = [
      aDebt({ lender: 'Gull Bank', balance: units(900), payment: units(50) }),
      aDebt({ id: 'again', lender: 'gull bank', balance: units(900), payment: units(50) }),
    ];
    expect(debtsKeyedTwice({ debts })).toMatchObject([{ subject: 'twice:debt-a:again' }]);
    expect(computePath(sampleFile({ debts }), TODAY).entries.map(({ key }) => key)).toContain('question:twice:debt-a:again');
    expect(debtsKeyedTwice({ debts: [aDebt({ balance: units(1) }), aDebt({ id: 'b', balance: units(2) })] })).toEqual([]);
    expect(debtProblem(aDebt({ payment: units(60), balance: units(50) }))).toContain('more than the balance');
    expect(debtProblem(aDebt({ limit: units(60), balance: units(70) }))).toContain('above the limit');
    expect(debtProblem(aDebt({ payment: units(10), balance: units(50), limit: units(50) }))).toBeNull();
  });
});
