import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Cairns, and the stones that lie on them. */
export class Cairns1900000000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE cairns (
      id TEXT PRIMARY KEY,
      name TEXT NOT NULL,
      body TEXT NOT NULL,
      version INTEGER NOT NULL,
      changed_at INTEGER NOT NULL,
      deleted_at INTEGER
    ) STRICT, WITHOUT ROWID`);
    await runner.query(
      'CREATE TABLE stones (cairn_id TEXT PRIMARY KEY, count INTEGER NOT NULL) STRICT, WITHOUT ROWID',
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['stones', 'cairns']) await runner.query(`DROP TABLE ${table}`);
  }
}
