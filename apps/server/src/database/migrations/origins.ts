import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Who had something said or remembered, so that it goes when they are erased; and how far a file of viewers came. */
export class Origins1796774400000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE chat_lines DROP COLUMN caused_by');
    await runner.query('ALTER TABLE remembered DROP COLUMN caused_by');
    await runner.query('DROP TABLE imports');
  }
}

const STATEMENTS = [
  `ALTER TABLE chat_lines ADD COLUMN caused_by TEXT`,
  `ALTER TABLE remembered ADD COLUMN caused_by TEXT`,
  `CREATE TABLE imports (id TEXT PRIMARY KEY, rows INTEGER NOT NULL, done INTEGER NOT NULL) STRICT`,
];
