import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How each timeout was laid over one that ran, so that later settings do not change it. */
export class OverlapKept1797091200000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE catches ADD COLUMN overlap TEXT');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE catches DROP COLUMN overlap');
  }
}
