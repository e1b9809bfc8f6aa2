import type { MigrationInterface, QueryRunner } from 'typeorm';

export class FirstEvening1795392000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
  }

  async down(runner: QueryRunner): Promise<void> {
    const tables = [
      'activity',
      'command_viewer_uses',
      'command_versions',
      'command_names',
      'commands',
      'chat_lines',
      'viewers',
    ];
    for (const table of tables) await runner.query(`DROP TABLE ${table}`);
  }
}

const STATEMENTS = [
  `CREATE TABLE viewers (
     id TEXT PRIMARY KEY,
     connection TEXT NOT NULL,
     account TEXT NOT NULL,
     name TEXT NOT NULL,
     role TEXT NOT NULL,
     first_seen INTEGER NOT NULL,
     last_seen INTEGER NOT NULL,
     messages INTEGER NOT NULL DEFAULT 0 CHECK (messages >= 0),
     UNIQUE (connection, account)
   ) STRICT`,
  `CREATE INDEX viewers_last_seen ON viewers (last_seen, id)`,

  // A line's viewer has no foreign key: lines are batched and may be written before their viewer.
  `CREATE TABLE chat_lines (
     id TEXT PRIMARY KEY,
     at INTEGER NOT NULL,
     viewer_id TEXT,
     name TEXT NOT NULL,
     role TEXT NOT NULL,
     text TEXT NOT NULL,
     own INTEGER NOT NULL,
     outcome TEXT NOT NULL,
     brief TEXT NOT NULL,
     why TEXT
   ) STRICT`,

  `CREATE TABLE commands (
     id TEXT PRIMARY KEY,
     name TEXT NOT NULL,
     aliases TEXT NOT NULL,
     text TEXT NOT NULL,
     enabled INTEGER NOT NULL,
     lowest_role TEXT NOT NULL,
     cooldown INTEGER NOT NULL,
     viewer_cooldown INTEGER NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     deleted_at INTEGER,
     uses INTEGER NOT NULL DEFAULT 0 CHECK (uses >= 0),
     last_use INTEGER
   ) STRICT`,
  // Every name a command answers to, once in the whole channel: the database itself refuses a clash.
  `CREATE TABLE command_names (
     name TEXT PRIMARY KEY,
     command_id TEXT NOT NULL REFERENCES commands (id) ON DELETE CASCADE
   ) STRICT`,
  `CREATE INDEX command_names_command ON command_names (command_id)`,
  `CREATE TABLE command_versions (
     command_id TEXT NOT NULL REFERENCES commands (id) ON DELETE CASCADE,
     version INTEGER NOT NULL,
     body TEXT NOT NULL,
     changed_at INTEGER NOT NULL,
     PRIMARY KEY (command_id, version)
   ) STRICT`,
  `CREATE TABLE command_viewer_uses (
     command_id TEXT NOT NULL REFERENCES commands (id) ON DELETE CASCADE,
     viewer_id TEXT NOT NULL REFERENCES viewers (id) ON DELETE CASCADE,
     uses INTEGER NOT NULL CHECK (uses > 0),
     last_use INTEGER NOT NULL,
     PRIMARY KEY (command_id, viewer_id)
   ) STRICT, WITHOUT ROWID`,
  `CREATE INDEX command_viewer_uses_last ON command_viewer_uses (last_use)`,

  `CREATE TABLE activity (
     id TEXT PRIMARY KEY,
     at INTEGER NOT NULL,
     kind TEXT NOT NULL,
     subject TEXT NOT NULL,
     text TEXT NOT NULL
   ) STRICT`,
];
