import { BLANK_ROW } from '../../file/details/index';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect, spoken } from '../../../test/spoken';
import { type FileState } from '../../file/state/index';
import { changesOf, interestLeft, isFitChange, otherRequest, whatFits, withChanges, type FitChange, type Proposal } from './index';
import { figuresFor } from '../affordability/index';
import { isoDate } from '../../basis/dates/index';
import { minor, moneyIn } from '../../basis/money/index';
import { partsGap } from '../../lending/costs/index';
import { usesAndSources } from '../../lending/uses/index';
import { type Limit, type Measure } from '../../file/product/index';
import { aDebt, anAsset, anIncome, aPart, product, sampleFile, TODAY } from '../../../test/sample';

const limit = (measure: Measure, bound: Limit['bound'], value: number, refer?: number): Limit => ({
  measure,
  bound,
  value,
  ...(refer === undefined ? {} : { refer }),
  rule: 'A limit.',
});
const MEASURES: Measure[] = ['payment', 'totalPayable', 'dtiAfter', 'moneyLeft', 'ltv'];
const LIMITS = [limit('dtiAfter', 'most', 0.3, 0.28), limit('moneyLeft', 'least', 50_000), limit('ltv', 'most', 0.9)];

/** Somebody whose debts leave too little room for what they ask. */
function tooMuch(values: Partial<FileState> = {}): FileState {
  return sampleFile({
    product: { ...product, measures: MEASURES, limits: LIMITS },
    debts: [
      aDebt({ payment: minor(70_000), balance: minor(900_000) }),
      aDebt({ id: 'debt-b', lender: 'Small', payment: minor(30_000), balance: minor(120_000) }),
    ],
    assets: [anAsset({ value: minor(3_000_000), downPaymentPart: minor(500_000) })],
    sources: [],
    ...values,
  });
}
const money = (amount: number): string => moneyIn(sampleFile().pack)(amount);
const isOver = (file: FileState): boolean => figuresFor(file, TODAY, MEASURES).some(({ verdict }) => verdict === 'outside');
/** The same change, one unit smaller. */
function oneLess(changes: readonly FitChange[], before: FileState, lever: string): FitChange[] {
  return changes.map((change) => {
    if (change.op === 'add') return { ...change, values: { ...change.values, amount: Number(change.values['amount']) - 1 } };
    if (change.op !== 'set' || typeof change.value !== 'number' || change.entity === 'asset') return change;
    const was = (change.entity === 'request' ? (before.request as unknown as Record<string, number>)[change.field] : 0) ?? 0;
    if (lever === 'term' || lever === 'amount' || lever === 'downPayment') return { ...change, value: change.value + Math.sign(was - change.value) };
    return change;
  });
}

describe('what would make it fit', () => {
  const file = tooMuch();
  const fit = whatFits(file, TODAY);
  const single = (lever: string): Proposal => {
    const found = fit?.single.find(({ levers }) => levers[0] === lever);
    if (!found) throw new Error(`no ${lever}`);
    return found;
  };

  it('finds each kind of change that does it alone', () => {
    expect(isOver(file)).toBe(true);
    expect(fit?.outside.map(({ measure }) => measure)).toEqual(['dtiAfter']);
    expect(fit?.single.map(({ levers }) => levers[0])).toEqual(['amount', 'downPayment', 'term', 'debt', 'income']);
  });
  it.each(['amount', 'downPayment', 'term', 'income'])('%s: the answer passes, one unit less does not', (lever) => {
    const { changes } = single(lever);
    expect(isOver(withChanges(file, changes))).toBe(false);
    expect(isOver(withChanges(file, oneLess(changes, file, lever)))).toBe(true);
  });
  it('the least fall of the amount is the one that the limit gives by hand', () => {
    // A ratio is rounded to six decimals before it is held against its limit, so obligations may be 30.00005 % of 4,333.33,
    // which is 1,300.00; debts take 1,000.00, so 300.00 is left for the payment at 6 % over 60 months.
    const left = Math.floor(433_333 * 0.3000005) - 100_000;
    const factor = 0.005 / (1 - 1.005 ** -60);
    const largest = Math.floor((left + 0.4999999) / factor);
    expect(single('amount').size).toBe(2_000_000 - largest);
    expect(fit?.largest?.size).toBe(largest);
  });
  it('uses still equal sources after every proposal', () => {
    expect(usesAndSources(file).gap).toBe(0);
    for (const { changes, label } of [...(fit?.single ?? []), ...(fit?.pairs ?? []), ...(fit?.largest ? [fit.largest] : [])])
      expect([usesAndSources(withChanges(file, changes)).gap, partsGap(withChanges(file, changes))], spoken(label)).toEqual([0, 0]);
  });
  it('purposes that are listed shrink with the amount', () => {
    const listed = tooMuch({
      uses: [
        { id: 'use-a', createdAt: '', what: 'Hull', amount: minor(300_000) },
        { id: 'use-b', createdAt: '', what: 'Engine', amount: minor(2_200_000) },
      ],
    });
    const less = whatFits(listed, TODAY)?.single.find(({ levers }) => levers[0] === 'amount');
    const changed = withChanges(listed, less?.changes ?? []);
    expect(changed.uses.map(({ amount }) => amount)).toEqual([300_000, 2_200_000 - (less?.size ?? 0)]);
    expect(usesAndSources(changed).gap).toBe(0);
  });
  it('pays down only what is there, to the unit', () => {
    const poor = tooMuch({ assets: [anAsset({ value: minor(510_000), downPaymentPart: minor(500_000) })] });
    const answer = whatFits(poor, TODAY);
    expect(answer?.single.some(({ levers }) => levers[0] === 'downPayment')).toBe(false);
    expect(answer?.outOfReach).toContainEqual({ lever: 'downPayment', why: `It would take ${money(single('downPayment').size)} more, and $100.00 is named` });
    const rich = withChanges(file, single('downPayment').changes);
    expect(rich.assets.reduce((so, { downPaymentPart }) => so + (downPaymentPart ?? 0), 0)).toBe(rich.request.downPayment);
  });
  it('two changes together each do less than they would alone, the cheapest first', () => {
    const tight = tooMuch({ debts: [aDebt({ payment: minor(110_000), balance: minor(2_900_000) })] });
    const answer = whatFits(tight, TODAY);
    expect(answer?.pairs.length).toBeGreaterThan(0);
    const costs = (answer?.pairs ?? []).map(({ cost }) => cost ?? 0);
    expect(costs).toEqual([...costs].sort((a, b) => a - b));
    const term = answer?.single.find(({ levers }) => levers[0] === 'term')?.size ?? Infinity;
    for (const { changes, levers } of answer?.pairs ?? []) {
      const changed = withChanges(tight, changes);
      expect(isOver(changed)).toBe(false);
      if (levers[0] === 'term') expect((changed.request.termMonths ?? 0) - 60).toBeLessThan(term);
    }
  });
  it('moves to a cheaper kind of part where that is enough', () => {
    const near = tooMuch({ debts: [aDebt({ payment: minor(92_000), balance: minor(3_000_000) })] });
    const answer = whatFits(near, TODAY);
    const moved = answer?.single.find(({ label }) => spoken(label).includes('“Variable”'));
    expect(moved).toBeDefined();
    const changed = withChanges(near, moved?.changes ?? []);
    expect(changed.parts.map(({ kind }) => kind)).toEqual(['level', 'variable']);
    expect(isOver(changed)).toBe(false);
  });
  it('is clear of what an approver weighs only when asked to be', () => {
    const band = whatFits(file, TODAY, 'band');
    const amount = band?.single.find(({ levers }) => levers[0] === 'amount')?.size ?? 0;
    expect(amount).toBeGreaterThan(single('amount').size);
    const after = figuresFor(withChanges(file, band?.single[0]?.changes ?? []), TODAY, ['dtiAfter']);
    expect(after[0]?.verdict).toBe('inside');
    expect(figuresFor(withChanges(file, single('amount').changes), TODAY, ['dtiAfter'])[0]?.verdict).toBe('refer');
  });
  it('has nothing to propose for a file inside its limits, but the largest amount', () => {
    const fine = whatFits(sampleFile({ product: { ...product, measures: MEASURES, limits: LIMITS }, debts: [], sources: [] }), TODAY);
    expect(fine).toMatchObject({ outside: [], single: [], pairs: [] });
    expect(fine?.largest?.size).toBeGreaterThan(2_000_000);
  });
  it('says nothing of what is incomplete, or of a rent', () => {
    expect(whatFits(tooMuch({ request: { ...file.request, amount: null } }), TODAY)).toBeNull();
    expect(whatFits({ ...file, product: { ...file.product, amountIs: 'rent', costs: null } }, TODAY)).toBeNull();
  });
  it('whatever the file: every answer passes, and one unit less of an amount does not', () => {
    fc.assert(
      fc.property(
        fc.record({
          income: fc.integer({ min: 200_000, max: 900_000 }),
          debt: fc.integer({ min: 10_000, max: 200_000 }),
          amount: fc.integer({ min: 500_000, max: 6_000_000 }),
          term: fc.integer({ min: 12, max: 96 }),
          split: fc.boolean(),
        }),
        ({ income, debt, amount, term, split }) => {
          const any = tooMuch({
            incomes: [anIncome({ amount: minor(income), frequency: 'monthly' })],
            debts: [aDebt({ payment: minor(debt), balance: minor(debt * 20) })],
            request: { ...sampleFile().request, amount: minor(amount), price: minor(amount + 500_000), termMonths: term },
            parts: split
              ? [
                  aPart({ amount: minor(Math.floor(amount / 2)), termMonths: term }),
                  aPart({ id: 'part-b', kind: 'balloon', amount: minor(amount - Math.floor(amount / 2)), termMonths: term }),
                ]
              : [],
          });
          const answer = whatFits(any, TODAY);
          const bad = (changes: FitChange[]) => figuresFor(withChanges(any, changes), TODAY, MEASURES).some(({ verdict }) => verdict === 'outside');
          for (const { changes } of [...(answer?.single ?? []), ...(answer?.pairs ?? [])]) expect(bad(changes)).toBe(false);
          const least = answer?.single.find(({ levers }) => levers[0] === 'income');
          if (least) expect(bad(oneLess(least.changes, any, 'income'))).toBe(true);
          const { largest } = answer ?? {};
          if (largest) expect(bad(largest.changes)).toBe(false);
        },
      ),
      { numRuns: 12 },
    );
  });
});

describe('a version beside the request', () => {
  it('is changes that the file itself never sees', () => {
    const file = tooMuch();
    const before = JSON.stringify(file);
    const changed = withChanges(file, [
      { op: 'set', entity: 'request', id: null, field: 'termMonths', value: 72 },
      { op: 'add', entity: 'part', id: 'new-level', values: { kind: 'level', amount: 100 } },
      { op: 'set', entity: 'debt', id: 'gone', field: 'cleared', value: true },
    ]);
    expect(JSON.stringify(file)).toBe(before);
    expect(changed.request.termMonths).toBe(72);
    expect(changed.parts).toMatchObject([{ ...BLANK_ROW.part, kind: 'level', amount: 100 }]);
    expect(changed.debts).toEqual(file.debts);
  });
  it('holds nothing but changes of a request', () => {
    expect(isFitChange({ op: 'set', entity: 'request', id: null, field: 'amount', value: 1 })).toBe(true);
    expect(isFitChange({ op: 'set', entity: 'person', id: 'x', field: 'role', value: 'applicant' })).toBe(false);
    expect(isFitChange({ op: 'remove', entity: 'debt', id: 'x' })).toBe(false);
    expect(changesOf('nothing to read')).toEqual([]);
  });
});

describe('the whole range, and what a change really costs', () => {
  it('finds what does in the middle where the end doesn’t', () => {
    // Paying down helps the ratio and eats the reserves: neither nothing nor all of it keeps both.
    const both = [limit('dtiAfter', 'most', 0.3), limit('reserves', 'least', 6)];
    const file = tooMuch({
      product: { ...product, measures: ['dtiAfter', 'reserves'], limits: both },
      assets: [anAsset({ value: minor(2_500_000), downPaymentPart: minor(500_000) })],
    });
    const bad = (of: FileState) => figuresFor(of, TODAY, ['dtiAfter', 'reserves']).filter(({ verdict }) => verdict === 'outside');
    expect(bad(file).map(({ measure }) => measure)).toEqual(['dtiAfter']);
    const down = whatFits(file, TODAY)?.single.find(({ levers }) => levers[0] === 'downPayment');
    const all = withChanges(file, [
      { op: 'set', entity: 'request', id: null, field: 'downPayment', value: 2_500_000 },
      { op: 'set', entity: 'request', id: null, field: 'amount', value: 500_000 },
      { op: 'set', entity: 'asset', id: file.assets[0]?.id ?? '', field: 'downPaymentPart', value: 2_500_000 },
    ]);
    expect(bad(all).map(({ measure }) => measure)).toEqual(['reserves']);
    expect(down).toBeDefined();
    expect(bad(withChanges(file, down?.changes ?? []))).toEqual([]);
  });
  it('a shorter term does where an income ends before the longer one', () => {
    const until = isoDate('2029-06-30');
    const file = tooMuch({
      product: { ...product, measures: ['dtiAfter'], limits: [limit('dtiAfter', 'most', 0.4)] },
      debts: [],
      incomes: [
        anIncome({ id: 'side', amount: minor(60_000), frequency: 'monthly' }),
        anIncome({ kind: 'pension', amount: minor(250_000), frequency: 'monthly', until }),
      ],
    });
    const shorter = whatFits(file, TODAY)?.single.find(({ label }) => spoken(label).includes('sooner'));
    expect(spoken(shorter?.label ?? '')).toBe('Pay over 39 months, 21 sooner');
    expect(isOver(withChanges(file, shorter?.changes ?? []))).toBe(false);
  });
  it('counts the interest that paying a debt off saves', () => {
    const debt = aDebt({ payment: minor(50_000), balance: minor(500_000) });
    expect(interestLeft({ ...debt, endsOn: isoDate('2027-02-02') }, TODAY)).toBe(12 * 50_000 - 500_000);
    // 5,000 at 12 % paid with 500.00 a month: 1 % a month of what is owed.
    let [owed, interest] = [500_000, 0];
    while (owed > 0) {
      const month = Math.round(owed * 0.01);
      interest += month;
      owed -= 50_000 - month;
    }
    expect(interestLeft({ ...debt, rate: 0.12 }, TODAY)).toBe(interest);
    expect(interestLeft({ ...debt, rate: 1.3 }, TODAY)).toBe(0);
    expect(interestLeft(debt, TODAY)).toBe(0);
    const rated = tooMuch({
      product: { ...product, measures: MEASURES, limits: [limit('dtiAfter', 'most', 0.3)] },
      debts: [aDebt({ payment: minor(100_000), balance: minor(900_000), rate: 0.18 })],
    });
    const paid = whatFits(rated, TODAY)?.single.find(({ levers }) => levers[0] === 'debt');
    expect(paid?.saved).toBe(interestLeft(rated.debts[0] as FileState['debts'][number], TODAY));
    expect(paid?.saved).toBeGreaterThan(0);
  });
  it('a final balloon is no cure, and stands in a measure of its own', () => {
    const answer = whatFits(tooMuch(), TODAY);
    const said = [...(answer?.single ?? []), ...(answer?.pairs ?? [])].map(({ changes }) => JSON.stringify(changes)).join();
    expect(said).not.toMatch(/balloon/);
    const parts = [aPart({ id: 'b', kind: 'balloon', amount: minor(2_000_000), termMonths: 60, balloon: minor(500_000) })];
    const [figure] = figuresFor({ ...tooMuch(), parts }, TODAY, ['finalBalloon']);
    expect(figure?.value).toBe(0.25);
    expect(figuresFor(tooMuch(), TODAY, ['finalBalloon'])[0]?.value).toBe(0);
  });
  it('the same request for another amount or term, with all that goes with it', () => {
    const file = tooMuch();
    const other = withChanges(file, otherRequest(file, { amount: minor(1_500_000), termMonths: 72 }));
    expect(other.request).toMatchObject({ amount: 1_500_000, termMonths: 72, price: (file.request.price ?? 0) - ((file.request.amount ?? 0) - 1_500_000) });
    expect(otherRequest(file, { amount: file.request.amount, termMonths: null })).toEqual([]);
    const split = { ...file, parts: [aPart({ id: 'only', amount: file.request.amount, termMonths: 60 })] };
    expect(withChanges(split, otherRequest(split, { amount: null, termMonths: 48 })).parts[0]?.termMonths).toBe(48);
  });
});
