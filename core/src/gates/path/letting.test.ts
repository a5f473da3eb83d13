import { describe, expect, it } from 'vitest';
import { person, sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { isoDate } from '../../basis/dates/index';
import { minor, type OrderState } from '../../basis/money/index';
import type { Receipt } from '../../leasing/charges/index';
import { computePath } from './index';

const TODAY = isoDate('2027-03-02');
const receipt = (direction: Receipt['direction'], state: OrderState): Receipt => ({
  id: `${direction}-${state}`,
  direction,
  way: 'bank',
  amount: minor(3_000),
  payer: 'Ida Holm',
  state,
  problem: 'The bank took $29.00 instead of $30.00',
  reference: null,
  at: '2027-03-01T08:00:00.000Z',
  by: 'Wren',
});
const base = sampleFile({ product: shippedProduct('quay-cottages'), pack: shippedPlace('us') });
const file = { ...base, people: [person()] };
const said = (key: string, of: typeof file): unknown[] => {
  const found = computePath(of, TODAY).now.find((entry) => entry.key === key);
  const what = found?.what;
  return [typeof what === 'object' ? what.say : what, found?.holder];
};

describe('money that is with the bank', () => {
  const coming = (state: OrderState) => said('owed:checking', { ...file, stage: 'checking', receipts: [receipt('in', state)] });
  const going = (state: OrderState) => said('giveBack', { ...file, stage: 'withdrawn', receipts: [receipt('in', 'done'), receipt('back', state)] });
  it('is waited for, whichever way it goes', () => {
    for (const way of [coming, going]) {
      expect(way('ordered')).toEqual(['path.paymentOnItsWay', 'service']);
      expect(way('unknown')).toEqual(['path.whatBankDidWithOrder', 'service']);
    }
  });
  it('is settled by a person first where it was another sum, whichever way it goes', () => {
    for (const way of [coming, going]) expect(way('differs')).toEqual(['path.bankPaidSomethingElse', 'completer']);
  });
  it('is settled first where it is one of several that go back', () => {
    const receipts = [receipt('in', 'done'), receipt('in', 'done'), receipt('back', 'differs'), receipt('back', 'done')];
    expect(said('giveBack', { ...file, stage: 'withdrawn', receipts })).toEqual(['path.bankPaidSomethingElse', 'completer']);
  });
  it('is asked for again, or given back again, where the bank said no', () => {
    expect(coming('failed')).toEqual(['path.toBePaidAgain', 'applicant']);
    expect(going('failed')).toEqual(['path.giveBackAgain', 'completer']);
  });
});
