import { describe, expect, it } from 'vitest';
import { sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import { leaseCharges } from '../charges/index';
import { moveInList, NO_HANDOVER, type RoomRecord } from './index';

const product = shippedProduct('quay-cottages');
const base = sampleFile({ product, pack: shippedPlace('us') });
const file: FileState = {
  ...base,
  stage: 'completing',
  request: { ...base.request, amount: minor(118_000), termMonths: 12, advanceOn: isoDate('2027-03-15') },
};
const room = (state: RoomRecord['state']): RoomRecord => ({ id: 'r1', room: 'Kitchen', state, note: null, pictures: [] });
const signed = (side: 'tenant' | 'house') => ({ side, name: 'A', whoId: 'a', at: '2027-03-14T10:00:00.000Z' });
const open = (one: FileState): string[] =>
  moveInList(one)
    .filter(({ done }) => !done)
    .map(({ key }) => key.split(':')[0] ?? '');

describe('the list of moving in', () => {
  it('has each step in its order, whose it is, and by when', () => {
    const steps = moveInList(file);
    expect(steps.map(({ holder }) => holder)).toEqual([
      'applicant',
      ...steps.filter(({ key }) => key.startsWith('charges')).map(() => 'applicant'),
      'officer',
      'officer',
      'applicant',
      'completer',
    ]);
    expect(steps.at(-1)).toMatchObject({ key: 'keys', by: '2027-03-15', done: false });
    // What is due on one day is one step, with what it comes to.
    const onFirstDay = leaseCharges(file).filter(({ dueOn }) => dueOn === '2027-03-15');
    expect(onFirstDay.length).toBeGreaterThan(1);
    expect(steps.find(({ by }) => by === '2027-03-15')).toMatchObject({
      what: { values: { amount: { money: onFirstDay.reduce((so, { amount }) => so + amount, 0) } } },
    });
  });
  it('says what is done: the record when no room is open, each side when it has signed, what is paid when nothing of it is owed', () => {
    const all = new Set(open(file));
    expect([...all]).toEqual(['lease', 'charges', 'record', 'keys']);
    const taken = { ...file, handover: { ...NO_HANDOVER, rooms: [room('good')], signatures: [signed('house')] } };
    expect(
      moveInList(taken)
        .filter(({ key }) => key.startsWith('record'))
        .map(({ done }) => done),
    ).toEqual([true, true, false]);
    const owed = leaseCharges(file).reduce((so, { amount }) => so + amount, 0);
    const receipt = {
      id: 'p',
      direction: 'in',
      way: 'counter',
      amount: minor(owed),
      payer: 'A',
      state: 'done',
      problem: null,
      reference: 'R',
      at: '2027-03-01T10:00:00.000Z',
      by: 'B',
    } as const;
    expect(open({ ...taken, receipts: [receipt] })).toEqual(['lease', 'record', 'keys']);
    expect(open({ ...taken, receipts: [{ ...receipt, amount: minor(owed - 1) }] })).toContain('charges');
  });
  it('is none where nothing is let, or nobody knows from when', () => {
    expect(moveInList({ ...file, product: shippedProduct('workboat-refit') })).toEqual([]);
    expect(moveInList({ ...file, product: shippedProduct('gear-lease') })).toEqual([]);
    expect(moveInList({ ...file, request: { ...file.request, advanceOn: null } })).toEqual([]);
  });
});
