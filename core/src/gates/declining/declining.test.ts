import { describe, it } from 'vitest';
import { aDebt, anIncome, allPapers, checked, decision, exception, person, product, sampleFile, shippedPlace, TODAY } from '../../../test/sample';
import { expect } from '../../../test/spoken';
import { addDays, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { FileState } from '../../file/state/index';
import type { ProductDefinition } from '../../file/product/index';
import { computePath } from '../path/index';
import { appealUntil, barToAppeal, barToDecline, decideBy, missingOf, openNotice, proposedReasons } from './index';

const reasoned: ProductDefinition = {
  ...product,
  limits: [
    { measure: 'dtiAfter', bound: 'most', value: 0.43, rule: '' },
    { measure: 'moneyLeft', bound: 'least', value: 50_000, rule: '' },
  ],
  declineReasons: [
    { code: 'plain', label: 'In words alone' },
    { code: 'obligations', label: 'Obligations too high', from: { measures: ['dtiAfter'] } },
    { code: 'income', label: 'Income insufficient', from: { measures: ['moneyLeft'] } },
    { code: 'identity', label: 'Unable to verify identity', from: { checks: ['identity'] } },
    { code: 'unverified', label: 'Unable to verify income', from: { conditions: ['income'] } },
    { code: 'incomplete', label: 'Incomplete', from: { incomplete: true } },
  ],
};
const file = (values: Partial<FileState> = {}) =>
  sampleFile({ product: reasoned, stage: 'gathering', checks: [checked(), checked([], 'watchlist')], papers: allPapers, ...values });
const proposed = (of: FileState) => proposedReasons(of, computePath(of, TODAY)).map(({ code }) => code);

describe('reasons that a file points to', () => {
  it('are those that fail, what is furthest off first, and none where nothing does', () => {
    expect(proposed(file())).toEqual([]);
    // Debt-to-income is about twice its limit, and a tenth of what must be left is left.
    const weak = file({ debts: [aDebt({ payment: minor(330_000), balance: minor(9_000_000) })] });
    expect(proposed(weak)).toEqual(['obligations', 'income']);
    const [first, second] = proposedReasons(weak, computePath(weak, TODAY));
    expect(first?.weight).toBeGreaterThan(second?.weight ?? 0);
    expect(first?.why).toBe('Debt-to-income after is outside its limit');
  });
  it('leave out what an approver excused', () => {
    const weak = file({ debts: [aDebt({ payment: minor(150_000), balance: minor(9_000_000) })] });
    expect(proposed(weak)).toContain('obligations');
    const value = computePath(weak, TODAY).figures.figures.find(({ measure }) => measure === 'dtiAfter')?.value ?? 0;
    expect(proposed({ ...weak, exceptions: [exception({ subject: 'figure:dtiAfter', value, answer: 'granted' })] })).not.toContain('obligations');
  });
  it('name a check that found otherwise, and a condition that nothing was accepted for', () => {
    const against = {
      id: 'f',
      kind: 'field' as const,
      label: 'Birth date',
      stated: '1',
      found: '2',
      agrees: false,
      score: null,
      reasons: [],
      resolution: null,
      reason: null,
      resolvedBy: null,
      resolvedAt: null,
    };
    expect(proposed(file({ checks: [checked([against]), checked([], 'watchlist')] }))).toContain('identity');
    expect(proposed(file({ checks: [checked([{ ...against, resolution: 'confirmed' }]), checked([], 'watchlist')] }))).not.toContain('identity');
    expect(proposed(file({ papers: [] }))).toContain('unverified');
  });
  it('are never more than a notice gives', () => {
    const weak = file({
      debts: [aDebt({ payment: minor(330_000), balance: minor(9_000_000) })],
      incomes: [anIncome({ amount: null })],
      papers: [],
      checks: [],
    });
    expect(proposed(weak).length).toBeLessThanOrEqual(4);
  });
});

describe('who may say no', () => {
  const may = (of: FileState, role: 'intake' | 'approver' | 'completer', id = 'somebody') => barToDecline(of, { role, id }) === null;
  it('an approver who didn’t prepare it from every stage, an officer alone where the product says so and not at the decision', () => {
    for (const stage of ['details', 'checking', 'gathering', 'signing', 'deciding'] as const) {
      expect(may(file({ stage }), 'approver')).toBe(true);
      expect(may(file({ stage }), 'approver', 'wren')).toBe(false);
      expect(may(file({ stage }), 'intake')).toBe(false);
      expect(may(file({ stage }), 'completer')).toBe(false);
      const alone = { ...reasoned, deciding: { ...reasoned.deciding, declinedBy: 'officer' as const } };
      expect(may(file({ stage, product: alone }), 'intake', 'wren')).toBe(stage !== 'deciding');
    }
  });
  it('nobody once it is approved or has ended', () => {
    expect(may(file({ stage: 'offering', decisions: [decision({ outcome: 'approve' })] }), 'approver')).toBe(false);
    expect(may(file({ stage: 'offering', decisions: [decision({ outcome: 'counter' })] }), 'approver')).toBe(false);
    expect(may(file({ stage: 'withdrawn' }), 'approver')).toBe(false);
    expect(may(file({ stage: 'deciding', decisions: [decision({ outcome: 'approve' }), decision({ outcome: 'undo' })] }), 'approver')).toBe(true);
  });
});

describe('the clock of a decision', () => {
  const pack = shippedPlace('us');
  const complete = file({ pack, completeOn: isoDate('2026-02-02') });
  const at = (of: FileState, day: string) => decideBy(of, computePath(of, isoDate(day)).entries, isoDate(day));
  it('ends with the approval where nothing is offered: that is told at once', () => {
    const approved = (route: ProductDefinition['route']): FileState =>
      file({
        product: { ...reasoned, route },
        pack: shippedPlace('us'),
        stage: 'completing',
        completeOn: isoDate('2026-03-02'),
        decisions: [decision({ outcome: 'approve' })],
      });
    expect(at(approved(['details', 'deciding', 'signing', 'completing', 'done']), '2026-05-01')).toBeNull();
    expect(at(approved(['details', 'deciding', 'offering', 'signing', 'completing', 'done']), '2026-05-01')).toMatchObject({ by: '2026-04-01' });
  });
  it('runs thirty days from the complete application (12 CFR 1002.9(a)(1)(i), from memory)', () => {
    expect(at(complete, '2026-02-10')).toEqual({ by: '2026-03-04', pausedUntil: null, late: false });
    expect(at(complete, '2026-03-05')).toMatchObject({ late: true });
    expect(at({ ...complete, completeOn: null }, '2026-03-05')).toBeNull();
    expect(at({ ...complete, pack: { ...pack, notices: null } }, '2026-03-05')).toBeNull();
    expect(at({ ...complete, stage: 'declined' }, '2026-03-05')).toBeNull();
  });
  it('stands still while something that was asked for is missing', () => {
    const lacking = { ...complete, papers: [] };
    const [missing] = missingOf(computePath(lacking, TODAY));
    const notice = {
      id: 'n',
      kind: 'incomplete' as const,
      personId: 'person-a',
      madeAt: '',
      channel: 'email' as const,
      missing: [missing?.key ?? ''],
      respondBy: isoDate('2026-03-20'),
      made: true,
    };
    expect(at({ ...lacking, notices: [notice] }, '2026-03-05')).toEqual({ by: '2026-03-04', pausedUntil: '2026-03-20', late: false });
    // It came: the clock runs again.
    expect(at({ ...complete, notices: [notice] }, '2026-03-05')).toMatchObject({ pausedUntil: null, late: true });
    expect(openNotice({ notices: [] }, [])).toBeNull();
  });
});

describe('an appeal', () => {
  const declined = file({ stage: 'declined', decisions: [decision({ outcome: 'decline', at: '2026-03-01T09:00:00.000Z' })] });
  it('is open for the product’s days after a no for reasons', () => {
    expect(appealUntil(declined)).toBe('2026-03-31');
    expect(barToAppeal(declined, isoDate('2026-03-31'))).toBeNull();
    expect(barToAppeal(declined, isoDate('2026-04-01'))).not.toBeNull();
    expect(barToAppeal({ ...declined, decisions: [decision({ outcome: 'stop' })] }, TODAY)).not.toBeNull();
    expect(barToAppeal(file(), addDays(TODAY, 1))).not.toBeNull();
  });
});

it('somebody else judges what is brought against a no', async () => {
  const { barToDecide } = await import('../../file/permissions/index');
  const decisions = [decision({ outcome: 'decline', byId: 'ansel' }), decision({ outcome: 'appeal', byId: person().id })];
  expect(barToDecide(file({ decisions }), 'ansel')).not.toBeNull();
  expect(barToDecide(file({ decisions }), 'berit')).toBeNull();
  expect(barToDecide(file({ decisions: decisions.slice(0, 1) }), 'ansel')).toBeNull();
});
