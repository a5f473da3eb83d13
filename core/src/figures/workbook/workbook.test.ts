import type { PartKind } from '../../credit/parts/index';
import type { LoanPart } from '../../credit/parts/index';
import fc from 'fast-check';
import { type HyperFormula, type RawCellContent } from 'hyperformula';
import { speakerFor } from '@cavren/words';
import { describe, expect, it } from 'vitest';
import { affordability } from '../affordability/index';
import { columnName, workbookOf, type Cell, type Sheet } from './index';
import { costsOf } from '../../lending/costs/index';
import { addMonths } from '../../basis/dates/index';
import { minor } from '../../basis/money/index';
import { type FileState } from '../../file/state/index';
import { type Measure } from '../../file/product/index';
import { engineOf } from '../../../test/engine';
import { aDebt, aHome, anAsset, anIncome, aPart, aSecurity, costRules, product, sampleFile, shippedPlace, shippedProduct, TODAY } from '../../../test/sample';

/** The sheets in a spreadsheet engine of its own, which works every formula out. */
function opened(sheets: readonly Sheet[]): { engine: HyperFormula; at: (sheet: string, row: number, column: number) => unknown } {
  const content = ({ value, formula }: Cell): RawCellContent => (formula === undefined ? (value ?? null) : `=${formula}`);
  const engine = engineOf(Object.fromEntries(sheets.map(({ name, rows }) => [name, rows.map((row) => row.map(content))])));
  return { engine, at: (sheet, row, col) => engine.getCellValue({ sheet: engine.getSheetId(sheet) ?? -1, row, col }) };
}

/** Every figure and every payment of a file, worked by that engine, are those of the calculation to the cent. */
function expectSame(file: FileState): void {
  const sheets = workbookOf(file, TODAY, speakerFor(file.pack));
  const { engine, at } = opened(sheets);
  const costs = costsOf(file, TODAY);
  for (const figure of affordability(file, TODAY).figures) {
    const row = sheets[0]?.rows.findIndex(([label]) => label?.value === figure.label && label.bold === true) ?? -1;
    if (figure.value === null) continue;
    const expected = figure.unit === 'money' ? figure.value / 100 : figure.value;
    expect([figure.label, at('Figures', row, 2)]).toEqual([figure.label, expected]);
  }
  for (const [index, { schedule }] of (costs?.parts ?? []).entries()) {
    const name = (costs?.parts.length ?? 0) > 1 ? `Part ${index + 1}` : 'Schedule';
    const sheet = sheets.find((one) => one.name === name);
    const first = (sheet?.rows.findIndex(([label]) => label?.value === 'No.') ?? 0) + 1;
    for (const [row, { number, interest, payment, balance }] of schedule.rows.entries())
      expect([number, ...[9, 10, 12].map((column) => Math.round((at(name, first + row, column) as number) * 100))]).toEqual([
        number,
        interest,
        payment,
        balance,
      ]);
  }
  engine.destroy();
}

const MEASURES: Measure[] = ['payment', 'totalPayable', 'apr', 'dtiAfter', 'moneyLeft', 'moneyLeftStressed', 'ltv', 'combinedLtv', 'lendingValue', 'reserves'];
const withParts = (parts: Partial<LoanPart>[], rules = {}): FileState =>
  sampleFile({
    product: { ...product, measures: MEASURES, costs: costRules(rules) },
    parts: parts.map((values, at) => aPart({ id: `part-${at}`, termMonths: 36, ...values })),
    request: { ...sampleFile().request, amount: minor(parts.reduce((so, { amount }) => so + (amount ?? 0), 0)) },
    securities: [aSecurity({ value: minor(2_700_000), priorCharges: minor(110_000) })],
  });
const financed = [
  { code: 'f', label: 'Share of the amount', brackets: [{ from: minor(0), flat: minor(1_000), share: 0.0125 }], paid: 'financed' as const, inRate: true },
  { code: 'g', label: 'Fixed', brackets: [{ from: minor(0), flat: minor(4_500), share: 0 }], paid: 'beforehand' as const, inRate: false },
];

describe('the workbook', () => {
  it.each<[PartKind, Partial<LoanPart>]>([
    ['level', {}],
    ['variable', { every: 'twoWeeks' }],
    ['interestOnly', { interestOnlyMonths: 9 }],
    ['promotional', {}],
    ['seasonal', {}],
    ['balloon', { balloon: minor(300_000) }],
    ['revolving', {}],
    ['revolving', { lineLimit: minor(2_000_000), lineEndsOn: addMonths(TODAY, 14) }],
    ['level', { holidayFrom: 5, holidayPeriods: 3 }],
    ['level', { every: 'quarter' }],
  ])('worked out elsewhere gives the same cents: %s %j', (kind, values) => {
    expectSame(withParts([{ kind, amount: minor(1_234_567), ...values }]));
  });
  it('several parts, days counted over 365, fees by share that are financed, another method of the rate', () => {
    const file = withParts(
      [
        { kind: 'level', amount: minor(1_000_000) },
        { kind: 'variable', amount: minor(500_000), every: 'week' },
        { kind: 'promotional', amount: minor(400_000) },
      ],
      { dayCount: 'actual/365', fees: financed },
    );
    expectSame(file);
    expectSame({ ...file, pack: { ...file.pack, rateMethod: 'directive' } });
  });
  it('a whole file under the rules that ship, income after tax and all', () => {
    for (const [code, place] of [
      ['workboat-refit', 'us'],
      ['tools-gear', 'nz'],
    ] as const)
      expectSame(
        sampleFile({
          product: shippedProduct(code),
          pack: shippedPlace(place),
          homes: [aHome({ monthlyCost: minor(81_250), region: place === 'us' ? 'ME' : null })],
          incomes: [
            anIncome({ amount: minor(247_133), frequency: 'everyTwoWeeks', since: TODAY }),
            anIncome({ id: 'income-b', kind: 'selfEmployed', profitLatest: minor(2_345_678), profitBefore: minor(1_987_654), addBackLatest: minor(123_456) }),
            anIncome({ id: 'income-c', kind: 'pension', untaxed: true, amount: minor(33_333), frequency: 'monthly' }),
          ],
          debts: [
            aDebt({ payment: minor(12_345), balance: minor(456_789) }),
            aDebt({ id: 'd2', kind: 'creditCard', balance: minor(77_777), limit: minor(200_000) }),
          ],
          assets: [
            anAsset({ kind: 'savings', value: minor(777_777), downPaymentPart: minor(500_000) }),
            anAsset({ id: 'a2', kind: 'securities', value: minor(333_333) }),
          ],
        }),
      );
  });
  it('follows what is changed in it: another rate and amount move payments and figures', () => {
    const file = withParts([{ kind: 'level', amount: minor(2_000_000), termMonths: 60 }]);
    const sheets = workbookOf(file, TODAY, speakerFor(file.pack));
    const { engine, at } = opened(sheets);
    const request = engine.getSheetId('Request') ?? -1;
    const rowOf = (label: string): number => sheets.find(({ name }) => name === 'Request')?.rows.findIndex(([cell]) => cell?.value === label) ?? -1;
    engine.setCellContents({ sheet: request, row: rowOf('Amount'), col: 1 }, 15_000);
    engine.setCellContents({ sheet: request, row: rowOf('Rate a year'), col: 1 }, 0.05);
    const moved = withParts([{ kind: 'variable', amount: minor(1_500_000), termMonths: 60 }]);
    expect(at('Request', rowOf('Payment a month'), 1)).toBe((costsOf(moved, TODAY)?.payment ?? 0) / 100);
    expect(at('Request', rowOf('Total payable'), 1)).toBe(
      (affordability(moved, TODAY).figures.find(({ measure }) => measure === 'totalPayable')?.value ?? 0) / 100,
    );
    engine.destroy();
  });
  it('whatever the amounts', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100_000, max: 20_000_000 }),
        fc.constantFrom('level', 'interestOnly', 'promotional', 'seasonal', 'balloon'),
        fc.integer({ min: 24, max: 72 }),
        fc.constantFrom('equalPeriods', 'actual/360', '30/360'),
        (amount, kind, termMonths, dayCount) => expectSame(withParts([{ kind, amount: minor(amount), termMonths }], { dayCount, fees: financed })),
      ),
      { numRuns: 20 },
    );
  });
  it('pastes nothing that it could work out: only what was keyed, rules and dates are values', () => {
    const sheets = workbookOf(withParts([{ kind: 'level', amount: minor(1_500_000) }]), TODAY, speakerFor());
    const schedule = sheets.find(({ name }) => name === 'Schedule');
    const rows = schedule?.rows.filter(([label]) => typeof label?.value === 'number') ?? [];
    expect(rows).toHaveLength(36);
    for (const row of rows) expect(row.slice(9, 13).every(({ formula }) => formula !== undefined)).toBe(true);
    const figures = sheets[0]?.rows.filter(([label, , value]) => label?.bold === true && value?.bold === true && value.value === undefined) ?? [];
    expect(figures.every(([, , value]) => value?.formula !== undefined)).toBe(true);
    expect(figures.length).toBeGreaterThan(8);
    expect(columnName(27)).toBe('AB');
  });
});
