import type { FieldValue } from '@cavren/contract';
import { fieldOf, LINE_FIELDS, type IsoDate, type LineRules } from '@cavren/core';
import Papa from 'papaparse';
import { labelOf, readTyped, type Writing } from '../words/index';

type Column = (typeof LINE_FIELDS)[number];

/** One line of what was pasted: its values, or what is wrong in it, with its cells as they came. */
export interface PastedLine {
  cells: string[];
  values: Record<string, FieldValue>;
  problems: string[];
}

const tidy = (text: string): string => text.trim().toLocaleLowerCase();
const isColumn = (column: Column | undefined): column is Column => column !== undefined;

/** Which column each cell is of, where the first line names them; null where it doesn't. */
function headOf(cells: readonly string[]): (Column | undefined)[] | null {
  const named = cells.map((cell) => LINE_FIELDS.find((column) => [column, labelOf('coverLine', column)].some((name) => tidy(name) === tidy(cell))));
  return named.filter(isColumn).length >= 2 ? named : null;
}

/** One of a list by its code or its words, or by how its words begin where only one does. */
function oneOf(list: readonly { code: string; label: string }[], cell: string): string | null {
  const exact = list.find(({ code, label }) => tidy(code) === tidy(cell) || tidy(label) === tidy(cell));
  if (exact) return exact.code;
  const [first, ...others] = list.filter(({ label }) => tidy(label).startsWith(tidy(cell)));
  return first && others.length === 0 ? first.code : null;
}

/** Reads lines as they come from a spreadsheet (cells parted by tabs) or as CSV; figures are written as the place writes them. */
export function readPasted(text: string, rules: LineRules, writing: Writing, today: IsoDate): PastedLine[] {
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy', delimiter: text.includes('\t') ? '\t' : '' });
  const [first = [], ...rest] = data;
  const head = headOf(first);
  const lists: Partial<Record<Column, readonly { code: string; label: string }[]>> = {
    item: rules.items,
    place: rules.places,
    level: rules.levels,
    agent: rules.agents,
  };
  return (head ? rest : data).map((cells) => {
    const values: Record<string, FieldValue> = {};
    const problems: string[] = [];
    const columns = head ?? LINE_FIELDS;
    if (cells.slice(columns.length).some((cell) => cell.trim() !== '')) problems.push(`There are more than ${columns.length} columns`);
    for (const [at, column] of columns.entries()) {
      const cell = cells[at]?.trim() ?? '';
      if (!column || cell === '') continue;
      const list = lists[column];
      const described = fieldOf('coverLine', column);
      const label = labelOf('coverLine', column);
      if (list) {
        const code = oneOf(list, cell);
        if (code === null) problems.push(`${label}: “${cell}” is none of ${list.map((one) => `“${one.label}”`).join(', ')}`);
        else values[column] = code;
      } else if (described) {
        const reading = readTyped(described, cell.replace(/^[$£€]\s?/, ''), writing, today);
        if ('problem' in reading) problems.push(`${label}: ${reading.problem}`);
        else values[column] = reading.value;
      }
    }
    return { cells, values, problems };
  });
}

/** Cells as a spreadsheet would paste them. */
export const asPasted = (lines: readonly Pick<PastedLine, 'cells'>[]): string =>
  Papa.unparse(
    lines.map(({ cells }) => cells),
    { delimiter: '\t' },
  );
