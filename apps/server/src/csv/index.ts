export { csvRecords, type CsvRecord } from './records.js';
