import { describe, expect, it } from 'vitest';
import { sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';
import { minor } from '../../basis/money/index';
import { costsOf, exampleOf, totalPayableOf } from './index';

const SHIPPED = ['crew-cover', 'hull-gear', 'payroll-bridge', 'quay-cottages', 'tools-gear', 'workboat-refit'];

describe('an example of what a product costs', () => {
  it('lies between the product’s bounds, in round sums and whole years, for every product that lends', () => {
    for (const code of SHIPPED) {
      const product = shippedProduct(code);
      const example = exampleOf(product, shippedPlace(product.place as 'us' | 'nz' | 'gb'), TODAY);
      if (!product.costs) {
        expect([product.code, example]).toEqual([product.code, null]);
        continue;
      }
      expect([product.code, example === null]).toEqual([product.code, false]);
      if (!example) continue;
      const { amount, termMonths } = product.bounds;
      expect(example.amount).toBeGreaterThanOrEqual(amount.least);
      expect(example.amount).toBeLessThanOrEqual(amount.most);
      expect(example.termMonths).toBeGreaterThanOrEqual(termMonths.least);
      expect(example.termMonths).toBeLessThanOrEqual(termMonths.most);
      expect(example.total).toBeGreaterThan(example.amount);
      expect(example.percentageRate ?? 0).toBeGreaterThan(0);
    }
  });
  it('says what somebody would pay who asked for just that', () => {
    const product = shippedProduct('workboat-refit');
    const example = exampleOf(product, shippedPlace('us'), TODAY);
    // √(5,000 × 150,000) = 27,386; √(12 × 120) = 37.9 months.
    expect(example).toMatchObject({ amount: 2_700_000, termMonths: 36 });
    const asked = { ...sampleFile().request, amount: minor(2_700_000), termMonths: 36, advanceOn: null, firstPaymentOn: null };
    const costs = costsOf({ product, pack: shippedPlace('us'), request: asked, parts: [], leasedItems: [] }, TODAY);
    expect(costs && [costs.payment, totalPayableOf(costs)]).toEqual([example?.payment, example?.total]);
    // The level payment of the textbook, over what is owed at first with its financed fees: P·r ÷ (1 − (1 + r)^−n).
    const owed = costs?.parts[0]?.terms.principal ?? 0;
    const rate = (example?.annualRate ?? 0) / 12;
    expect(Math.abs((owed * rate) / (1 - (1 + rate) ** -36) - (example?.payment ?? 0))).toBeLessThan(200);
  });
});
