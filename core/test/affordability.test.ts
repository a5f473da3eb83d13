import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { affordability, levelPayment, minor, total, type Figure, type FileState, type Measure, type Paper, type Term } from '../src/index';
import { sampleFile, TODAY } from './sample';

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
    // Sixty exact payments of the closed formula, 386.656031 each, and the fee; rounding each payment moves it by less than thirty cents.
    expect(Math.abs((figureOf(file, 'totalPayable').value ?? 0) - (60 * 38_665.6031 + 20_000))).toBeLessThan(30);
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
    expect(figureOf({ ...file, product: { ...file.product, pricing: { ...file.product.pricing, fee: minor(0) } } }, 'apr').value).toBeCloseTo(0.06, 5);
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
    const terms = figureOf(sampleFile({ papers: [payslip(190_000)] }), 'dtiAfter').terms[1]?.terms?.[0]?.terms ?? [];
    expect(terms[0]).toMatchObject({ label: 'Relied on: what the paper shows (page 2)', value: 190_000 });
  });
});

describe('for any file', () => {
  const amount = fc.integer({ min: 0, max: 3_000_000 });
  const anyFile = fc
    .record({
      incomes: fc.array(
        fc.record({ amount, frequency: fc.constantFrom('weekly', 'everyTwoWeeks', 'monthly', 'yearly'), kind: fc.constantFrom('wage', 'overtime') }),
        { minLength: 1, maxLength: 6 },
      ),
      debts: fc.array(fc.record({ payment: amount, cleared: fc.boolean() }), { maxLength: 6 }),
      costs: fc.array(amount, { maxLength: 4 }),
      principal: fc.integer({ min: 100_000, max: 9_000_000 }),
      termMonths: fc.integer({ min: 6, max: 120 }),
    })
    .map(({ incomes, debts, costs, principal, termMonths }) => {
      const base = sampleFile();
      const row = (id: string) => ({ id, createdAt: base.openedAt });
      return sampleFile({
        request: { ...base.request, amount: minor(principal), termMonths },
        incomes: incomes.map((income, at) => ({
          ...row(`i${at}`),
          personId: 'person-a',
          source: null,
          hoursPerWeek: null,
          since: null,
          ...income,
          amount: minor(income.amount),
        })),
        debts: debts.map((debt, at) => ({ ...row(`d${at}`), lender: null, kind: null, balance: null, payment: minor(debt.payment), cleared: debt.cleared })),
        livingCosts: costs.map((monthly, at) => ({ ...row(`c${at}`), category: null, monthly: minor(monthly) })),
      });
    });

  it('the explained terms add up to the figure, at every level', () => {
    const check = (terms: readonly Term[]): void => {
      for (const term of terms) {
        if (!term.terms || term.terms.length === 0) continue;
        if (term.terms.every(({ sign }) => sign === '+')) expect(total(term.terms)).toBe(term.value);
        check(term.terms);
      }
    };
    fc.assert(
      fc.property(anyFile, (file) => {
        for (const figure of affordability(file, TODAY).figures) {
          check(figure.terms);
          if (figure.value === null) continue;
          if (figure.measure.startsWith('moneyLeft') || figure.measure === 'totalPayable') expect(total(figure.terms)).toBe(figure.value);
          if (figure.measure.startsWith('dti')) expect((figure.terms[0]?.value ?? 0) / (figure.terms[1]?.value ?? 1)).toBeCloseTo(figure.value, 5);
        }
      }),
    );
  });

  it('more income never worsens a measure, and a new debt never improves one', () => {
    const worse = (before: Figure, after: Figure): boolean => {
      if (before.value === null || after.value === null) return false;
      return before.measure.startsWith('moneyLeft') ? after.value < before.value : before.measure.startsWith('dti') && after.value > before.value;
    };
    fc.assert(
      fc.property(anyFile, fc.integer({ min: 1, max: 500_000 }), (file, more) => {
        const richer = structuredClone(file);
        const [first] = richer.incomes;
        if (first) first.amount = minor((first.amount ?? 0) + more);
        const indebted = {
          ...file,
          debts: [...file.debts, { id: 'new', createdAt: file.openedAt, lender: 'New', kind: null, payment: minor(more), balance: null, cleared: false }],
        };
        const before = affordability(file, TODAY).figures;
        affordability(richer, TODAY).figures.forEach((after, at) => expect(worse(before[at] as Figure, after)).toBe(false));
        affordability(indebted, TODAY).figures.forEach((after, at) => expect(worse(after, before[at] as Figure)).toBe(false));
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
