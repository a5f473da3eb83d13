import { say, type Words } from '../../basis/words/index';
import { columnProblems } from '../../basis/table/index';
import type { LineRateRow, LineRateTable, LineRules } from '../../file/product/index';

/** The columns of a table of rates of lines, in any order; a table with others is refused. */
const COLUMNS = ['item', 'place', 'rate'] as const;

/**
 * Reads the records of an imported table (CSV with a head) into rates of lines.
 * @returns the rows, and what is wrong by line, the head being line 1; with anything wrong, nothing should be used.
 */
export function readLineRates(head: readonly string[], records: readonly Readonly<Record<string, string>>[]): { rows: LineRateRow[]; problems: Words[] } {
  const problems = columnProblems(COLUMNS, head);
  if (problems.length > 0) return { rows: [], problems };
  const seen = new Set<string>();
  const rows = records.map((record, at): LineRateRow => {
    const line = at + 2;
    const [item, place, rate] = COLUMNS.map((column) => record[column]?.trim() ?? '') as [string, string, string];
    if (item === '' || place === '') problems.push(say('rates.noItem', { line }));
    if (!/^\d{1,3}(\.\d{1,6})?$/.test(rate) || Number(rate) <= 0 || Number(rate) > 100) problems.push(say('rates.noRate', { line }));
    const cell = JSON.stringify([item, place]);
    if (seen.has(cell)) problems.push(say('rates.itemTwice', { line, item, place }));
    seen.add(cell);
    return { item, place, rate: Number(rate) };
  });
  return problems.length > 0 ? { rows: [], problems } : { rows, problems };
}

/** Items and places that a product offers and a table has no rate for: nobody should meet them first. */
export const missingLineRates = ({ rows }: Pick<LineRateTable, 'rows'>, { items, places }: Pick<LineRules, 'items' | 'places'>): Words[] =>
  items.flatMap((item) =>
    places
      .filter((place) => !rows.some((row) => row.item === item.code && row.place === place.code))
      .map((place) => say('rates.itemCell', { item: item.code, place: place.code })),
  );
