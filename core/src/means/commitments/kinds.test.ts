import { describe, expect, it } from 'vitest';
import { affordability } from '../../figures/affordability/index';
import { astray, total } from '../../basis/arithmetic/index';
import { dearerDebtTerms, debtTerms, type Debt } from './index';
import { minor } from '../../basis/money/index';
import { stressOf } from '../../figures/stress/index';
import { aDebt, product, sampleFile, TODAY } from '../../../test/sample';

const units = (amount: number) => minor(Math.round(amount * 100));
const counts = (debt: Partial<Debt>, of: 'limit' | 'balance' = 'limit', worksAs = 3): number | null => {
  const commitments = { ...product.commitments, revolving: { kinds: ['creditCard'], of, share: 0.04 } };
  const [term] = debtTerms({ ...sampleFile({ product: { ...product, commitments }, debts: [aDebt(debt)] }), worksAs }, TODAY, false);
  if (term?.terms) expect(astray({ ...term, terms: term.terms })).toEqual([]);
  return term ? term.value : null;
};

describe('debts of every kind', () => {
  it('a card of which only the balance is known counts by it, whatever the product counts by', () => {
    const card = { kind: 'creditCard', balance: units(2500) } as const;
    expect(counts(card)).toBe(units(100));
    expect(counts({ ...card, limit: units(5000) })).toBe(units(200));
    expect(counts({ kind: 'creditCard', limit: units(5000) }, 'balance')).toBe(units(200));
    expect(counts({ kind: 'creditCard' })).toBeNull();
    expect(counts(card, 'limit', 2)).toBeNull();
  });
  it('a student loan that isn’t paid on yet counts by a share of what is owed', () => {
    const loan = { kind: 'studentLoan', balance: units(24_000) } as const;
    expect([counts(loan), counts({ ...loan, payment: minor(0) })]).toEqual([units(240), units(240)]);
    expect(counts({ ...loan, payment: units(90) })).toBe(units(90));
    expect(counts({ kind: 'personalLoan', balance: units(24_000) })).toBeNull();
  });
  it('instalments, tax and payday loans are kinds of their own', () => {
    expect((['instalment', 'tax', 'payday'] as const).map((kind) => counts({ kind, payment: units(50) }))).toEqual([units(50), units(50), units(50)]);
  });
});

describe('when rates rise', () => {
  const file = sampleFile({
    debts: [
      aDebt({ id: 'v', lender: 'Variable', variable: true, balance: units(120_000), payment: units(700) }),
      aDebt({ id: 'f', lender: 'Fixed', balance: units(80_000), payment: units(500) }),
      aDebt({ id: 'c', lender: 'Cleared', variable: true, cleared: true, balance: units(50_000), payment: units(400) }),
    ],
  });
  it('every variable debt that stays costs more, by the added rate on what is owed', () => {
    const terms = dearerDebtTerms(file, TODAY, 0.03);
    expect(terms.map(({ value }) => value)).toEqual([units(300)]);
    for (const term of terms) expect(astray({ ...term, terms: term.terms ?? [] })).toEqual([]);
  });
  it('in what is left at the stressed rate, and along the axis of rates', () => {
    const value = (of: typeof file, measure: string) => affordability(of, TODAY).figures.find((figure) => figure.measure === measure)?.value ?? NaN;
    const fixed = { ...file, debts: file.debts.map((debt) => ({ ...debt, variable: false })) };
    expect(value(fixed, 'moneyLeftStressed') - value(file, 'moneyLeftStressed')).toBe(units(300));
    expect(value(fixed, 'moneyLeft')).toBe(value(file, 'moneyLeft'));
    const along = (of: typeof file) =>
      stressOf(of, TODAY)
        ?.axes.find(({ code }) => code === 'rate')
        ?.points.map(({ left }) => left) ?? [];
    expect(along(fixed).map((left, at) => left - (along(file)[at] ?? 0))).toEqual(
      Array.from({ length: 13 }, (_, at) => Math.round(((120_000 * 0.005 * at) / 12) * 100)),
    );
    expect(total(dearerDebtTerms({ ...file, worksAs: 2 }, TODAY, 0))).toBe(0);
  });
});
