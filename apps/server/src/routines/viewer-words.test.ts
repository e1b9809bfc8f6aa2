import { afterEach, beforeEach, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Database, openDatabase } from '../database/index.js';
import { newFolder } from '../test-support/index.js';
import { ViewerWords } from './viewer-words.js';
import { STORED } from '../stored.js';

let database: Database;
beforeEach(async () => {
  database = new Database(await openDatabase(newFolder(), STORED));
});
afterEach(() => database.onApplicationShutdown());

const INSERT = `INSERT INTO remembered (span, viewer, name, text, changed_at) VALUES ('viewer', ?, ?, ?, 0)
  ON CONFLICT DO UPDATE SET text = excluded.text`;
const DELETE = `DELETE FROM remembered WHERE viewer = ? AND name = ?`;

test('however few are kept in memory, whoever was looked up has the words that are on disk', async () => {
  const act = fc.record({
    viewers: fc.uniqueArray(fc.constantFrom('wren', 'moth', 'kid', 'rush', 'lark'), {
      minLength: 1,
      maxLength: 3,
    }),
    name: fc.constantFrom('town', 'pet'),
    text: fc.option(fc.string({ minLength: 1, maxLength: 5 }), { nil: null }),
  });
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 20 }), async (acts) => {
      const words = new ViewerWords(3);
      const known = new Map<string, string>();
      await database.write((manager) => manager.query('DELETE FROM remembered'));
      for (const { viewers, name, text } of acts) {
        await words.load(database.read, viewers);
        for (const viewer of viewers)
          for (const each of ['town', 'pet'])
            expect(words.get(viewer, each)).toBe(known.get(`${viewer} ${each}`));
        const [viewer] = viewers;
        // As the pipeline does it: memory first, then the disk.
        words.set(viewer!, name, text);
        await database.write((manager) =>
          text === null ? manager.query(DELETE, [viewer, name]) : manager.query(INSERT, [viewer, name, text]),
        );
        if (text === null) known.delete(`${viewer!} ${name}`);
        else known.set(`${viewer!} ${name}`, text);
        expect(words.get(viewer!, name)).toBe(text ?? undefined);
      }
    }),
    { numRuns: 40 },
  );
});
