import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Seasons, what viewers had when each began, and how they stood when it ended. */
export class Seasons1797044400000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['season_standings', 'season_beginnings', 'seasons'])
      await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE seasons (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     started_at INTEGER NOT NULL,
     ended_at INTEGER
   ) STRICT, WITHOUT ROWID`,
  `CREATE UNIQUE INDEX seasons_now ON seasons (ended_at IS NULL) WHERE ended_at IS NULL`,
  `CREATE TABLE season_beginnings (
     season_id TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     earned INTEGER NOT NULL,
     watch_ms INTEGER NOT NULL,
     messages INTEGER NOT NULL,
     PRIMARY KEY (season_id, viewer_id)
   ) STRICT, WITHOUT ROWID`,
  `CREATE TABLE season_standings (
     season_id TEXT NOT NULL,
     board TEXT NOT NULL,
     viewer_id TEXT NOT NULL,
     place INTEGER NOT NULL,
     value INTEGER NOT NULL,
     PRIMARY KEY (season_id, board, viewer_id)
   ) STRICT, WITHOUT ROWID`,
];
