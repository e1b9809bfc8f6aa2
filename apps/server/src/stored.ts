import type { Stored } from './database/index.js';

/** The tables areas have of their own, beside those in `database`. */
export const STORED: Stored = { entities: [], migrations: [] };
