import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Timers: what a person made of them, each version of it, where they stand, and the clock they count by. */
export class Timers1796256000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  down(): Promise<void> {
    throw new Error('Timers do not fit into what there was before; put a copy of the file back');
  }
}

const STATEMENTS = [
  `CREATE TABLE timers (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     body TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER
   ) STRICT`,
  `CREATE TABLE timer_versions (
     timer_id TEXT NOT NULL REFERENCES timers (id),
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     body TEXT NOT NULL,
     PRIMARY KEY (timer_id, version)
   ) STRICT, WITHOUT ROWID`,
  // Where a timer stands; apart from what a person wrote, since it changes with every line of chat.
  `CREATE TABLE timer_states (
     timer_id TEXT PRIMARY KEY REFERENCES timers (id),
     state TEXT NOT NULL
   ) STRICT`,
  // One row: the running clock, and what timers said lately.
  `CREATE TABLE timer_clock (
     id INTEGER PRIMARY KEY CHECK (id = 1),
     running REAL NOT NULL,
     at INTEGER NOT NULL,
     live_at INTEGER,
     said TEXT NOT NULL
   ) STRICT`,
];
