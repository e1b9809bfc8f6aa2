import { completeSteps } from '@gully/core/routines';
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Versions of all things in one place, with who made them; and timers in steps by id. */
export class Versions1796688000000 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of STATEMENTS) await runner.query(statement);
    await nameTimersById(runner);
  }

  down(): Promise<void> {
    throw new Error('Versions do not fit into what there was before; put a copy of the file back');
  }
}

const STATEMENTS = [
  `CREATE TABLE versions (
     "of" TEXT NOT NULL,
     id TEXT NOT NULL,
     version INTEGER NOT NULL,
     changed_at INTEGER NOT NULL,
     actor TEXT NOT NULL,
     body TEXT NOT NULL,
     PRIMARY KEY ("of", id, version)
   ) STRICT, WITHOUT ROWID`,
  `INSERT INTO versions SELECT 'command', command_id, version, changed_at, 'streamer', body FROM command_versions`,
  `INSERT INTO versions SELECT 'routine', routine_id, version, changed_at, 'streamer', body FROM routine_versions`,
  `INSERT INTO versions SELECT 'timer', timer_id, version, changed_at, 'streamer', body FROM timer_versions`,
  `INSERT INTO versions SELECT 'list', list_id, version, changed_at, 'streamer',
     json_object('name', name, 'lines', json_array(text)) FROM list_versions`,
  `DROP TABLE command_versions`,
  `DROP TABLE routine_versions`,
  `DROP TABLE timer_versions`,
  `DROP TABLE list_versions`,
  `ALTER TABLE activity ADD COLUMN actor TEXT NOT NULL DEFAULT 'gully'`,
  `ALTER TABLE settings ADD COLUMN actor TEXT NOT NULL DEFAULT 'streamer'`,
  // Events told viewers by a name that is no identity; where nobody has that of the account, it is theirs.
  `UPDATE OR IGNORE viewers SET account = 'account:' || account
     WHERE account NOT LIKE 'account:%' AND account NOT LIKE 'nick:%'`,
  // Of lines before, only the strongest role is known.
  `ALTER TABLE chat_lines ADD COLUMN roles TEXT NOT NULL DEFAULT ''`,
  `UPDATE chat_lines SET roles = role WHERE role <> 'viewer'`,
  `UPDATE chat_lines SET outcome = 'talk' WHERE outcome = 'nothing' AND brief = 'no command'`,
];

/** Where steps are kept as JSON, and by what a row is found again. */
const KEPT_STEPS = [
  ['routines', 'steps', 'id'],
  ['versions', 'body', 'id'],
  ['runs', 'state', 'id'],
] as const;

async function nameTimersById(runner: QueryRunner): Promise<void> {
  const timers = (await runner.query('SELECT id, name FROM timers WHERE deleted_at IS NULL')) as {
    id: string;
    name: string;
  }[];
  const timerId = (name: string): string | undefined =>
    timers.find((timer) => timer.name.toLowerCase() === name.toLowerCase())?.id;
  for (const [table, column, key] of KEPT_STEPS) {
    const rows = (await runner.query(
      `SELECT ${key} AS key, ${column} AS text FROM ${table} WHERE ${column} LIKE '%"kind":"timer"%'`,
    )) as { key: string; text: string }[];
    for (const { key: id, text } of rows) {
      const completed = completedText(text, timerId);
      if (completed !== undefined)
        await runner.query(`UPDATE ${table} SET ${column} = ? WHERE ${key} = ? AND ${column} = ?`, [
          completed,
          id,
          text,
        ]);
    }
  }
}

/** A row that cannot be read stays as it is, and is told of where it is used. */
function completedText(text: string, timerId: (name: string) => string | undefined): string | undefined {
  try {
    return JSON.stringify(completeSteps(JSON.parse(text), timerId));
  } catch {
    return undefined;
  }
}
