import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Routines that stand for themselves, with what they need: lists, what is remembered, runs
 * that go on later, streams and who wrote in them, events taken, and posts to webhooks.
 */
export class RoutinesInFull1795824000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...ROUTINES, ...LISTS, ...RUNS, ...STREAMS, ...WEBHOOKS])
      await runner.query(statement);
  }

  down(): Promise<void> {
    throw new Error('Routines do not fit into what there was before; put a copy of the file back');
  }
}

const ROUTINES = [
  `ALTER TABLE routines ADD COLUMN while_running TEXT NOT NULL DEFAULT 'beside'`,
  `ALTER TABLE routines ADD COLUMN after_restart TEXT NOT NULL DEFAULT 'go-on'`,
  `CREATE TABLE named_routines (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     "group" TEXT NOT NULL,
     enabled INTEGER NOT NULL,
     triggers TEXT NOT NULL,
     when_limits TEXT NOT NULL,
     routine_id TEXT NOT NULL REFERENCES routines (id),
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER
   ) STRICT`,
  `CREATE UNIQUE INDEX named_routines_name ON named_routines (name COLLATE NOCASE) WHERE deleted_at IS NULL`,
  `CREATE TABLE routine_versions (
     routine_id TEXT NOT NULL REFERENCES named_routines (id) ON DELETE CASCADE,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     body TEXT NOT NULL,
     PRIMARY KEY (routine_id, version)
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE remembered (
     span TEXT NOT NULL CHECK (span IN ('viewer', 'stream', 'good')),
     viewer TEXT NOT NULL,
     name TEXT NOT NULL,
     text TEXT NOT NULL,
     changed_at INTEGER NOT NULL,
     PRIMARY KEY (span, viewer, name)
   ) STRICT, WITHOUT ROWID`,
];

const LISTS = [
  `CREATE TABLE lists (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER,
     round INTEGER NOT NULL DEFAULT 1,
     last INTEGER NOT NULL DEFAULT -1
   ) STRICT`,
  `CREATE UNIQUE INDEX lists_name ON lists (name COLLATE NOCASE) WHERE deleted_at IS NULL`,
  // A line drawn in a round bears its number, so that a new round is one number and not as many writes as lines.
  `CREATE TABLE list_lines (
     list_id TEXT NOT NULL REFERENCES lists (id) ON DELETE CASCADE,
     place INTEGER NOT NULL,
     text TEXT NOT NULL,
     round INTEGER NOT NULL DEFAULT 0,
     PRIMARY KEY (list_id, place)
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE list_versions (
     list_id TEXT NOT NULL REFERENCES lists (id) ON DELETE CASCADE,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     name TEXT NOT NULL,
     text TEXT NOT NULL,
     PRIMARY KEY (list_id, version)
   ) STRICT, WITHOUT ROWID`,
];

const RUNS = [
  `CREATE TABLE runs (
     id TEXT PRIMARY KEY,
     owner TEXT NOT NULL,
     state TEXT NOT NULL
   ) STRICT`,
  `CREATE TABLE run_log (
     id TEXT PRIMARY KEY,
     at INTEGER NOT NULL,
     ended_at INTEGER,
     owner TEXT NOT NULL,
     title TEXT NOT NULL,
     by TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     viewer TEXT NOT NULL,
     ended TEXT NOT NULL,
     words TEXT NOT NULL,
     checks TEXT NOT NULL
   ) STRICT`,
  `CREATE INDEX run_log_owner ON run_log (owner, id)`,
];

const STREAMS = [
  // Being present counts as being seen, so coming back after days needs a time of its own.
  `ALTER TABLE viewers ADD COLUMN last_wrote INTEGER`,
  `UPDATE viewers SET last_wrote = last_seen WHERE messages > 0`,
  `ALTER TABLE chat_lines ADD COLUMN removed INTEGER NOT NULL DEFAULT 0`,
  `CREATE TABLE streams (
     id TEXT PRIMARY KEY,
     started_at INTEGER NOT NULL,
     ended_at INTEGER
   ) STRICT`,
  `CREATE TABLE arrivals (
     stream_id TEXT NOT NULL REFERENCES streams (id) ON DELETE CASCADE,
     viewer_id TEXT NOT NULL,
     at INTEGER NOT NULL,
     PRIMARY KEY (stream_id, viewer_id)
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE events_taken (
     source TEXT NOT NULL,
     id TEXT NOT NULL,
     at INTEGER NOT NULL,
     PRIMARY KEY (source, id)
   ) STRICT, WITHOUT ROWID`,
];

const WEBHOOKS = [
  `CREATE TABLE webhooks (
     name TEXT PRIMARY KEY,
     address TEXT NOT NULL,
     secret TEXT NOT NULL,
     changed_at INTEGER NOT NULL
   ) STRICT`,
  `CREATE TABLE deliveries (
     id TEXT PRIMARY KEY,
     webhook TEXT NOT NULL,
     body TEXT NOT NULL,
     at INTEGER NOT NULL,
     tries INTEGER NOT NULL DEFAULT 0,
     next_at INTEGER,
     state TEXT NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'arrived', 'given-up')),
     answer TEXT NOT NULL DEFAULT ''
   ) STRICT`,
  `CREATE INDEX deliveries_waiting ON deliveries (next_at) WHERE state = 'waiting'`,
  `CREATE INDEX deliveries_at ON deliveries (at, id)`,
  // What taking a bundle in changed, for taking it back.
  `CREATE TABLE bundle_imports (
     id TEXT PRIMARY KEY,
     at INTEGER NOT NULL,
     title TEXT NOT NULL,
     undo TEXT NOT NULL,
     undone_at INTEGER
   ) STRICT`,
];
