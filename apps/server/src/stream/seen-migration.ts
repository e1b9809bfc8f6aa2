import type { MigrationInterface, QueryRunner } from 'typeorm';

/** When a stream was last seen to be live, which tells after a restart whether it is still the same one. */
export class StreamsSeen1797087600000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE streams ADD COLUMN seen_at INTEGER');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE streams DROP COLUMN seen_at');
  }
}
