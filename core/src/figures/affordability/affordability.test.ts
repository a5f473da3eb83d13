import type { Debt } from '../../means/commitments/index';
import fc from 'fast-check';
import { describe, it } from 'vitest';
import { expect } from '../../../test/spoken';
import { addDays } from '../../basis/dates/index';
import { affordability, type Figure } from './index';
import { astray, type Term } from '../../basis/arithmetic/index';
import { FREQUENCIES, toMonthly } from '../../basis/frequency/index';
import { INCOME_KINDS, type Income } from '../../means/income/index';
import { levelPayment } from '../../credit/loan/index';
import { MEASURES, type Measure } from '../../file/product/index';
import { minor } from '../../basis/money/index';
import { type FileState, type Paper } from '../../file/state/index';
import { aDebt, aHome, anAsset, anIncome, costRules, incomePolicy, person, product, sampleFile, shippedPlace, TODAY } from '../../../test/sample';

const figureOf = (file: FileState, measure: Measure): Figure => {
  const found = affordability(file, TODAY).figures.find((figure) => figure.measure === measure);
  if (!found) throw new Error(measure);
  return found;
};
const payslip = (amount: number, state: Paper['state'] = 'accepted'): Paper => ({
  id: 'paper-a',
  conditionKey: 'income:income-a',
  name: 'payslip.pdf',
  mediaType: 'application/pdf',
  bytes: 10,
  state,
  reason: null,
  addedAt: '2026-03-02T09:00:00.000Z',
  addedBy: 'Wren',
  judgedBy: 'Wren',
  judgedAt: '2026-03-02T10:00:00.000Z',
  proof: { page: 2, amount: minor(amount) },
});

describe('figures of a file, worked by hand', () => {
  // 20,000 at 6 % over 60 months pays 386.66 (the closed formula); income 2,000 × 26 ÷ 12 = 4,333.33.
  const file = sampleFile();
  it('payment and what it costs in all', () => {
    expect(figureOf(file, 'payment').value).toBe(38_666);
    // Sixty exact payments of the closed formula, 386.656031 each, the fee being in them; rounding each payment moves it by less than thirty cents.
    expect(Math.abs((figureOf(file, 'totalPayable').value ?? 0) - 60 * 38_665.6031)).toBeLessThan(30);
  });
  it('obligations over income, before and after, with the debt that is cleared left out', () => {
    expect(figureOf(file, 'dtiBefore').value).toBeCloseTo(40_000 / 433_333, 6);
    expect(figureOf(file, 'dtiAfter').value).toBeCloseTo((25_000 + 38_666) / 433_333, 6);
  });
  it('what is left, and what is left at the stressed rate', () => {
    expect(figureOf(file, 'moneyLeft').value).toBe(433_333 - 25_000 - 60_000 - 38_666);
    expect(figureOf(file, 'moneyLeftStressed').value).toBe(433_333 - 25_000 - 60_000 - levelPayment(minor(2_000_000), 0.09, 60));
  });
  it('loan-to-value, and a rate above the contract’s because of the fee', () => {
    expect(figureOf(file, 'ltv').value).toBe(0.8);
    expect(figureOf(file, 'apr').value).toBeGreaterThan(0.06);
    expect(figureOf({ ...file, product: { ...file.product, costs: costRules({ fees: [] }) } }, 'apr').value).toBeCloseTo(0.06, 5);
  });
  it('says what is missing instead of a figure', () => {
    const empty = sampleFile({ request: { ...file.request, amount: null }, incomes: [] });
    expect(figureOf(empty, 'payment')).toMatchObject({ value: null, waitingFor: 'the amount', verdict: 'noLimit' });
    expect(figureOf(empty, 'dtiBefore')).toMatchObject({ value: null, waitingFor: 'an income that counts' });
    expect(figureOf(empty, 'dtiAfter').verdict).toBe('unknown');
  });
  it('counts overtime at its share, and a guarantor’s income not at all', () => {
    const [income] = file.incomes;
    if (!income) throw new Error('no income');
    expect(affordability(sampleFile({ incomes: [{ ...income, kind: 'overtime' }] }), TODAY).monthlyIncome).toBe(216_667);
    expect(affordability(sampleFile({ people: file.people.map((one) => ({ ...one, role: 'guarantor' as const })) }), TODAY).monthlyIncome).toBe(0);
  });
});

describe('stated, evidenced, relied on', () => {
  it('relies on what an accepted paper shows, and on nothing that was only received', () => {
    expect(affordability(sampleFile({ papers: [payslip(190_000)] }), TODAY).monthlyIncome).toBe(411_667);
    expect(affordability(sampleFile({ papers: [payslip(190_000, 'received')] }), TODAY).monthlyIncome).toBe(433_333);
  });
  it('says so in the arithmetic', () => {
    const terms = figureOf(sampleFile({ papers: [payslip(190_000)] }), 'dtiAfter').terms[1]?.terms?.[0]?.terms?.[0]?.terms ?? [];
    expect(terms[0]).toMatchObject({ label: 'Relied on: what the paper shows (page 2)', value: 190_000 });
  });
});

/** What each measure of a richer or more indebted file may not do. */
const FALLS_WHEN_WORSE: readonly Measure[] = [
  'moneyLeft',
  'moneyLeftStressed',
  'residualIncome',
  'rentCover',
  'reserves',
  'debtServiceCover',
  'guidelineShare',
];
const RISES_WHEN_WORSE: readonly Measure[] = ['housingShare', 'dtiBefore', 'dtiAfter', 'loanToIncome', 'paymentShock', 'ltv'];

describe('for any file', () => {
  const amount = fc.integer({ min: 0, max: 3_000_000 });
  const day = (least: number, most: number) => fc.integer({ min: least, max: most }).map((days) => addDays(TODAY, days));
  const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null });
  const anyIncome = fc
    .record({
      kind: fc.constantFrom(...INCOME_KINDS),
      amount: maybe(amount),
      frequency: maybe(fc.constantFrom(...FREQUENCIES)),
      hoursPerWeek: maybe(fc.integer({ min: 1, max: 600 }).map((tenths) => tenths / 10)),
      weeksPerYear: maybe(fc.integer({ min: 20, max: 53 })),
      extraMonths: maybe(fc.integer({ min: 0, max: 2 })),
      monthsSeen: maybe(fc.integer({ min: 1, max: 36 })),
      untaxed: fc.boolean(),
      until: maybe(day(-100, 3000)),
      since: maybe(day(-4000, -1)),
      probationUntil: maybe(day(-50, 200)),
      profitLatest: maybe(fc.integer({ min: -2_000_000, max: 9_000_000 })),
      addBackLatest: maybe(amount),
      profitBefore: maybe(fc.integer({ min: -2_000_000, max: 9_000_000 })),
      addBackBefore: maybe(amount),
      capital: maybe(fc.integer({ min: 0, max: 90_000_000 })),
      yieldRate: maybe(fc.integer({ min: 0, max: 1500 }).map((points) => points / 10_000)),
      netAmount: maybe(amount),
      yearToDate: maybe(amount),
      yearToDateAt: maybe(day(-60, 0)),
      personId: fc.constantFrom('person-a', 'person-b', 'person-c'),
    })
    .map((values) => values as Partial<Income>);
  const anyDebt = fc
    .record({
      kind: fc.constantFrom('creditCard', 'boatLoan', 'lease', 'guarantee', 'other'),
      payment: maybe(amount),
      balance: maybe(fc.integer({ min: 0, max: 9_000_000 })),
      limit: maybe(fc.integer({ min: 0, max: 9_000_000 })),
      endsOn: maybe(day(-100, 2000)),
      cleared: fc.boolean(),
      owners: maybe(fc.constantFrom('person-a', 'person-b', 'person-c', 'person-a person-b')),
    })
    .map((values) => values as Partial<Debt>);
  const PRODUCTS = [
    { product: { ...product, measures: [...MEASURES] }, pack: shippedPlace('us') },
    {
      product: { ...product, measures: [...MEASURES], income: incomePolicy({ basis: 'net' }) },
      pack: { ...shippedPlace('gb'), guideline: shippedPlace('us').guideline },
    },
    {
      product: {
        ...product,
        measures: [...MEASURES],
        income: incomePolicy({ basis: 'net', outlook: 'comingYear' }),
        commitments: { ...product.commitments, benchmark: true },
      },
      pack: shippedPlace('nz'),
    },
    {
      product: {
        ...product,
        measures: [...MEASURES],
        amountIs: 'rent' as const,
        commitments: { ...product.commitments, benchmark: true, guaranteeShare: 0.5 },
      },
      pack: shippedPlace('us'),
    },
  ];
  const anyFile = fc
    .record({
      place: fc.constantFrom(...PRODUCTS),
      incomes: fc.array(anyIncome, { minLength: 1, maxLength: 6 }),
      debts: fc.array(anyDebt, { maxLength: 6 }),
      costs: fc.array(amount, { maxLength: 4 }),
      assets: fc.array(fc.record({ kind: fc.constantFrom('savings', 'securities', 'property'), value: amount, downPaymentPart: maybe(amount) }), {
        maxLength: 3,
      }),
      housing: maybe(amount),
      principal: fc.integer({ min: 100_000, max: 9_000_000 }),
      termMonths: fc.integer({ min: 6, max: 120 }),
      region: fc.constantFrom('QH', 'TX', 'AK', 'XX'),
    })
    .map(({ place, incomes, debts, costs, assets, housing, principal, termMonths, region }) => {
      const base = sampleFile();
      const row = (id: string) => ({ id, createdAt: base.openedAt });
      return sampleFile({
        ...place,
        people: [
          person(),
          person({ id: 'person-b', role: 'coApplicant', fullName: 'Per Holm' }),
          person({ id: 'person-c', role: 'householdMember', fullName: 'Una Holm' }),
        ],
        request: { ...base.request, amount: minor(principal), termMonths },
        incomes: incomes.map((income, at) => anIncome({ ...income, id: `i${at}` })),
        debts: debts.map((debt, at) => aDebt({ ...debt, id: `d${at}`, lender: `L${at}` })),
        assets: assets.map((asset, at) =>
          anAsset({ ...asset, id: `a${at}`, value: minor(asset.value), downPaymentPart: asset.downPaymentPart === null ? null : minor(asset.downPaymentPart) }),
        ),
        livingCosts: costs.map((monthly, at) => ({ ...row(`c${at}`), category: null, monthly: minor(monthly) })),
        homes: [aHome({ region, monthlyCost: housing === null ? null : minor(housing) })],
      });
    });

  it('every figure is what its lines come to, and so is every line that opens, all the way down', () => {
    let opened = 0;
    fc.assert(
      fc.property(anyFile, (file) => {
        const { figures, incomes } = affordability(file, TODAY);
        for (const figure of figures) {
          if (figure.value === null) continue;
          opened += 1;
          expect(astray({ ...figure, value: figure.value })).toEqual([]);
          expect(figure.terms.length).toBeGreaterThan(0);
        }
        for (const { counted } of incomes) expect(astray(counted)).toEqual([]);
      }),
      { numRuns: 300 },
    );
    expect(opened).toBeGreaterThan(1000);
  });

  it('a line that was tampered with is found', () => {
    const figure = figureOf(sampleFile(), 'dtiAfter');
    const [owed, income] = figure.terms;
    expect(astray({ ...figure, value: (figure.value ?? 0) + 0.000001 })).toHaveLength(1);
    expect(
      astray({ ...figure, value: figure.value ?? 0, terms: [{ ...(owed as Term), value: (owed as Term).value + 1 }, income as Term] }).length,
    ).toBeGreaterThan(0);
  });

  it('more income never worsens a measure, and a new debt never improves one', () => {
    const worse = (before: Figure, after: Figure): boolean => {
      if (before.value === null || after.value === null) return false;
      // A loss covers nothing, however little there is to cover: below zero a ratio says no more than that.
      if (FALLS_WHEN_WORSE.includes(before.measure)) return after.value < before.value && before.value >= 0;
      return RISES_WHEN_WORSE.includes(before.measure) && after.value > before.value;
    };
    let compared = 0;
    fc.assert(
      fc.property(anyFile, fc.nat({ max: 5 }), fc.integer({ min: 100, max: 500_000 }), (file, which, more) => {
        const added = (value: Income['amount']) => (value === null ? null : minor(value + more));
        const richer: FileState = {
          ...file,
          incomes: file.incomes.map((income, at) =>
            at === which % file.incomes.length
              ? {
                  ...income,
                  amount: added(income.amount),
                  profitLatest: added(income.profitLatest),
                  capital: added(income.capital),
                  netAmount: added(income.netAmount),
                }
              : income,
          ),
        };
        const indebted = { ...file, debts: [...file.debts, aDebt({ id: 'new', lender: 'New', payment: minor(more) })] };
        const before = affordability(file, TODAY).figures;
        compared += before.filter(({ value }) => value !== null).length;
        affordability(richer, TODAY).figures.forEach((after, at) =>
          expect([after.measure, worse(before[at] as Figure, after)]).toEqual([after.measure, false]),
        );
        affordability(indebted, TODAY).figures.forEach((after, at) =>
          expect([after.measure, worse(after, before[at] as Figure)]).toEqual([after.measure, false]),
        );
      }),
      { numRuns: 300 },
    );
    expect(compared).toBeGreaterThan(1000);
  });

  it('twelve monthly figures are the year, to what rounding to the cent allows', () => {
    fc.assert(
      fc.property(amount, fc.constantFrom('weekly', 'everyTwoWeeks', 'twiceAMonth', 'monthly', 'quarterly', 'yearly'), (each, frequency) => {
        const { monthly, perYear } = toMonthly(minor(each), frequency);
        expect(Math.abs(monthly * 12 - each * perYear)).toBeLessThanOrEqual(6);
      }),
    );
  });

  it('the stressed payment is never lower', () => {
    fc.assert(
      fc.property(anyFile, (file) => {
        const [left, stressed] = [figureOf(file, 'moneyLeft'), figureOf(file, 'moneyLeftStressed')];
        if (left.value !== null && stressed.value !== null) expect(stressed.value).toBeLessThanOrEqual(left.value);
      }),
    );
  });
});
