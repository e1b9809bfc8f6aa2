import { expect, test } from '@jest/globals';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { newFolder } from '../../test-support/index.js';
import { openDatabase } from '../open.js';
import { MIGRATIONS } from './index.js';
import { Versions1796688000000 } from './versions.js';
import { STORED } from '../../stored.js';

const STEP = { kind: 'timer', id: 's', does: 'hold', ifFails: 'stop' };

test('versions of all kinds stand together, and steps know their timers by id; what cannot be read stays', async () => {
  const folder = newFolder();
  const before = new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'gully.db'),
    migrations: MIGRATIONS.slice(0, MIGRATIONS.indexOf(Versions1796688000000)),
  });
  await before.initialize();
  await before.runMigrations();
  // Rows of one table each are enough.
  await before.query('PRAGMA foreign_keys = OFF');
  await before.query(
    `INSERT INTO timers (id, name, body, version, changed_at, deleted_at) VALUES ('t1', 'Rope rules', '{}', 1, 1, NULL)`,
  );
  const steps = (timer: string): string => JSON.stringify([{ kind: 'if', then: [{ ...STEP, timer }] }]);
  for (const [id, text] of [
    ['c1', steps('rope RULES')],
    ['c2', steps('{{ input.timer }}')],
    ['c3', steps('gone')],
    ['c4', '[{"kind":"timer"'],
  ])
    await before.query(
      `INSERT INTO routines (id, steps, while_running, after_restart, changed_at) VALUES (?, ?, 'beside', 'go-on', 1)`,
      [id, text],
    );
  await before.query(
    `INSERT INTO command_versions (command_id, version, body, changed_at) VALUES ('c1', 1, '{"a":1}', 3)`,
  );
  await before.query(
    `INSERT INTO list_versions (list_id, version, changed_at, name, text) VALUES ('l1', 2, 4, 'L', ?)`,
    ['one\ntwo'],
  );
  await before.destroy();

  const after = await openDatabase(folder, STORED);
  const timers = (
    await after.query<{ id: string; steps: string }[]>('SELECT id, steps FROM routines ORDER BY id')
  ).map(({ steps: text }) =>
    /"timer":"([^"]*)","named":"([^"]*)"|$/u.exec(text.replace(/"ifFails":"stop",/u, ''))?.slice(1),
  );
  expect(timers).toEqual([
    ['t1', ''],
    ['named', '{{ input.timer }}'],
    ['named', 'gone'],
    [undefined, undefined],
  ]);
  expect(await after.query('SELECT * FROM versions ORDER BY id')).toEqual([
    { of: 'command', id: 'c1', version: 1, changed_at: 3, actor: 'streamer', body: '{"a":1}' },
    {
      of: 'list',
      id: 'l1',
      version: 2,
      changed_at: 4,
      actor: 'streamer',
      body: '{"name":"L","lines":["one\\ntwo"]}',
    },
  ]);
  await after.destroy();
});
