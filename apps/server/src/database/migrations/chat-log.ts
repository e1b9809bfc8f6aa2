import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Events stand among the lines of chat, and the activity knows what each entry is about. An
 * index of lines by viewer cost more to keep than the lines themselves; the hours in which
 * somebody wrote find their lines as well.
 */
export class ChatLog1796860800000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of BACK) await runner.query(statement);
  }
}

const STATEMENTS = [
  `ALTER TABLE chat_lines ADD COLUMN event TEXT`,
  `ALTER TABLE chat_lines ADD COLUMN by_hand INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE activity ADD COLUMN about TEXT`,
  `ALTER TABLE run_log ADD COLUMN reason TEXT`,
  `UPDATE run_log SET reason = 'other' WHERE ended = 'refused'`,
  `CREATE TABLE viewer_hours (
     viewer_id TEXT NOT NULL,
     hour INTEGER NOT NULL,
     PRIMARY KEY (viewer_id, hour)
   ) STRICT, WITHOUT ROWID`,
  // An id may tell a moment later than the line was written; an hour too many does no harm.
  `INSERT OR IGNORE INTO viewer_hours
     SELECT viewer_id, (at + 2000) / 3600000 FROM chat_lines WHERE viewer_id IS NOT NULL`,
  `INSERT OR IGNORE INTO viewer_hours
     SELECT viewer_id, (at - 2000) / 3600000 FROM chat_lines WHERE viewer_id IS NOT NULL`,
  `DROP INDEX chat_lines_viewer`,
  `CREATE INDEX chat_lines_refused ON chat_lines (id) WHERE outcome IN ('stopped', 'waiting')`,
];
const BACK = [
  `DROP INDEX chat_lines_refused`,
  `CREATE INDEX chat_lines_viewer ON chat_lines (viewer_id, id)`,
  `DROP TABLE viewer_hours`,
  `ALTER TABLE run_log DROP COLUMN reason`,
  `ALTER TABLE activity DROP COLUMN about`,
  `DELETE FROM chat_lines WHERE event IS NOT NULL`,
  `ALTER TABLE chat_lines DROP COLUMN by_hand`,
  `ALTER TABLE chat_lines DROP COLUMN event`,
];
