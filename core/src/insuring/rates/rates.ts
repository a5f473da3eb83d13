import type { IsoDate } from '../../basis/dates/index';
import { columnProblems } from '../../basis/table/index';
import { say, type Words } from '../../basis/words/index';
import type { RateRow, RateTable } from '../../file/product/index';

/** The columns of a rate table as it is imported, in any order; a table with others is refused. */
export const RATE_COLUMNS = ['class', 'ageFrom', 'ageTo', 'waitingDays', 'benefitMonths', 'rate'] as const;

/**
 * Reads the records of an imported table (CSV with a head) into rows of rates.
 * @returns the rows, and what is wrong by line, the head being line 1; with anything wrong, nothing should be used.
 */
export function readRates(head: readonly string[], records: readonly Readonly<Record<string, string>>[]): { rows: RateRow[]; problems: Words[] } {
  const problems = columnProblems(RATE_COLUMNS, head);
  if (problems.length > 0) return { rows: [], problems };
  const rows = records.flatMap((record, at): RateRow[] => {
    const line = at + 2;
    const whole = (column: string): number => {
      const text = record[column]?.trim() ?? '';
      if (!/^\d{1,4}$/.test(text)) problems.push(say('rates.noWholeNumber', { line, column }));
      return Number(text);
    };
    const rate = record['rate']?.trim() ?? '';
    if (!/^\d{1,6}(\.\d{1,6})?$/.test(rate) || Number(rate) <= 0) problems.push(say('rates.noRate', { line }));
    const name = record['class']?.trim() ?? '';
    if (name === '') problems.push(say('rates.noClass', { line }));
    const row = {
      class: name,
      ageFrom: whole('ageFrom'),
      ageTo: whole('ageTo'),
      waitingDays: whole('waitingDays'),
      benefitMonths: whole('benefitMonths'),
      rate: Number(rate),
    };
    if (row.ageFrom > row.ageTo) problems.push(say('rates.agesTurned', { line }));
    return [row];
  });
  return problems.length > 0 ? { rows: [], problems } : { rows, problems: [...problems, ...ageProblems(rows)] };
}

type Cell = Pick<RateRow, 'class' | 'waitingDays' | 'benefitMonths'>;
const cellOf = ({ class: name, waitingDays, benefitMonths }: Cell): string => JSON.stringify([name, waitingDays, benefitMonths]);
const cellInWords = ({ class: name, waitingDays, benefitMonths }: Cell): Words => say('rates.cell', { class: name, waitingDays, benefitMonths });

/** The bands of each cell of a table. */
function byCell(rows: readonly RateRow[]): Map<string, RateRow[]> {
  const cells = new Map<string, RateRow[]>();
  for (const row of rows) cells.set(cellOf(row), [...(cells.get(cellOf(row)) ?? []), row]);
  return cells;
}

/** Ages that a table says twice, or leaves out between two bands, in each of its cells. */
function ageProblems(rows: readonly RateRow[]): Words[] {
  const cells = byCell(rows);
  return [...cells.values()].flatMap((bands) => {
    const inOrder = [...bands].sort((a, b) => a.ageFrom - b.ageFrom);
    return inOrder.slice(1).flatMap((band, at) => {
      const before = inOrder[at]?.ageTo ?? 0;
      if (band.ageFrom <= before) return [say('rates.ageTwice', { cell: cellInWords(band), age: band.ageFrom })];
      return band.ageFrom > before + 1 ? [say('rates.agesMissing', { cell: cellInWords(band), from: before + 1, to: band.ageFrom - 1 })] : [];
    });
  });
}

/** Cells and ages that a product can ask for and a table doesn't have: nobody should meet them first. */
export function missingRates(
  table: Pick<RateTable, 'rows'>,
  wanted: { classes: readonly string[]; waitingDays: readonly number[]; benefitMonths: readonly number[]; ages: { least: number; most: number } },
): Words[] {
  const cells = byCell(table.rows);
  return wanted.classes.flatMap((name) =>
    wanted.waitingDays.flatMap((waitingDays) =>
      wanted.benefitMonths.flatMap((benefitMonths) => {
        const cell = { class: name, waitingDays, benefitMonths };
        const bands = cells.get(cellOf(cell)) ?? [];
        const has = (age: number): boolean => bands.some(({ ageFrom, ageTo }) => ageFrom <= age && age <= ageTo);
        return has(wanted.ages.least) && has(wanted.ages.most) ? [] : [cellInWords(cell)];
      }),
    ),
  );
}

/** The table that holds on a day; null where none does. */
export const ratesOn = <Table extends Pick<RateTable, 'from' | 'until'>>(tables: readonly Table[], on: IsoDate): Table | null =>
  tables.find(({ from, until }) => from <= on && (until === null || on <= until)) ?? null;

/** The rate of a cell at an age; null where the table has none. */
export const rateOf = (table: Pick<RateTable, 'rows'>, cell: Pick<RateRow, 'class' | 'waitingDays' | 'benefitMonths'>, age: number): number | null =>
  table.rows.find(
    (row) =>
      row.class === cell.class && row.waitingDays === cell.waitingDays && row.benefitMonths === cell.benefitMonths && row.ageFrom <= age && age <= row.ageTo,
  )?.rate ?? null;
