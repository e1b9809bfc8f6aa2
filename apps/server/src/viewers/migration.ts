import type { MigrationInterface, QueryRunner } from 'typeorm';

/** The tier of a viewer's subscription, for what is paid by it. */
export class SubscribedTier1797048000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE viewers ADD COLUMN subscribed_tier INTEGER NOT NULL DEFAULT 1');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE viewers DROP COLUMN subscribed_tier');
  }
}
