export type { Column } from './column.js';
export { DataTable } from './data-table.js';
export { OlderList } from './older-list.js';
export { linesOf } from './lines.js';
