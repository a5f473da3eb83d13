export { type WorkbookInput, workbookOf } from './workbook';
export { cellAt, columnName, onSheet, text, type Cell, type CellFormat, type Sheet } from './sheet';
