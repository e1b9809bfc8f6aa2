import { FirstEvening1795392000000 } from './first-evening.js';

/** All migrations, oldest first. One that has been released is never changed. */
export const MIGRATIONS = [FirstEvening1795392000000];
