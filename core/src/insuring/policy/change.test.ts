import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { astray } from '../../basis/arithmetic/index';
import { addDays, isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { DetailChange } from '../../file/details/index';
import type { FileState, Policy, PolicyChange } from '../../file/state/index';
import { computePath } from '../../gates/path/index';
import { premiumOf } from '../premium/index';
import { underwrittenOf } from '../underwriting/index';
import { aCover, person, sampleFile, shippedPlace, shippedProduct } from '../../../test/sample';
import { asChanged, barToAgree, barToChange, endOfTerm, paidFor, priceOfChange, settlementOn, yearsOf } from './index';

const START = isoDate('2026-04-01');
const at = '2026-03-02T08:00:00.000Z';
const set = (field: string, value: string | number): DetailChange => ({ op: 'set', entity: 'cover', id: 'c', field, value });
const POLICY: Policy = {
  state: 'issued',
  number: 'QC-1',
  faults: [],
  problem: null,
  orderedAt: at,
  orderedBy: 'Dilys',
  issuedAt: at,
  startsOn: START,
  endsOn: endOfTerm(START),
  freeLookUntil: null,
  premium: minor(0),
  year: minor(0),
  order: null,
  paidAt: at,
  endedOn: null,
  endedBecause: null,
  refund: null,
  refundOrder: null,
};
function crew(mode: string, values: Partial<FileState> = {}): FileState {
  const cover = aCover({ id: 'c', createdAt: at, personId: 'kaia', benefit: minor(360_000) });
  const base = sampleFile({
    product: shippedProduct('crew-cover'),
    pack: shippedPlace('nz'),
    stage: 'done',
    people: [person({ id: 'kaia', fullName: 'Kaia Reefton', birthDate: isoDate('1991-03-22') })],
    covers: [cover],
    underwritings: [
      {
        id: 'u',
        coverId: 'c',
        outcome: 'loaded',
        loading: 0.5,
        perMille: 0,
        exclusions: [],
        postponedUntil: null,
        overruled: false,
        reason: null,
        about: underwrittenOf(cover),
        health: null,
        by: 'Ansel',
        byId: 'ansel',
        at,
      },
    ],
  });
  const file = { ...base, request: { ...base.request, advanceOn: START, premiumMode: mode } };
  const premium = premiumOf(file, START);
  if (!premium) throw new Error('worked');
  return { ...file, policy: { ...POLICY, premium: premium.each, year: minor(premium.each * premium.mode.perYear) }, ...values };
}
const made = (change: Partial<PolicyChange>): PolicyChange => ({
  id: 'x',
  on: START,
  changes: [],
  reason: '',
  state: 'made',
  before: minor(0),
  after: minor(0),
  amount: minor(0),
  proposedBy: 'Tamsin',
  proposedById: 'tamsin',
  proposedAt: at,
  decidedBy: null,
  decidedAt: null,
  comment: null,
  order: null,
  ...change,
});
const each = (file: FileState): number => premiumOf(file, START)?.each ?? NaN;
const SHORT = [
  { upTo: 0.5, kept: 0.7 },
  { upTo: 1, kept: 1 },
];

describe('what a change of a policy costs', () => {
  it('is the difference of a year for the days that are left of it, pro rata', () => {
    const file = crew('year');
    const changes = [set('plan', 'year-plus')];
    const more = each(asChanged(file, changes)) - each(file);
    expect(more).toBeGreaterThan(0);
    // 73 of 365 days have passed: four fifths are left.
    const price = priceOfChange(file, changes, addDays(START, 73), SHORT);
    expect(price?.amount).toBe(Math.round((more * 292) / 365));
    expect(price?.next).toBeNull();
    expect(priceOfChange(file, changes, START, SHORT)?.amount).toBe(more);
  });
  it('is that of a month where it is paid by the month, and each payment after it is the new one', () => {
    const file = crew('month');
    const changes = [set('plan', 'year-plus')];
    const price = priceOfChange(file, changes, isoDate('2026-06-16'), SHORT);
    expect(price?.amount).toBe(Math.round(((each(asChanged(file, changes)) - each(file)) * 15) / 30));
    expect(price?.next).toEqual({ dueOn: '2026-07-01', each: each(asChanged(file, changes)) });
  });
  it('gives back at the short rate where a year was paid, never more than by days', () => {
    const file = crew('year');
    const changes = [set('benefit', 180_000)];
    const less = each(file) - each(asChanged(file, changes));
    // A tenth of the year has passed: 30 % of the difference come back instead of nine tenths.
    expect(priceOfChange(file, changes, addDays(START, 36), SHORT)?.amount).toBe(-Math.round(less * 0.3));
    expect(priceOfChange(file, changes, addDays(START, 36), null)?.amount).toBe(-Math.round((less * 329) / 365));
    // A table that would give back more than the days gives way to them.
    expect(priceOfChange(file, changes, addDays(START, 300), [{ upTo: 1, kept: 0 }])?.amount).toBe(-Math.round((less * 65) / 365));
    expect(priceOfChange(file, changes, START, SHORT)?.amount).toBe(-less);
  });
  it('keeps what was underwritten: a loading doesn’t go because the benefit was lowered', () => {
    const file = crew('year');
    const lowered = asChanged(file, [set('benefit', 180_000)]);
    const unloaded = { ...file, underwritings: [], covers: lowered.covers };
    expect(each(lowered)).toBeGreaterThan(each(unloaded));
    expect(each(lowered) - 4_800).toBeGreaterThan((each(file) - 4_800) * 0.49);
  });
  it('opens down to what was keyed, and what is paid and given back always comes to what is earned', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('year', 'halfYear', 'quarter', 'month'),
        fc.constantFrom<DetailChange[]>([set('plan', 'season')], [set('plan', 'year-plus')], [set('benefit', 90_000)], [set('waitingDays', '90')]),
        fc.integer({ min: 0, max: 364 }),
        fc.integer({ min: 0, max: 365 }),
        (mode, changes, day, later) => {
          const file = crew(mode);
          const on = addDays(START, day);
          const price = priceOfChange(file, changes, on, null);
          if (!price) throw new Error('worked');
          expect(astray({ label: 'change', value: price.amount, unit: 'money', terms: price.terms })).toEqual([]);
          const then = { ...file, policyChanges: [made({ on, after: price.after, amount: price.amount })] };
          const end = addDays(START, later);
          const { startsOn, endsOn } = POLICY;
          const settled = settlementOn({ years: yearsOf(then), paid: paidFor(then), startsOn, endsOn }, end, 'insurer', null);
          expect(settled.refund + settled.earned).toBe(paidFor(then) + settled.owed);
          expect(astray({ label: 'earned', value: settled.earned, unit: 'money', terms: settled.terms })).toEqual([]);
          // Paid once a year, nothing is owed and all comes back on the first day, to a cent of each rounding.
          if (mode === 'year') expect(settled.owed).toBeLessThanOrEqual(1);
          const before = settlementOn({ years: yearsOf(file), paid: paidFor(file), startsOn, endsOn }, end, 'insurer', null);
          if (end <= on) expect(settled.earned).toBe(before.earned);
        },
      ),
    ));
});

describe('whether a policy can be changed', () => {
  const today = addDays(START, 30);
  const bar = (file: FileState, changes: DetailChange[], on = today) => {
    const why = barToChange(file, changes, on, today);
    return typeof why === 'object' && why !== null ? why.say : why;
  };
  it('is so from today on, of what a policy can have, one change at a time', () => {
    const file = crew('month');
    expect(bar(file, [set('benefit', 180_000)])).toBeNull();
    expect(bar(file, [set('benefit', 180_000)], addDays(today, -1))).toBe('policy.changeDay');
    expect(bar(file, [set('benefit', 180_000)], POLICY.endsOn)).toBe('policy.changeDay');
    expect(bar(file, [set('occupation', 'office')])).toBe('policy.notChangeable');
    expect(bar(file, [{ op: 'set', entity: 'person', id: 'kaia', field: 'birthDate', value: '2000-01-01' }])).toBe('policy.notChangeable');
    expect(bar(file, [])).toBe('policy.notChangeable');
    expect(bar(file, [{ op: 'remove', entity: 'cover', id: 'c' }])).toBe('policy.nothingLeftCovered');
    expect(bar(file, [set('benefit', 10)])).toBe('cover.benefitOutside');
    expect(bar({ ...file, policyChanges: [made({ state: 'proposed' })] }, [set('benefit', 180_000)])).toBe('policy.changeIsOpen');
    expect(bar({ ...file, policyChanges: [made({ on: addDays(today, 9) })] }, [set('benefit', 180_000)])).toBe('policy.changeDay');
    expect(bar({ ...file, policy: { ...POLICY, state: 'ended' } }, [set('benefit', 180_000)])).toBe('policy.notInForceToChange');
  });
  it('isn’t so where somebody would be paid more who was asked about their health', () => {
    for (const change of [set('benefit', 400_000), set('waitingDays', '14'), set('benefitMonths', '60')])
      expect(bar(crew('month'), [change])).toBe('policy.raisedNeedsApplication');
  });
  it('waits on the Path of a file that is done, for another than who proposed it', () => {
    const file = { ...crew('month'), policyChanges: [made({ state: 'proposed' })] };
    expect(computePath(file, today).now).toMatchObject([{ key: 'policyChange:x', holder: 'approver' }]);
    expect(computePath(crew('month'), today).entries).toEqual([]);
    expect(barToAgree(made({}), 'tamsin')).not.toBeNull();
    expect(barToAgree(made({}), 'ansel')).toBeNull();
  });
});
