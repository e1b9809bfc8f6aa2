import { stringify } from 'csv-stringify/browser/esm/sync';
import type { Column } from './column.js';

/** Rows as CSV, with a first row of labels; what a spreadsheet would take for a formula is kept from being one. */
export function asCsv<T>(columns: readonly Column<T>[], rows: readonly T[]): string {
  return stringify(
    rows.map((row) => columns.map(({ words }) => words(row))),
    { header: true, columns: columns.map(({ label }) => label), escape_formulas: true, bom: true },
  );
}

/** Has the browser save them. */
export function saveCsv<T>(many: string, columns: readonly Column<T>[], rows: readonly T[]): void {
  const url = URL.createObjectURL(new Blob([asCsv(columns, rows)], { type: 'text/csv' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `${many}.csv`;
  link.click();
  URL.revokeObjectURL(url);
}
