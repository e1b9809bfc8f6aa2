import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Rewards, what was bought of them, what was answered in private, and the lines that were handed out. */
export class Rewards1797073200000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['given_lines', 'redemption_answers', 'redemptions', 'rewards'])
      await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE rewards (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     body TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE redemptions (
     id TEXT PRIMARY KEY,
     reward_id TEXT NOT NULL,
     title TEXT NOT NULL,
     gives TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     name TEXT NOT NULL,
     price INTEGER NOT NULL CHECK (price >= 0),
     paid_by TEXT NOT NULL,
     state TEXT NOT NULL,
     at INTEGER NOT NULL,
     since INTEGER NOT NULL,
     answers TEXT NOT NULL,
     list_id TEXT,
     line TEXT,
     target_id TEXT,
     target_name TEXT,
     seconds INTEGER NOT NULL,
     note TEXT NOT NULL
   ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX redemptions_at ON redemptions (at, id)`,
  `CREATE INDEX redemptions_state ON redemptions (state, at, id)`,
  `CREATE INDEX redemptions_reward ON redemptions (reward_id, at, id)`,
  `CREATE INDEX redemptions_viewer ON redemptions (viewer_id, at, id)`,
  // Sealed with a key that is not in this file.
  `CREATE TABLE redemption_answers (
     redemption_id TEXT NOT NULL,
     name TEXT NOT NULL,
     sealed BLOB NOT NULL,
     PRIMARY KEY (redemption_id, name)
   ) STRICT, WITHOUT ROWID`,
  // Nobody gets what someone else got, whatever happens.
  `CREATE TABLE given_lines (
     list_id TEXT NOT NULL,
     line TEXT NOT NULL,
     redemption_id TEXT NOT NULL,
     -- nobody has seen it: it is to stand in its list again
     back INTEGER NOT NULL DEFAULT 0,
     PRIMARY KEY (list_id, line)
   ) STRICT, WITHOUT ROWID`,
];
