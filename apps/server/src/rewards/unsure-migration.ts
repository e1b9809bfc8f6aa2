import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Whether the line of a purchase may have been delivered without anyone knowing. */
export class UnsureDeliveries1797084000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE redemptions ADD COLUMN unsure INTEGER NOT NULL DEFAULT 0');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE redemptions DROP COLUMN unsure');
  }
}
