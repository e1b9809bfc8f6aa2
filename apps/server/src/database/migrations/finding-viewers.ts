import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * Viewers are found by any three letters of their name, and those of a role or a mark, and the names of what is
 * remembered, without looking at all of them. The index of names hangs on SQLite's own row numbers: never VACUUM this file,
 * or have the index made again after it.
 */
export class FindingViewers1796601600000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    const triggers = ['viewer_named', 'viewer_renamed', 'viewer_gone'];
    for (const trigger of triggers) await runner.query(`DROP TRIGGER ${trigger}`);
    const indexes = ['viewers_role', 'viewers_bot', 'viewers_ignored', 'remembered_name'];
    for (const index of indexes) await runner.query(`DROP INDEX ${index}`);
    for (const table of ['viewer_names', 'viewer_total']) await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  // No positions and no sizes: LIKE needs neither, and the index is a fifth as large.
  `CREATE VIRTUAL TABLE viewer_names USING fts5 (
     name, content = 'viewers', tokenize = 'trigram', detail = 'none', columnsize = 0
   )`,
  // The name of somebody who is erased must not stay in the index until it is next tidied.
  `INSERT INTO viewer_names (viewer_names, rank) VALUES ('secure-delete', 1)`,
  `INSERT INTO viewer_names (viewer_names) VALUES ('rebuild')`,
  // Counting a million takes SQLite 20 ms.
  `CREATE TABLE viewer_total (id INTEGER PRIMARY KEY CHECK (id = 1), total INTEGER NOT NULL) STRICT`,
  `INSERT INTO viewer_total SELECT 1, count(*) FROM viewers`,
  `CREATE TRIGGER viewer_named AFTER INSERT ON viewers BEGIN
     UPDATE viewer_total SET total = total + 1;
     INSERT INTO viewer_names (rowid, name) VALUES (new.rowid, new.name);
   END`,
  `CREATE TRIGGER viewer_renamed AFTER UPDATE OF name ON viewers WHEN old.name IS NOT new.name BEGIN
     INSERT INTO viewer_names (viewer_names, rowid, name) VALUES ('delete', old.rowid, old.name);
     INSERT INTO viewer_names (rowid, name) VALUES (new.rowid, new.name);
   END`,
  `CREATE TRIGGER viewer_gone AFTER DELETE ON viewers BEGIN
     UPDATE viewer_total SET total = total - 1;
     INSERT INTO viewer_names (viewer_names, rowid, name) VALUES ('delete', old.rowid, old.name);
   END`,
  `CREATE INDEX viewers_role ON viewers (role) WHERE merged_into IS NULL`,
  `CREATE INDEX viewers_bot ON viewers (bot) WHERE bot = 1`,
  `CREATE INDEX viewers_ignored ON viewers (ignored) WHERE ignored = 1`,
  `CREATE INDEX remembered_name ON remembered (name)`,
];
