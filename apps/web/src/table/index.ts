export type { Column } from './column.js';
export { DataTable } from './data-table.js';
export { grouped } from './lines.js';
