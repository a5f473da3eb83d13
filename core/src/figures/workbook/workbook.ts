import { say, type Words } from '../../basis/words/index';
import { affordability, type AffordabilityInput, type Figure } from '../affordability/index';
import type { FigureUnit, Term } from '../../basis/arithmetic/index';
import { advancesOf, costsOf, partInWords, type CostedPart, rateScaleOf, type Costs } from '../../lending/costs/index';
import type { IsoDate } from '../../basis/dates/index';
import { feesPaid } from '../../lending/fees/index';
import type { FileState } from '../../file/state/index';
import { asCarried, PAYMENT_PERIODS, periodsOf } from '../../credit/parts/index';
import { cellAt, onSheet, text, type Cell, type CellFormat, type Sheet } from './sheet';

/** Money in a workbook is in whole units of the currency, so every rounding is to cents. */
const inUnits = (amount: number, decimals: number): number => amount / 10 ** decimals;

/** A part's cells that other sheets point at. */
interface PartCells {
  monthly: string;
  stressed: string;
  interest: string;
  principal: string;
  sheet: string;
  first: number;
}

export type WorkbookInput = AffordabilityInput & Pick<FileState, 'reference'>;

/**
 * The whole calculation as sheets of live formulas: what was keyed, each part with its schedule, the annual percentage
 * rate, and every figure down to its lines. Only what was keyed or comes from the rules is a value; everything else is
 * worked out by the sheet from those, rounded where the calculation rounds.
 * @param read makes text of words, in the language of the sheets.
 * @returns sheets in order; the figures come first.
 */
export function workbookOf(file: WorkbookInput, today: IsoDate, read: (words: Words) => string, decimals = 2): Sheet[] {
  const costs = file.product.amountIs === 'loan' ? costsOf(file, today) : null;
  const { figures } = affordability(file, today);
  const book = new Book(decimals, read);
  if (costs) book.addCosts(costs, file);
  return [book.figureSheet(file, figures, today), ...book.sheets];
}

const FORMAT: Record<FigureUnit, CellFormat> = { money: 'money', ratio: 'percent', times: 'number', months: 'number', count: 'number' };
/** Decimals of figures in the workbook: a cent is the second decimal of a unit. */
const ROUNDED: Record<FigureUnit, number> = { money: 2, ratio: 6, times: 4, months: 2, count: 6 };

class Book {
  readonly sheets: Sheet[] = [];
  private readonly parts: PartCells[] = [];
  private readonly fees = new Map<string, string>();
  private advanced = '0';
  private rate: { perUnit: string; inYear: string } | null = null;
  private amount = '0';
  private principal = '0';

  constructor(
    private readonly decimals: number,
    private readonly read: (words: Words) => string,
  ) {}

  private text(words: Words, bold = false): Cell {
    return text(this.read(words), bold);
  }

  private money(amount: number): Cell {
    return { value: inUnits(amount, this.decimals), format: 'money' };
  }

  addCosts(costs: Costs, file: WorkbookInput): void {
    const sheet: Sheet = {
      code: 'request',
      name: this.read(say('workbook.request')),
      widths: [44, 18, 40],
      rows: [[this.text(say('workbook.request'), true)]],
    };
    const put = (label: Words, cell: Cell, note: Words = ''): string => {
      sheet.rows.push([this.text(label), cell, ...(note ? [this.text(note)] : [])]);
      return onSheet(sheet.name, cellAt(sheet.rows.length - 1, 1, true));
    };
    const inputs = costs.parts.map((part, at) => ({
      part,
      amount: put(
        costs.parts.length > 1 ? say('workbook.partLabelled', { number: at + 1, label: part.offer.label }) : say('workbook.amount'),
        this.money(this.keyed(costs, at)),
        partInWords(part.terms),
      ),
      rate: put(say('workbook.rateYear'), { value: part.terms.annualRate, format: 'rate' }),
      stress: put(say('workbook.addedUnderStress'), { value: part.offer.stressAdded, format: 'rate' }),
    }));
    this.amount = inputs.map(({ amount }) => amount).join('+');
    const fees = costs.fees.map(({ rule, amount, term }) => {
      const lines = term.terms;
      const bracket = lines && lines.length > 0 ? (rule.brackets.filter(({ from }) => costs.amount >= from).at(-1) ?? null) : null;
      const cell: Cell = bracket
        ? { formula: `ROUND((${this.amount})*${bracket.share}+${inUnits(bracket.flat, this.decimals)},2)`, format: 'money' }
        : this.money(amount);
      return { rule, at: put(rule.label, cell, term.note ?? '') };
    });
    const sum = (cells: string[]): string => (cells.length > 0 ? cells.join('+') : '0');
    const financed = sum(fees.filter(({ rule }) => rule.paid === 'financed').map(({ at }) => at));
    for (const { rule, at } of fees) this.fees.set(rule.code, at);
    const apart = sum(fees.filter(({ rule }) => rule.paid === 'beforehand').map(({ at }) => at));
    const inRate = sum(fees.filter(({ rule }) => rule.inRate).map(({ at }) => at));
    this.principal = put(say('workbook.owedAtFirst'), { formula: `${this.amount}+${financed}`, format: 'money' });
    this.advanced = `${this.principal}-(${inRate})`;
    this.sheets.push(sheet);
    for (const [at, { part, amount, rate, stress }] of inputs.entries())
      this.parts.push(
        this.addPart(costs.parts.length > 1 ? say('workbook.part', { number: at + 1 }) : say('workbook.schedule'), part, {
          amount,
          more: at === 0 ? financed : '0',
          rate,
          stress,
        }),
      );
    put(say('workbook.paymentMonth'), { formula: this.parts.map(({ monthly }) => monthly).join('+'), format: 'money' });
    put(say('workbook.interest'), { formula: this.parts.map(({ interest }) => interest).join('+'), format: 'money' });
    put(say('workbook.totalPayable'), { formula: `${this.principal}+${this.parts.map(({ interest }) => interest).join('+')}+${apart}`, format: 'money' });
    put(say('workbook.paidOut'), {
      formula: `${this.amount}-${sum(fees.filter(({ rule }) => rule.paid === 'withheld').map(({ at }) => at))}`,
      format: 'money',
    });
    this.addRate(costs, file, inRate);
  }

  /** What was keyed for a part: its principal without the fees that were added to it. */
  private keyed(costs: Costs, at: number): number {
    return (costs.parts[at]?.terms.principal ?? 0) - (at === 0 ? feesPaid(costs.fees, 'financed') : 0);
  }

  private addPart(called: Words, { offer, terms, schedule }: CostedPart, cells: { amount: string; more: string; rate: string; stress: string }): PartCells {
    const name = this.read(called);
    const rows: Cell[][] = [[this.text(say('workbook.partOf', { name, label: offer.label }), true)]];
    const put = (label: Words, cell: Cell): string => {
      rows.push([this.text(label), cell]);
      return cellAt(rows.length - 1, 1, true);
    };
    const principal = put(say('workbook.owedAtFirst'), { formula: `${cells.amount}+${cells.more}`, format: 'money' });
    const rate = put(say('workbook.rateYear'), { formula: cells.rate, format: 'rate' });
    const stressed = put(say('workbook.rateYearUnderStress'), { formula: `${cells.rate}+${cells.stress}`, format: 'rate' });
    const low = terms.promotion ? put(say('workbook.ratePromotion'), { value: terms.promotion.annualRate, format: 'rate' }) : rate;
    const balloon = put(say('workbook.finalBalloon'), this.money(terms.balloon));
    const inYear = put(say('workbook.paymentsYear'), {
      value: terms.season && terms.every === 'month' ? terms.season.length : PAYMENT_PERIODS[terms.every].perYear,
      format: 'whole',
    });
    const at = (label: Words): number => rows.push([this.text(label)]) - 1;
    const made = {
      first: at(say('workbook.firstPayment')),
      next: at(say('workbook.paymentAfterThat')),
      stressedNext: at(say('workbook.paymentUnderStress')),
      monthly: at(say('workbook.month')),
      stressedMonthly: at(say('workbook.monthUnderStress')),
      interest: at(say('workbook.interestAll')),
    };
    rows.push([]);
    rows.push(
      [
        say('workbook.no'),
        say('workbook.due'),
        say('workbook.partYear'),
        say('workbook.paid'),
        say('workbook.interestOnly'),
        say('workbook.growth'),
        say('workbook.laterGrowth'),
        say('workbook.underStress'),
        say('workbook.laterUnderStress'),
        say('workbook.interest'),
        say('workbook.payment'),
        say('workbook.principal'),
        say('workbook.balance'),
        ...(terms.promotion ? [say('workbook.atPromotion'), say('workbook.laterAt')] : []),
      ].map((label) => this.text(label, true)),
    );
    const first = rows.length;
    const last = first + schedule.rows.length - 1;
    const own = (column: number, from = first, to = last): string => `${cellAt(from, column, true)}:${cellAt(to, column, true)}`;
    const changes = terms.promotion ? first + terms.promotion.periods : first;
    const firstCell = cellAt(made.first, 1, true);
    const nextCell = cellAt(made.next, 1, true);
    const periods = periodsOf(terms, schedule.rows.length);
    for (const [index, { number, dueOn }] of schedule.rows.entries()) {
      const row = first + index;
      const period = periods[index];
      if (!period) continue;
      const { part, paid, onlyInterest } = period;
      const promoted = terms.promotion !== null && number <= terms.promotion.periods;
      const here = (column: number): string => cellAt(row, column);
      const before = index === 0 ? principal : cellAt(row - 1, COLUMN.balance);
      const nominal = promoted ? low : rate;
      const underStress = promoted ? low : stressed;
      const growth = (of: string): string => `IF(AND(${here(COLUMN.paid)}=1,${here(COLUMN.onlyInterest)}=1),1,1+${of}*${here(COLUMN.part)})`;
      const later = (column: number): string => (index === schedule.rows.length - 1 ? '1' : `${cellAt(row + 1, column)}*${cellAt(row + 1, column - 1)}`);
      const owed = `${before}+${here(COLUMN.interest)}`;
      const payment =
        terms.kind === 'revolving'
          ? terms.revolving?.endsOn !== undefined && dueOn >= terms.revolving.endsOn
            ? owed
            : `MIN(${owed},MAX(ROUND((${owed})*${terms.revolving?.share ?? 0},2),${inUnits(terms.revolving?.least ?? 0, this.decimals)}))`
          : index === schedule.rows.length - 1
            ? owed
            : `IF(${here(COLUMN.paid)}=0,0,IF(${here(COLUMN.onlyInterest)}=1,${here(COLUMN.interest)},MIN(${promoted ? firstCell : nextCell},${owed})))`;
      rows.push([
        { value: number, format: 'whole' },
        { value: dueOn, format: 'date' },
        { formula: `${part.numerator}/${part.denominator}`, format: 'number' },
        { value: paid ? 1 : 0, format: 'whole' },
        { value: onlyInterest ? 1 : 0, format: 'whole' },
        { formula: growth(nominal), format: 'number' },
        { formula: later(COLUMN.later), format: 'number' },
        { formula: growth(underStress), format: 'number' },
        { formula: later(COLUMN.laterStressed), format: 'number' },
        { formula: `ROUND(${before}*${nominal}*${part.numerator}/${part.denominator},2)`, format: 'money' },
        { formula: payment, format: 'money' },
        { formula: `${here(COLUMN.payment)}-${here(COLUMN.interest)}`, format: 'money' },
        { formula: `ROUND(${before}-${here(COLUMN.principal)},2)`, format: 'money' },
        ...(terms.promotion
          ? [
              { formula: growth(low), format: 'number' as const },
              { formula: later(COLUMN.laterPromoted), format: 'number' as const },
            ]
          : []),
      ]);
    }
    const set = (row: number, formula: string): void => {
      rows[row]?.push({ formula, format: 'money' });
    };
    /** P·Πg less the balloon, over the growth of later periods in every paid one. */
    const level = (from: number, balance: string, growth: number, laterColumn: number): string =>
      `ROUND((${balance}*${cellAt(from, growth)}*${cellAt(from, laterColumn)}-${balloon})/SUMPRODUCT(${own(COLUMN.paid, from)},1-${own(COLUMN.onlyInterest, from)},${own(laterColumn, from)}),2)`;
    if (terms.kind === 'revolving') {
      const carried = asCarried(terms);
      const drawn = carried === terms ? principal : inUnits(carried.principal, this.decimals);
      const onLimit = `ROUND(${drawn}*(1+${rate}*${cellAt(first, COLUMN.part)}),2)`;
      const carriedPayment = `MIN(${onLimit},MAX(ROUND(${onLimit}*${terms.revolving?.share ?? 0},2),${inUnits(terms.revolving?.least ?? 0, this.decimals)}))`;
      set(made.first, carried === terms ? cellAt(first, COLUMN.payment) : carriedPayment);
      set(made.next, carried === terms ? cellAt(first, COLUMN.payment) : carriedPayment);
      const owedStressed = `${drawn}*(1+${stressed}*${cellAt(first, COLUMN.part)})`;
      set(
        made.stressedNext,
        `MIN(ROUND(${owedStressed},2),MAX(ROUND(ROUND(${owedStressed},2)*${terms.revolving?.share ?? 0},2),${inUnits(terms.revolving?.least ?? 0, this.decimals)}))`,
      );
    } else if (terms.promotion) {
      // While the promotion lasts payments are such as its rate would need to the end.
      set(made.first, level(first, principal, COLUMN.promoted, COLUMN.laterPromoted));
      set(made.next, level(changes, cellAt(changes - 1, COLUMN.balance), COLUMN.growth, COLUMN.later));
      set(made.stressedNext, level(changes, cellAt(changes - 1, COLUMN.balance), COLUMN.stressed, COLUMN.laterStressed));
    } else {
      set(made.next, level(first, principal, COLUMN.growth, COLUMN.later));
      set(made.stressedNext, level(first, principal, COLUMN.stressed, COLUMN.laterStressed));
      rows[made.first]?.push({ formula: terms.interestOnly > 0 ? cellAt(first, COLUMN.interest) : nextCell, format: 'money' });
    }
    const stressedFirst = terms.interestOnly > 0 ? `ROUND(${principal}*${stressed}*${cellAt(first, COLUMN.part)},2)` : terms.promotion ? firstCell : '0';
    set(made.monthly, `ROUND(MAX(${firstCell},${nextCell})*${inYear}/12,2)`);
    set(made.stressedMonthly, `ROUND(MAX(${stressedFirst},${cellAt(made.stressedNext, 1, true)})*${inYear}/12,2)`);
    set(made.interest, `SUM(${own(COLUMN.interest)})`);
    this.sheets.push({ code: 'part', name, widths: [26, 14, 14, 8, 13, 16, 16, 16, 18, 14, 14, 14, 16], rows, frozen: first });
    const link = (row: number): string => onSheet(name, cellAt(row, 1, true));
    return {
      monthly: link(made.monthly),
      stressed: link(made.stressedMonthly),
      interest: link(made.interest),
      principal: onSheet(name, principal),
      sheet: name,
      first,
    };
  }

  /** All sums that change hands, placed on the method's scale of time, and the rate found by Newton's steps in cells. */
  private addRate(costs: Costs, file: WorkbookInput, inRate: string): void {
    const method = file.pack.rateMethod;
    const { perYear: inYear, place } = rateScaleOf(costs, method);
    const start = costs.advanceOn;
    const rows: Cell[][] = [[this.text(say('workbook.rateBy', { method }), true)]];
    rows.push([this.text(say('workbook.periodsYear')), { value: inYear, format: 'number' }]);
    const inYearCell = cellAt(1, 1, true);
    const steps = 10;
    const stepRows = Array.from(
      { length: steps + 1 },
      (_, at) => rows.push([this.text(at === 0 ? say('workbook.firstRate') : say('workbook.step', { at }))]) - 1,
    );
    const rateRow = rows.push([this.text(say('workbook.annualPercentageRate'))]) - 1;
    rows.push([]);
    rows.push([say('workbook.on'), say('workbook.sum'), say('workbook.wholePeriods'), say('workbook.partOne')].map((label) => this.text(label, true)));
    const first = rows.length;
    const add = (on: IsoDate, cell: Cell): void => {
      const { t, f } = place(on);
      rows.push([{ value: on, format: 'date' }, cell, { value: t, format: 'number' }, { value: f, format: 'number' }]);
    };
    for (const { on } of advancesOf(costs)) {
      const advanced = costs.parts.map(({ terms }, at) => (terms.advanceOn === on ? (this.parts[at]?.principal ?? '0') : null)).filter((cell) => cell !== null);
      add(on, { formula: `-(${advanced.join('+')}${on === start ? `-(${inRate})` : ''})`, format: 'money' });
    }
    for (const [at, { schedule }] of costs.parts.entries()) {
      const part = this.parts[at];
      if (!part) continue;
      for (const [index, { dueOn, payment }] of schedule.rows.entries())
        if (payment > 0) add(dueOn, { formula: onSheet(part.sheet, cellAt(part.first + index, COLUMN.payment)), format: 'money' });
    }
    const last = rows.length - 1;
    const [sums, whole, odd] = [1, 2, 3].map((column) => `${cellAt(first, column, true)}:${cellAt(last, column, true)}`);
    const highest = Math.max(...costs.parts.map(({ terms }) => terms.annualRate));
    for (const [at, row] of stepRows.entries()) {
      const i = cellAt(row - 1, 1, true);
      const worth = `${sums}/((1+${odd}*${i})*(1+${i})^${whole})`;
      const formula = `${i}+SUMPRODUCT(${worth})/SUMPRODUCT(${worth}*(${odd}/(1+${odd}*${i})+${whole}/(1+${i})))`;
      rows[row]?.push(at === 0 ? { value: highest / inYear, format: 'number' } : { formula, format: 'number' });
    }
    const found = cellAt(stepRows.at(-1) ?? 0, 1, true);
    rows[rateRow]?.push({ formula: `ROUND(${found}*${inYearCell},6)`, format: 'rate' });
    const name = this.read(say('workbook.rate'));
    this.rate = { perUnit: onSheet(name, found), inYear: onSheet(name, inYearCell) };
    this.sheets.push({ code: 'rate', name, widths: [34, 18, 16, 16], rows });
  }

  /** Every figure with its lines under it; a line that opens is worked from the lines below it. */
  figureSheet(file: WorkbookInput, figures: readonly Figure[], today: IsoDate): Sheet {
    const rows: Cell[][] = [
      [this.text(say('workbook.title', { product: file.product.name, reference: file.reference }), true)],
      [this.text(say('workbook.workedOut', { today: { day: today }, version: String(file.product.version), currency: file.pack.currency }))],
      [],
      [
        this.text(say('workbook.figure'), true),
        this.text('', true),
        this.text(say('workbook.value'), true),
        this.text(say('workbook.limit'), true),
        this.text(say('workbook.note'), true),
      ],
    ];
    for (const { label, unit, value, terms, limit, waitingFor } of figures) {
      const row = rows.push([this.text(label, true), this.text('')]) - 1;
      if (value === null) {
        rows[row]?.push(this.text('—'), this.text(''), this.text(say('workbook.needs', { what: waitingFor ?? say('workbook.more') })));
        continue;
      }
      const formula = this.formulaOf(terms, unit, rows, 1);
      const bound: Cell = limit ? { value: unit === 'money' ? inUnits(limit.value, this.decimals) : limit.value, format: FORMAT[unit] } : this.text('');
      rows[row]?.push(
        { formula, format: FORMAT[unit], bold: true },
        bound,
        this.text(limit ? say('workbook.limitOf', { bound: limit.bound, rule: limit.rule }) : ''),
      );
    }
    return { code: 'figures', name: this.read(say('workbook.figures')), widths: [58, 4, 18, 16, 70], rows, frozen: 4 };
  }

  /** Writes lines below where it stands, and says in cells what they come to. */
  private formulaOf(terms: readonly Term[], unit: FigureUnit, rows: Cell[][], depth: number): string {
    const written = terms.map((term) => {
      const row = rows.push([this.text(`${'    '.repeat(depth)}${this.read(term.label)}`), this.text(term.sign)]) - 1;
      const cell = this.cellOf(term, rows, depth);
      rows[row]?.push(cell, this.text(''), this.text(term.note ?? ''));
      return { term, at: cellAt(row, 2) };
    });
    let so = '0';
    for (const { term, at } of written) {
      if (term.sign === '·') continue;
      if (term.sign === '+' || term.sign === '−') so = so === '0' && term.sign === '+' ? at : `${so}${term.sign === '+' ? '+' : '-'}${at}`;
      else so = `(${so})${term.sign === '×' ? '*' : '/'}${at}`;
    }
    return `ROUND(${so},${ROUNDED[unit]})`;
  }

  private cellOf(term: Term, rows: Cell[][], depth: number): Cell {
    const format = FORMAT[term.unit];
    const linked = this.linkOf(term);
    if (linked) return { formula: linked, format };
    if (term.terms && term.terms.length > 0) return { formula: this.formulaOf(term.terms, term.unit, rows, depth + 1), format };
    return { value: term.unit === 'money' ? inUnits(term.value, this.decimals) : term.value, format };
  }

  /** Lines that another sheet works out. */
  private linkOf({ ref }: Term): string | null {
    if (this.parts.length === 0 || ref === undefined) return null;
    const all = (cell: 'monthly' | 'stressed' | 'interest'): string => this.parts.map((part) => part[cell]).join('+');
    switch (ref) {
      case 'payment':
        return all('monthly');
      case 'paymentFactor':
        return `(${all('monthly')})/${this.principal}`;
      case 'stressedPayment':
        return all('stressed');
      case 'interest':
        return all('interest');
      case 'amount':
        return this.amount;
      case 'principal':
        return this.principal;
      case 'advanced':
        return this.advanced;
      case 'rate':
        return this.rate?.perUnit ?? null;
      case 'ratePeriods':
        return this.rate?.inYear ?? null;
      default:
        return this.fees.get(ref.slice('fee:'.length)) ?? null;
    }
  }
}

/** Columns of a part's sheet. */
const COLUMN = {
  number: 0,
  due: 1,
  part: 2,
  paid: 3,
  onlyInterest: 4,
  growth: 5,
  later: 6,
  stressed: 7,
  laterStressed: 8,
  interest: 9,
  payment: 10,
  principal: 11,
  balance: 12,
  promoted: 13,
  laterPromoted: 14,
} as const;
