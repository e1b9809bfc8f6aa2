import type { MigrationInterface, QueryRunner } from 'typeorm';

/**
 * A command becomes a trigger with gates in front of a routine, and viewers get what is
 * kept of them. What one-line commands held is carried over, their versions too, so that
 * a step back still works.
 */
export class CommandsInFull1795478400000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of [...COMMANDS, ...VIEWERS, ...REST]) await runner.query(statement);
  }

  down(): Promise<void> {
    throw new Error('What commands hold since does not fit into what they were; put a copy of the file back');
  }
}

const trigger = (name: string, aliases: string): string =>
  `json_object('name', ${name}, 'aliases', json(${aliases}), 'phrases', json('[]'), 'wholeMessage', json('false'),
     'pattern', '', 'matchCase', json('false'), 'fromBots', json('false'), 'connections', json('[]'))`;
const gates = (role: string, cooldown: string, viewerCooldown: string): string =>
  `json_object('lowestRole', ${role}, 'cooldown', ${cooldown}, 'viewerCooldown', ${viewerCooldown})`;
const steps = (text: string): string =>
  `json_array(json_object('kind', 'say', 'id', 'say', 'texts', json_array(${text}), 'order', 'random'))`;
const was = (field: string): string => `json_extract(body, '$.${field}')`;

const COMMANDS = [
  `CREATE TABLE routines (
     id TEXT PRIMARY KEY,
     steps TEXT NOT NULL,
     changed_at INTEGER NOT NULL
   ) STRICT`,
  `INSERT INTO routines (id, steps, changed_at) SELECT id, ${steps('text')}, changed_at FROM commands`,
  `ALTER TABLE commands ADD COLUMN "group" TEXT NOT NULL DEFAULT ''`,
  `ALTER TABLE commands ADD COLUMN "trigger" TEXT NOT NULL DEFAULT '{}'`,
  `ALTER TABLE commands ADD COLUMN gates TEXT NOT NULL DEFAULT '{}'`,
  `ALTER TABLE commands ADD COLUMN inputs TEXT NOT NULL DEFAULT '[]'`,
  `ALTER TABLE commands ADD COLUMN routine_id TEXT REFERENCES routines (id)`,
  `UPDATE commands SET routine_id = id, "trigger" = ${trigger('name', 'aliases')},
     gates = ${gates('lowest_role', 'cooldown', 'viewer_cooldown')}`,
  `UPDATE command_versions SET body = json_object('group', '',
     'enabled', json(CASE WHEN ${was('enabled')} THEN 'true' ELSE 'false' END),
     'trigger', ${trigger(was('name'), was('aliases'))},
     'gates', ${gates(was('lowestRole'), was('cooldown'), was('viewerCooldown'))},
     'inputs', json('[]'), 'routine', json_object('steps', ${steps(was('text'))}))`,
  ...['aliases', 'text', 'lowest_role', 'cooldown', 'viewer_cooldown'].map(
    (column) => `ALTER TABLE commands DROP COLUMN ${column}`,
  ),
  `CREATE TABLE command_day_uses (
     command_id TEXT NOT NULL REFERENCES commands (id) ON DELETE CASCADE,
     day INTEGER NOT NULL,
     uses INTEGER NOT NULL CHECK (uses > 0),
     PRIMARY KEY (command_id, day)
   ) STRICT, WITHOUT ROWID`,
];

const VIEWERS = [
  `ALTER TABLE viewers ADD COLUMN watch_ms INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE viewers ADD COLUMN followed_since INTEGER`,
  `ALTER TABLE viewers ADD COLUMN subscribed_months INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE viewers ADD COLUMN bot INTEGER NOT NULL DEFAULT 0`,
  `ALTER TABLE viewers ADD COLUMN ignored INTEGER NOT NULL DEFAULT 0`,
  // A merged viewer keeps its row, so that the merge can be undone.
  `ALTER TABLE viewers ADD COLUMN merged_into TEXT REFERENCES viewers (id)`,
  `CREATE INDEX viewers_name ON viewers (name COLLATE NOCASE)`,
  `CREATE INDEX viewers_messages ON viewers (messages, id)`,
  `CREATE INDEX viewers_watch ON viewers (watch_ms, id)`,
  `CREATE INDEX viewers_first_seen ON viewers (first_seen, id)`,
  `CREATE INDEX viewers_merged ON viewers (merged_into) WHERE merged_into IS NOT NULL`,
  `CREATE INDEX chat_lines_viewer ON chat_lines (viewer_id, id)`,
  `CREATE TABLE viewer_notes (
     id TEXT PRIMARY KEY,
     viewer_id TEXT NOT NULL REFERENCES viewers (id) ON DELETE CASCADE,
     at INTEGER NOT NULL,
     text TEXT NOT NULL,
     deleted_at INTEGER
   ) STRICT`,
  `CREATE INDEX viewer_notes_viewer ON viewer_notes (viewer_id, id)`,
  `CREATE TABLE viewer_merges (
     id TEXT PRIMARY KEY,
     winner_id TEXT NOT NULL REFERENCES viewers (id) ON DELETE CASCADE,
     loser_id TEXT NOT NULL REFERENCES viewers (id) ON DELETE CASCADE,
     at INTEGER NOT NULL,
     before TEXT NOT NULL,
     undone_at INTEGER
   ) STRICT`,
  `CREATE INDEX viewer_merges_winner ON viewer_merges (winner_id)`,
];

const REST = [
  `CREATE TABLE counters (
     name TEXT PRIMARY KEY,
     value INTEGER NOT NULL,
     most INTEGER NOT NULL,
     changed_at INTEGER NOT NULL
   ) STRICT`,
  `CREATE TABLE draws (
     owner TEXT NOT NULL,
     step TEXT NOT NULL,
     state TEXT NOT NULL,
     PRIMARY KEY (owner, step)
   ) STRICT, WITHOUT ROWID`,
  // Every value a setting has had; the one with the highest version holds.
  `CREATE TABLE settings (
     key TEXT NOT NULL,
     version INTEGER NOT NULL,
     value TEXT NOT NULL,
     changed_at INTEGER NOT NULL,
     PRIMARY KEY (key, version)
   ) STRICT, WITHOUT ROWID`,
];
