import type { Cell, CellFormat, Sheet } from '@cavren/core';
import exceljs from 'exceljs';

const NUMBER_FORMAT: Record<CellFormat, string> = {
  text: '@',
  money: '#,##0.00',
  percent: '0.00%',
  rate: '0.0000%',
  date: 'yyyy-mm-dd',
  whole: '0',
  number: '0.############',
};

/**
 * Sheets as an Office Open XML workbook. Formulas go in without results, so that whatever opens it works them out, and it
 * is told to do so on opening.
 */
export async function xlsxOf(sheets: readonly Sheet[], title: string): Promise<Uint8Array> {
  const book = new exceljs.Workbook();
  book.title = title;
  book.creator = 'Cavren';
  book.calcProperties.fullCalcOnLoad = true;
  for (const { name, widths, rows, frozen } of sheets) {
    const sheet = book.addWorksheet(name, frozen === undefined ? {} : { views: [{ state: 'frozen', ySplit: frozen }] });
    sheet.columns = widths.map((width) => ({ width }));
    for (const cells of rows) {
      const row = sheet.addRow(cells.map(contentOf));
      cells.forEach(({ format, bold }, at) => {
        const cell = row.getCell(at + 1);
        if (format && format !== 'text') cell.numFmt = NUMBER_FORMAT[format];
        if (bold) cell.font = { bold: true };
      });
    }
  }
  return new Uint8Array(await book.xlsx.writeBuffer());
}

function contentOf({ value, formula, format }: Cell): exceljs.CellValue {
  if (formula !== undefined) return { formula };
  if (format === 'date' && typeof value === 'string') return new Date(`${value}T00:00:00Z`);
  return value ?? null;
}
