import { FV, IRR, PMT } from '@formulajs/formulajs';
import { describe, expect, it } from 'vitest';
import { affordability } from '../../figures/affordability/index';
import { annualPercentageRate, costsOf, partInWords, rateOf } from './index';
import { astray } from '../../basis/arithmetic/index';
import { inForceOn, isoDate } from '../../basis/dates/index';
import { levelPayment } from '../../credit/loan/index';
import { minor } from '../../basis/money/index';
import { partSchedule } from '../../credit/parts/index';
import { spoken } from '../../../test/spoken';
import { stressOf } from '../../figures/stress/index';
import type { PartOffer, RateIndexRule } from '../../file/product/index';
import { costRules, pack, sampleFile, TODAY, withParts } from '../../../test/sample';

const INDEX = {
  label: 'Sample base',
  source: 'test',
  values: [
    { from: isoDate('2026-01-01'), rate: 0.045 },
    { from: isoDate('2026-03-01'), rate: 0.04 },
    { from: isoDate('2026-09-01'), rate: 0.05 },
  ],
};
const RULE: RateIndexRule = { index: 'base', margin: 0.02, floor: 0.055, cap: 0.08, resetMonths: 3 };
const file = (follows: Partial<RateIndexRule> = {}, advanceOn = TODAY) => {
  const base = withParts([{ kind: 'variable', amount: minor(2_000_000), termMonths: 60 }], {}, { advanceOn, firstPaymentOn: null });
  const rules = costRules();
  const parts = rules.parts.map((offer) => (offer.kind === 'variable' ? { ...offer, follows: { ...RULE, ...follows } } : offer));
  return { ...base, pack: { ...pack, indices: { base: INDEX } }, product: { ...base.product, costs: { ...rules, parts, fees: [] } } };
};
const costs = (of: ReturnType<typeof file>) => {
  const made = costsOf(of, TODAY);
  if (!made) throw new Error('no costs');
  return made;
};

describe('a variable part', () => {
  it('begins at the index of the day of its advance, with its margin', () => {
    expect([isoDate('2025-06-01'), isoDate('2026-02-28'), isoDate('2026-03-01'), isoDate('2027-01-01')].map((on) => inForceOn(INDEX.values, on)?.rate)).toEqual(
      [0.045, 0.045, 0.04, 0.05],
    );
    expect(costs(file()).parts[0]?.terms.annualRate).toBe(0.06);
    expect(costs(file({}, isoDate('2026-09-01'))).parts[0]?.terms.annualRate).toBe(0.07);
    expect(costs(file()).payment).toBe(levelPayment(minor(2_000_000), 0.06, 60));
  });
  it('stays within its floor and cap, and goes by its own rate where the place has no such index', () => {
    const at = (follows: Partial<RateIndexRule>) => costs(file(follows)).parts[0]?.terms.annualRate;
    expect([at({ margin: 0.01 }), at({ margin: 0.06 }), at({ index: 'other' })]).toEqual([0.055, 0.08, 0.05]);
    const [, offer] = costRules().parts;
    expect(offer && rateOf({ ...offer, follows: RULE }, {}, TODAY)).toEqual({ annualRate: 0.05, follows: null });
  });
  it('says what is assumed', () => {
    const [part] = costs(file()).parts;
    expect(part && spoken(partInWords(part.terms))).toBe(
      '6 % a year over 60 months, variable: Sample base 4 % of 1 Mar 2026 with 2 %, fixed anew every 3 months and taken to stay',
    );
  });
  it('is stressed from there, no further than its cap', () => {
    const made = costs(file());
    const at = (rate: number) => levelPayment(minor(2_000_000), rate, 60);
    // The offer adds four points under stress, the cap leaves two.
    expect([made.paymentAt(0.01), made.paymentAt(0.02), made.paymentAt(0.05), made.stressedPayment]).toEqual([at(0.07), at(0.08), at(0.08), at(0.08)]);
    const axis =
      stressOf(file(), TODAY)
        ?.axes.find(({ code }) => code === 'rate')
        ?.points.map(({ left }) => left) ?? [];
    expect(axis[4]).toBe(axis[12]);
    expect(axis[3]).toBeGreaterThan(axis[4] ?? 0);
    const stressed = affordability(file(), TODAY).figures.find(({ measure }) => measure === 'moneyLeftStressed');
    expect(spoken(stressed?.terms.at(-1)?.note ?? '')).toContain('8.00 %');
    expect(astray({ label: 'left', value: stressed?.value ?? NaN, unit: 'money', terms: stressed?.terms ?? [] })).toEqual([]);
  });
  it('that begins lower is disclosed at the composite rate: comment 10 (ii), its lower rate first, then index and margin of the day', () => {
    const base = file();
    const offer = { ...base.product.costs.parts.find(({ kind }) => kind === 'promotional') } as PartOffer;
    const parts = [{ ...offer, follows: RULE, promotion: { months: 12, annualRate: 0.02 }, months: { least: 12, most: 120 } }];
    const teased = {
      ...base,
      parts: base.parts.map((part) => ({ ...part, kind: 'promotional' as const })),
      product: { ...base.product, costs: { ...base.product.costs, parts } },
    };
    const made = costs(teased);
    // A spreadsheet’s functions: a year’s payments at 2 %, then those of index and margin, 6 %, on what is owed then.
    const lower = Math.round(-Number(PMT(0.02 / 12, 60, 2_000_000)));
    const owed = Number(FV(0.02 / 12, 12, lower, -2_000_000));
    const then = Math.round(-Number(PMT(0.06 / 12, 48, owed)));
    const irr = Number(IRR([-2_000_000, ...Array<number>(12).fill(lower), ...Array<number>(48).fill(then)], 0.004)) * 12;
    expect(made.parts[0]?.schedule.steps).toEqual([
      { from: 1, payment: lower },
      { from: 13, payment: then },
    ]);
    expect(annualPercentageRate(made, 'regulationZ')).toBeCloseTo(irr, 5);
    expect(irr).toBeGreaterThan(0.045);
    expect(irr).toBeLessThan(0.06);
  });
  it('is disclosed at the rate of its beginning: 12 CFR 1026.17(c)(1), comment 10', () => {
    expect(annualPercentageRate(costs(file()), 'regulationZ')).toBeCloseTo(0.06, 5);
    const [part] = costs(file()).parts;
    expect(part && partSchedule(part.terms).rows.at(-1)?.balance).toBe(0);
    expect(sampleFile().pack.indices).toEqual({});
  });
});
