import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Which ranks each viewer has reached, so that each is told of once. */
export class RanksReached1797040800000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE ranks_reached (
      viewer_id TEXT NOT NULL,
      rank_id TEXT NOT NULL,
      at INTEGER NOT NULL,
      PRIMARY KEY (viewer_id, rank_id)
    ) STRICT, WITHOUT ROWID`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE ranks_reached');
  }
}
