import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The modes someone had before they were kept out, and those they get back when they come again. */
export class ModesRestored1797069600000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE silences ADD COLUMN modes TEXT NOT NULL DEFAULT ''`);
    await runner.query(`CREATE TABLE modes_to_restore (
      nick TEXT PRIMARY KEY,
      modes TEXT NOT NULL,
      at INTEGER NOT NULL
    ) STRICT, WITHOUT ROWID`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE modes_to_restore');
    await runner.query('ALTER TABLE silences DROP COLUMN modes');
  }
}
