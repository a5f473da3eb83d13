/** How a cell's number is written. */
export type CellFormat = 'text' | 'money' | 'percent' | 'rate' | 'date' | 'whole' | 'number';

/** A cell: a value that was keyed or read, or a formula of other cells. */
export interface Cell {
  value?: string | number | null;
  /** Without the equals sign, in the notation of ISO/IEC 29500 (SpreadsheetML). */
  formula?: string;
  format?: CellFormat;
  bold?: boolean;
}

export interface Sheet {
  /** Which sheet it is, whatever it is called. */
  code: 'figures' | 'request' | 'part' | 'rate';
  name: string;
  /** Widths of columns in characters. */
  widths: number[];
  rows: Cell[][];
  /** Rows that stay in view at the top. */
  frozen?: number;
}

/** A column's letters: 0 → A, 26 → AA. */
export function columnName(index: number): string {
  const low = String.fromCharCode(65 + (index % 26));
  return index < 26 ? low : columnName(Math.floor(index / 26) - 1) + low;
}

/** The address of a cell by its place, from zero; absolute where it is to stay put. */
export const cellAt = (row: number, column: number, absolute = false): string =>
  absolute ? `$${columnName(column)}$${row + 1}` : `${columnName(column)}${row + 1}`;

/** The same cell seen from another sheet. */
export const onSheet = (sheet: string, address: string): string => `'${sheet.replaceAll("'", "''")}'!${address}`;

export const text = (value: string, bold = false): Cell => ({ value, format: 'text', ...(bold ? { bold } : {}) });
