import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { many } from '../../../../scripts/setup/depth';
import { anyFile } from '../../../test/anyFile';
import { anIncome, aPart, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';
import { MAX_AMOUNT, minor } from '../../basis/money/index';
import { say } from '../../basis/words/index';
import type { LoanPart } from '../../credit/parts/index';
import type { FileState } from '../../file/state/index';
import { countIncomes } from '../../means/income/index';
import { costsOf } from '../../lending/costs/index';
import { whatFits } from '../../figures/fit/index';
import { sensitivityOf } from '../../figures/sensitivity/index';
import { stressOf } from '../../figures/stress/index';
import { computePath } from './index';

/** A loan of a level part and a line, of the product with the most kinds of part. */
function withLine(amount: number, every: LoanPart['every'], product = shippedProduct('workboat-refit')): FileState {
  const base = sampleFile({ product, pack: shippedPlace('us') });
  return {
    ...base,
    request: { ...base.request, amount: minor(420_000 + amount), termMonths: 60 },
    parts: [
      aPart({ id: 'part-level', kind: 'level', amount: minor(420_000), termMonths: 60 }),
      aPart({ id: 'part-line', kind: 'revolving', amount: minor(amount), every }),
    ],
  };
}

describe('a line whose payments don’t keep up with a higher rate', () => {
  it('has at least its interest to pay in stress: $4,200.00 level and a gear line of $800.00 every half year', () => {
    const file = withLine(80_000, 'halfYear');
    const costs = costsOf(file, TODAY);
    const line = costs?.parts[1];
    // By hand: what the line costs each half year at its rate in stress, and no more than its least payment before.
    const { annualRate = 0, revolving } = line?.terms ?? {};
    const before = Math.max(Math.round(80_000 * (1 + annualRate / 2) * (revolving?.share ?? 0)), revolving?.least ?? 0);
    expect(line?.monthly).toBeCloseTo((before * 2) / 12, -1);
    const added = line?.offer.stressAdded ?? 0;
    const interest = (80_000 * (annualRate + added)) / 2;
    expect(interest).toBeGreaterThan(before);
    const level = costs?.parts[0];
    const stressedLine = (costs?.paymentAt(added) ?? 0) - (costsOf({ ...file, parts: file.parts.slice(0, 1) }, TODAY)?.paymentAt(added) ?? 0);
    expect(level?.monthly).toBeGreaterThan(0);
    expect(Math.abs(stressedLine - (interest * 2) / 12)).toBeLessThan(200);
    expect(computePath(file, TODAY).figures.figures.find(({ measure }) => measure === 'moneyLeftStressed')?.value).not.toBeNull();
    expect(whatFits(file, TODAY)).not.toBeUndefined();
  });
  it('at a fifth a year with two per cent each month, too', () => {
    const product = shippedProduct('workboat-refit');
    const costs = product.costs;
    const parts =
      costs?.parts.map((offer) =>
        offer.kind === 'revolving' ? { ...offer, annualRate: 0.2, stressAdded: 0.06, revolving: { share: 0.02, least: minor(2_500) } } : offer,
      ) ?? [];
    const file = withLine(500_000, 'month', { ...product, costs: costs && { ...costs, parts } });
    const { figures } = computePath(file, TODAY).figures;
    expect(figures.find(({ measure }) => measure === 'moneyLeftStressed')?.value).not.toBeNull();
    stressOf(file, TODAY);
    whatFits(file, TODAY);
  });
});

describe('an income that is a slip of the hand', () => {
  it('counts for nothing and says why at its row, where two of them outgrew all sums', () => {
    const slip = (id: string) => anIncome({ id, kind: 'wage', amount: MAX_AMOUNT, frequency: 'hourly', hoursPerWeek: 168 });
    const file = sampleFile({ incomes: [slip('income-a'), slip('income-b')] });
    expect(countIncomes(file, TODAY).map(({ counted, leftOut }) => [counted.value, leftOut])).toEqual([
      [0, say('income.moreThanCanBeWorked')],
      [0, say('income.moreThanCanBeWorked')],
    ]);
    computePath(file, TODAY);
  });
});

/** Whatever can be keyed gives figures, or is said at its field: nothing escapes, in any product and place that ships. */
describe('any file that can be keyed', () => {
  it('has a Path, and every figure on it is a number or isn’t there', () => {
    fc.assert(
      fc.property(anyFile, (file) => {
        const { entries, figures } = computePath(file, TODAY);
        expect(entries.every(({ key, place }) => key !== '' && place.chapter.length > 0)).toBe(true);
        for (const { value } of figures.figures) if (value !== null) expect(Number.isFinite(value)).toBe(true);
      }),
      { numRuns: many(3000) },
    );
  });
  it('has its costs, its stress and what would make it fit worked, or says that they can’t be', () => {
    fc.assert(
      fc.property(anyFile, (file) => {
        const costs = costsOf(file, TODAY);
        if (costs) expect(costs.schedule.rows.length).toBeGreaterThan(0);
        stressOf(file, TODAY);
        sensitivityOf(file, TODAY);
        whatFits(file, TODAY);
      }),
      { numRuns: many(300) },
    );
  });
});
