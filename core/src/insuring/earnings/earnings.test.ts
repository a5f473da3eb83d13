import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isoDate } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import type { Premium } from '../premium/index';
import { earnedBy, earningsOfChange, earningsOfEnd, earningsOfIssue, producersProblem, shareOut } from './index';

const START = isoDate('2026-04-01');
const RULES = { firstYear: 0.12, renewal: 0.04 };
const premium = (net: number, perYear: number, tax = 0): Premium => ({
  persons: [],
  lines: [],
  yearly: minor(net * perYear),
  yearlyTerms: [],
  mode: { code: '', label: '', perYear, factor: 1 },
  net: minor(net),
  tax: minor(tax),
  assistance: minor(0),
  each: minor(net + tax),
  eachTerms: [],
});
const sum = (parts: readonly number[]): number => parts.reduce((so, part) => so + part, 0);

describe('an amount that is shared out', () => {
  it.each([
    [100, [50, 50], [50, 50]],
    [101, [50, 50], [51, 50]],
    [100, [33.33, 33.33, 33.34], [33, 33, 34]],
    [-101, [70, 30], [-71, -30]],
    [1, [60, 40], [1, 0]],
    [0, [60, 40], [0, 0]],
  ])('of %d by %j is %j', (amount, shares, parts) => expect(shareOut(minor(amount), shares)).toEqual(parts));
  it('always comes to the amount, and no part is off by a whole unit', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: -50_000_00, max: 50_000_00 }),
        fc.array(fc.integer({ min: 1, max: 10_000 }), { minLength: 1, maxLength: 6 }),
        (amount, weights) => {
          const parts = shareOut(minor(amount), weights);
          expect(sum(parts)).toBe(amount);
          for (const [at, part] of parts.entries()) expect(Math.abs(part - (amount * (weights[at] ?? 0)) / sum(weights))).toBeLessThan(1);
        },
      ),
    ));
});

describe('what producers earn of a policy', () => {
  it('is of each payment before tax when it is due: 12 per cent of a new policy, 4 of a renewed one', () => {
    const made = earningsOfIssue(RULES, premium(10_000, 4, 1_500), START, false);
    expect(made.map(({ dueOn, basis, rate }) => [dueOn, basis, rate])).toEqual([
      ['2026-04-01', 10_000, 0.12],
      ['2026-07-01', 10_000, 0.12],
      ['2026-10-01', 10_000, 0.12],
      ['2027-01-01', 10_000, 0.12],
    ]);
    expect(made.map((one) => earnedBy(one, [70, 30]))[0]).toEqual([840, 360]);
    expect(earningsOfIssue(RULES, premium(10_000, 1), START, true)[0]).toMatchObject({ kind: 'renewal', rate: 0.04 });
  });
  it('follows a change: of what is charged at once its part before tax, of each later payment the difference', () => {
    const [before, after] = [premium(10_000, 4, 1_500), premium(12_000, 4, 1_800)];
    const price = { before: minor(46_000), after: minor(55_200), amount: minor(1_150), terms: [], next: { dueOn: isoDate('2026-10-01'), each: minor(13_800) } };
    const made = earningsOfChange(RULES, price, [before, after], START, isoDate('2026-08-16'), false);
    expect(made.map(({ dueOn, basis }) => [dueOn, basis])).toEqual([
      ['2026-08-16', 1_000],
      ['2026-10-01', 2_000],
      ['2027-01-01', 2_000],
    ]);
  });
  it('goes back in full where a policy is given back, and of what isn’t due any more where it ends', () => {
    const made = earningsOfIssue(RULES, premium(10_000, 4), START, false);
    const back = earningsOfEnd(made, START, minor(10_000), premium(10_000, 4));
    expect(sum([...made, ...back].map(({ basis }) => basis))).toBe(0);
    // A payment that is due on the day of the end isn't charged any more.
    expect(earningsOfEnd(made, isoDate('2026-10-01'), minor(0), premium(10_000, 4)).map(({ dueOn }) => dueOn)).toEqual(['2026-10-01', '2027-01-01']);
    const ended = earningsOfEnd(made, isoDate('2026-08-10'), minor(0), premium(10_000, 4));
    expect(ended.map(({ dueOn, basis }) => [dueOn, basis])).toEqual([
      ['2026-10-01', -10_000],
      ['2027-01-01', -10_000],
    ]);
  });
});

describe('who brings a policy', () => {
  const certified = new Map([
    ['tamsin', true],
    ['wren', true],
    ['ansel', false],
  ]);
  it.each([
    [[['tamsin', 100]], null],
    [
      [
        ['tamsin', 66.67],
        ['wren', 33.33],
      ],
      null,
    ],
    [[], 'earnings.nobody'],
    [
      [
        ['tamsin', 50],
        ['tamsin', 50],
      ],
      'earnings.twice',
    ],
    [
      [
        ['tamsin', 60],
        ['wren', 30],
      ],
      'earnings.notWhole',
    ],
    [
      [
        ['tamsin', 100],
        ['wren', 0],
      ],
      'earnings.notWhole',
    ],
    [[['ansel', 100]], 'earnings.notCertified'],
    [[['nobody', 100]], 'earnings.notCertified'],
  ] as const)('%j: %s', (wish, code) => {
    const why = producersProblem(
      wish.map(([staffId, share]) => ({ staffId, share })),
      certified,
    );
    expect(typeof why === 'object' && why !== null ? why.say : why).toBe(code);
  });
});
