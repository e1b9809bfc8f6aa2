import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Overlays, the secret each is opened with, and what is on their stages. */
export class Overlays1797058800000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE overlays (
      id TEXT PRIMARY KEY,
      name TEXT NOT NULL,
      body TEXT NOT NULL,
      version INTEGER NOT NULL,
      changed_at INTEGER NOT NULL,
      deleted_at INTEGER
    ) STRICT, WITHOUT ROWID`);
    await runner.query(`CREATE TABLE overlay_keys (
      overlay_id TEXT PRIMARY KEY,
      key TEXT NOT NULL,
      changed_at INTEGER NOT NULL
    ) STRICT, WITHOUT ROWID`);
    await runner.query(`CREATE TABLE stages (
      overlay_id TEXT PRIMARY KEY,
      state TEXT NOT NULL
    ) STRICT, WITHOUT ROWID`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['stages', 'overlay_keys', 'overlays']) await runner.query(`DROP TABLE ${table}`);
  }
}
