import type { MigrationInterface, QueryRunner } from 'typeorm';

/** When a viewer last arrived is asked for with the first message of each in a stream. */
export class ArrivalsByViewer1797062400000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('CREATE INDEX arrivals_by_viewer ON arrivals (viewer_id, at)');
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP INDEX arrivals_by_viewer');
  }
}
