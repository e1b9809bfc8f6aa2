import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The library of media; the files themselves are in the folder beside the database. */
export class Media1797055200000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE media (
      id TEXT PRIMARY KEY,
      name TEXT NOT NULL,
      body TEXT NOT NULL,
      version INTEGER NOT NULL,
      changed_at INTEGER NOT NULL,
      deleted_at INTEGER
    ) STRICT, WITHOUT ROWID`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE media');
  }
}
