import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Queues, the handles of games, everyone who ever queued, and what viewers hold. */
export class Queues1797051600000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of [
      'queue_bumps',
      'viewer_handles',
      'queue_entries',
      'queue_states',
      'game_handles',
      'queues',
    ])
      await runner.query(`DROP TABLE ${table}`);
  }
}

const THING = `id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     body TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER`;

const STATEMENTS = [
  `CREATE TABLE queues (${THING}) STRICT, WITHOUT ROWID`,
  `CREATE TABLE game_handles (${THING}) STRICT, WITHOUT ROWID`,
  `CREATE TABLE queue_states (
     queue_id TEXT PRIMARY KEY,
     open INTEGER NOT NULL,
     opened_at INTEGER,
     joins INTEGER NOT NULL
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE queue_entries (
     id TEXT PRIMARY KEY,
     queue_id TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     name TEXT NOT NULL,
     state TEXT NOT NULL,
     place REAL NOT NULL,
     sort_key REAL NOT NULL,
     by_hand INTEGER NOT NULL,
     joined_at INTEGER NOT NULL,
     told_least INTEGER,
     told_most INTEGER,
     paid INTEGER NOT NULL CHECK (paid >= 0),
     called_at INTEGER,
     until INTEGER,
     reminded INTEGER NOT NULL,
     missed INTEGER NOT NULL,
     started_at INTEGER,
     ended_at INTEGER
   ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX queue_entries_joined ON queue_entries (joined_at, id)`,
  `CREATE INDEX queue_entries_viewer ON queue_entries (viewer_id)`,
  `CREATE INDEX queue_entries_done ON queue_entries (queue_id, ended_at) WHERE state = 'done'`,
  // Nobody is in a queue twice, whatever happens.
  `CREATE UNIQUE INDEX queue_entries_live ON queue_entries (queue_id, viewer_id)
     WHERE state IN ('waiting', 'called', 'confirmed', 'playing')`,
  `CREATE TABLE viewer_handles (
     handle_id TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     text TEXT NOT NULL,
     changed_at INTEGER NOT NULL,
     PRIMARY KEY (handle_id, viewer_id)
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE queue_bumps (
     viewer_id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     given_by TEXT NOT NULL,
     at INTEGER NOT NULL
   ) STRICT, WITHOUT ROWID`,
];
