import { AREAS } from './areas.js';
import type { Stored } from './database/index.js';

/** When a migration was made: its name ends with that, in milliseconds. */
const madeAt = ({ name }: Stored['migrations'][number]): string => name.slice(-13);

/** The tables of every area, and its migrations. The first tables were made by the migrations in `database`. */
export const STORED: Stored = {
  entities: AREAS.flatMap(({ rows = [] }) => rows),
  migrations: AREAS.flatMap(({ migrations = [] }) => migrations).sort((a, b) =>
    madeAt(a).localeCompare(madeAt(b)),
  ),
};
