import { describe, expect, it } from 'vitest';
import { requestProposal } from './index';
import { minor, type Minor } from '../../basis/money/index';
import { sampleFile } from '../../../test/sample';

const FIELDS = ['price', 'downPayment', 'amount'] as const;
const product = { ...sampleFile().product, requestFields: FIELDS.map((field) => ({ field, label: field })) };
const proposed = (price: number | null, downPayment: number | null, amount: number | null, more: object = {}) => {
  const file = sampleFile({ uses: [], sources: [], product });
  const money = (value: number | null): Minor | null => (value === null ? null : minor(value));
  return requestProposal({ ...file, request: { ...file.request, price: money(price), downPayment: money(downPayment), amount: money(amount) }, ...more });
};

describe('what of a request follows from the rest of it', () => {
  it('is the one of price, down payment and amount that is missing', () => {
    expect(proposed(6_400_000, 1_600_000, null)).toEqual({ field: 'amount', value: 4_800_000 });
    expect(proposed(6_400_000, null, 4_800_000)).toEqual({ field: 'downPayment', value: 1_600_000 });
    expect(proposed(null, 1_600_000, 4_800_000)).toEqual({ field: 'price', value: 6_400_000 });
  });
  it('is nothing where all are there, two are missing, or it would be nothing or less', () => {
    expect([proposed(1, 1, 1), proposed(1, null, null), proposed(null, null, null), proposed(100, 100, null), proposed(100, null, 200)]).toEqual(
      Array(5).fill(null),
    );
  });
  it('is nothing where something else is paid for or pays, or a product doesn’t ask for one of them', () => {
    const row = { id: 'r', createdAt: '', what: null, kind: null, amount: minor(1) };
    expect([proposed(300, 100, null, { uses: [row] }), proposed(300, 100, null, { sources: [row] })]).toEqual([null, null]);
    const without = { ...product, requestFields: product.requestFields.filter(({ field }) => field !== 'downPayment') };
    expect(proposed(300, 100, null, { product: without })).toBeNull();
  });
});
