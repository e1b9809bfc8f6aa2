import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Texts that are kept up to date in files, and the key each file is read with over HTTP. */
export class Outputs1797066000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE outputs (
      id TEXT PRIMARY KEY,
      name TEXT NOT NULL,
      body TEXT NOT NULL,
      version INTEGER NOT NULL,
      changed_at INTEGER NOT NULL,
      deleted_at INTEGER
    ) STRICT, WITHOUT ROWID`);
    await runner.query(`CREATE TABLE output_keys (
      name TEXT PRIMARY KEY,
      key TEXT NOT NULL,
      changed_at INTEGER NOT NULL
    ) STRICT, WITHOUT ROWID`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['output_keys', 'outputs']) await runner.query(`DROP TABLE ${table}`);
  }
}
