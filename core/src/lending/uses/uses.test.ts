import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { computePath } from '../../gates/path/index';
import { minor } from '../../basis/money/index';
import { total } from '../../basis/arithmetic/index';
import { usesAndSources } from './index';
import { type FileState } from '../../file/state/index';
import { aDebt, aPart, costRules, sampleFile, TODAY } from '../../../test/sample';

describe('uses and sources', () => {
  const file = sampleFile({ debts: [], sources: [] });
  const gap = (values: Partial<FileState>): number => usesAndSources({ ...file, ...values }).gap;
  it('balances price against loan and down payment; debts paid off and financed fees belong to it', () => {
    expect(gap({})).toBe(0);
    expect(gap({ debts: [aDebt({ balance: minor(70_000), cleared: true })] })).toBe(70_000);
    const financed = {
      ...file.product,
      costs: costRules({ fees: [{ code: 'f', label: 'F', brackets: [{ from: minor(0), flat: minor(9_000), share: 0 }], paid: 'financed', inRate: true }] }),
    };
    const { uses, sources, gap: none } = usesAndSources({ ...file, product: financed });
    expect([total(uses), total(sources), none]).toEqual([2_509_000, 2_509_000, 0]);
  });
  it('says what of the loan never reaches what is paid for: fees that are taken from the pay-out', () => {
    const withFee = (paid: 'withheld' | 'financed' | 'beforehand') => {
      const fee = { code: 'f', label: 'F', brackets: [{ from: minor(0), flat: minor(9_000), share: 0 }], paid, inRate: true };
      return usesAndSources({ ...file, product: { ...file.product, costs: costRules({ fees: [fee] }) } });
    };
    expect(withFee('withheld')).toMatchObject({ gap: 0, withheld: 9_000 });
    expect([
      withFee('financed').withheld,
      withFee('beforehand').withheld,
      usesAndSources({ ...file, product: { ...file.product, costs: null } }).withheld,
    ]).toEqual([0, 0, 0]);
  });
  it('the Path says what is astray: purposes, parts, sources', () => {
    const keys = (values: Partial<FileState>) => computePath({ ...file, ...values }, TODAY).now.map(({ key }) => key);
    expect(keys({ uses: [{ id: 'use-a', createdAt: '', what: 'Hull', amount: minor(2_400_000) }] })).toEqual(
      expect.arrayContaining(['balance:uses', 'balance:request']),
    );
    expect(keys({ parts: [aPart({ amount: minor(1_999_999), termMonths: 60 })] })).toContain('balance:parts');
    expect(keys({ parts: [aPart({ amount: minor(2_000_000), termMonths: 240 })] })).toContain('part:part-a');
    expect(keys({ sources: [{ id: 's', createdAt: '', kind: 'grant', what: null, amount: minor(1), owed: null }] })).toContain('balance:request');
  });
  it('whatever is edited in whatever order, the gap is what is missing', () => {
    const amount = fc.integer({ min: 0, max: 5_000_000 }).map((value) => minor(value));
    const edit = fc.oneof(
      fc.record({ what: fc.constantFrom('price' as const, 'amount' as const, 'downPayment' as const), value: amount }),
      fc.record({ what: fc.constantFrom('use' as const, 'source' as const), value: amount }),
    );
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
        let now = file;
        let purposes = 0;
        let others = 0;
        for (const [at, { what, value }] of edits.entries()) {
          const row = { id: `row-${at}`, createdAt: '', what: null, kind: 'other' as const, amount: value, owed: null };
          if (what === 'use') {
            now = { ...now, uses: [...now.uses, row] };
            purposes += value;
          } else if (what === 'source') {
            now = { ...now, sources: [...now.sources, row] };
            others += value;
          } else now = { ...now, request: { ...now.request, [what]: value } };
        }
        const { price, amount: lent, downPayment } = now.request;
        const paidFor = now.uses.length > 0 ? purposes : (price ?? 0);
        const { uses, sources, gap: found } = usesAndSources(now);
        expect(found).toBe(paidFor - ((lent ?? 0) + (downPayment ?? 0) + others));
        expect(total(uses)).toBe(total(sources) + found);
      }),
    );
  });
});
