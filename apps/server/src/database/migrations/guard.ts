import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the guard caught and did, what people did to viewers, and what was thought of it. */
export class Guard1796947200000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of TABLES) await runner.query(`DROP TABLE ${table}`);
  }
}

const TABLES = ['phrase_groups', 'guard_labels', 'graces', 'silences', 'catches'];
const STATEMENTS = [
  `CREATE TABLE catches (
     id TEXT PRIMARY KEY,
     at INTEGER NOT NULL,
     viewer_id TEXT NOT NULL,
     name TEXT NOT NULL,
     by TEXT,
     does TEXT NOT NULL,
     seconds INTEGER NOT NULL,
     text TEXT NOT NULL,
     fragments TEXT NOT NULL,
     filter TEXT,
     measure TEXT NOT NULL,
     allowed TEXT NOT NULL,
     step INTEGER NOT NULL,
     strike INTEGER NOT NULL,
     spared TEXT,
     silenced INTEGER NOT NULL,
     until INTEGER,
     state TEXT NOT NULL,
     note TEXT NOT NULL,
     undone_at INTEGER,
     undone_by TEXT,
     label TEXT
   ) STRICT, WITHOUT ROWID`,
  // Of all, the few that still count against somebody, or are still to be carried out.
  `CREATE INDEX catches_standing ON catches (at) WHERE strike = 1 OR silenced = 1 OR by IS NOT NULL`,
  `CREATE INDEX catches_waiting ON catches (id) WHERE state = 'waiting'`,
  `CREATE INDEX catches_viewer ON catches (viewer_id, id)`,
  `CREATE TABLE silences (
     viewer_id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     mask TEXT NOT NULL,
     until INTEGER
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE graces (
     viewer_id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     until INTEGER NOT NULL,
     by TEXT NOT NULL
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE phrase_groups (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     body TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE guard_labels (
     line_id TEXT NOT NULL,
     filter TEXT NOT NULL,
     right INTEGER NOT NULL,
     at INTEGER NOT NULL,
     PRIMARY KEY (line_id, filter)
   ) STRICT, WITHOUT ROWID`,
];
