import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What the server calls the messages that were handled last, so that none is handled twice. */
export class HandledMessages1797080400000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE handled_messages (
      seq INTEGER PRIMARY KEY,
      id TEXT NOT NULL UNIQUE
    ) STRICT`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE handled_messages');
  }
}
