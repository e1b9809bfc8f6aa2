import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Games, the settings they were played by, their rounds, what everyone did in them, and how everyone stands. */
export class Games1797076800000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['game_tallies', 'game_plays', 'game_rounds', 'game_settings', 'games'])
      await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE games (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     body TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER
   ) STRICT, WITHOUT ROWID`,
  // Versions of things are let go of after a while; what was played by them can be played again all the same.
  `CREATE TABLE game_settings (
     game_id TEXT NOT NULL,
     version INTEGER NOT NULL,
     body TEXT NOT NULL,
     PRIMARY KEY (game_id, version)
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE game_rounds (
     id TEXT PRIMARY KEY,
     game_id TEXT NOT NULL,
     title TEXT NOT NULL,
     kind TEXT NOT NULL,
     version INTEGER NOT NULL,
     started_at INTEGER NOT NULL,
     until INTEGER,
     state TEXT NOT NULL,
     ticks TEXT NOT NULL,
     ended_at INTEGER,
     over TEXT
   ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX game_rounds_open ON game_rounds (id) WHERE over IS NULL`,
  `CREATE INDEX game_rounds_game ON game_rounds (game_id, started_at, id)`,
  `CREATE INDEX game_rounds_at ON game_rounds (started_at, id)`,
  `CREATE TABLE game_plays (
     round_id TEXT NOT NULL,
     n INTEGER NOT NULL,
     game_id TEXT NOT NULL,
     version INTEGER NOT NULL,
     viewer_id TEXT NOT NULL,
     name TEXT NOT NULL,
     does TEXT NOT NULL,
     at INTEGER NOT NULL,
     stake INTEGER NOT NULL CHECK (stake >= 0),
     typed TEXT NOT NULL,
     rival TEXT,
     numbers TEXT NOT NULL,
     level INTEGER NOT NULL,
     -- what came of it; null while that is open
     variant TEXT,
     outcome TEXT,
     due INTEGER,
     paid INTEGER,
     shown TEXT,
     PRIMARY KEY (round_id, n)
   ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX game_plays_viewer ON game_plays (viewer_id, at)`,
  `CREATE INDEX game_plays_counted ON game_plays (game_id, version, variant, level, outcome, stake, paid)
     WHERE outcome IS NOT NULL`,
  `CREATE TABLE game_tallies (
     game_id TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     plays INTEGER NOT NULL,
     staked INTEGER NOT NULL,
     won INTEGER NOT NULL,
     best INTEGER NOT NULL,
     streak INTEGER NOT NULL,
     longest_win INTEGER NOT NULL,
     longest_loss INTEGER NOT NULL,
     level INTEGER NOT NULL,
     last_at INTEGER NOT NULL,
     PRIMARY KEY (game_id, viewer_id)
   ) STRICT, WITHOUT ROWID`,
];
