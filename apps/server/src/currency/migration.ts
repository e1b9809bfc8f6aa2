import type { MigrationInterface, QueryRunner } from 'typeorm';

/** How far it is to the next payout, so that a restart neither pays twice nor starts the wait over. */
export class PayoutClock1797037200000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE payout_clock (
      id INTEGER PRIMARY KEY CHECK (id = 1),
      number INTEGER NOT NULL,
      ran_ms INTEGER NOT NULL,
      paid_at INTEGER NOT NULL
    ) STRICT`);
    await runner.query('INSERT INTO payout_clock VALUES (1, 0, 0, 0)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE payout_clock');
  }
}
