import { expect, test } from '@jest/globals';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { linesOfViewers } from '../../chat/lines-of-viewers.js';
import { STORED } from '../../stored.js';
import { newFolder } from '../../test-support/index.js';
import { Database, newId } from '../index.js';
import { openDatabase } from '../open.js';
import { ChatLog1796860800000 } from './chat-log.js';
import { MIGRATIONS } from './index.js';

const HOUR = 3_600_000;

test('lines from before are found by viewer as they were, and going back keeps them', async () => {
  const folder = newFolder();
  const before = new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'gully.db'),
    migrations: MIGRATIONS.slice(0, MIGRATIONS.indexOf(ChatLog1796860800000)),
  });
  await before.initialize();
  await before.runMigrations();
  // Some at the very edge of an hour, where the id may tell the next one already.
  const edge = Math.floor(Date.now() / HOUR) * HOUR;
  const times = Array.from({ length: 40 }, (_, n) => edge - n * 20 * 60_000 - (n % 2));
  for (const [n, at] of times.entries())
    await before.query(
      `INSERT INTO chat_lines (id, at, viewer_id, name, role, text, own, outcome, brief)
       VALUES (?, ?, ?, 'x', 'viewer', ?, 0, 'talk', '')`,
      [newId(at + 1), at, n % 3 === 0 ? 'v1' : 'v2', `line ${String(n)}`],
    );
  await before.destroy();

  const source = await openDatabase(folder, STORED);
  const database = new Database(source);
  const lines = await linesOfViewers(database, ['v1'], { search: '', of: 'all' }, undefined, 500);
  expect(lines.map(({ text }) => text)).toEqual(
    times.flatMap((_, n) => (n % 3 === 0 ? [`line ${String(n)}`] : [])),
  );
  expect(lines[0]).toMatchObject({ event: null, byHand: false });
  await source.undoLastMigration();
  expect(await source.query('SELECT count(*) AS lines FROM chat_lines')).toEqual([{ lines: 40 }]);
  await database.onApplicationShutdown();
});
