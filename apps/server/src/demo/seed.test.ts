import { describe, expect, test } from '@jest/globals';
import { checkCommand } from '@gully/core/commands';
import { CommandRow, Database, openDatabase, ViewerRow, ChatLineRow } from '../database/index.js';
import { newFolder } from '../test-support/index.js';
import { makeDemoData, storeDemoData } from './seed.js';

const NOW = Date.parse('2026-11-19T20:34:00.000Z');
const data = makeDemoData(NOW, 2047);

describe('the demo’s channel', () => {
  test('looks like one that has run for a season', () => {
    expect(data.commands.length).toBeGreaterThanOrEqual(15);
    expect(data.viewers.length).toBeGreaterThan(200);
    expect(data.lines.length).toBeGreaterThan(3_000);
    expect(data.lines.some(({ outcome }) => outcome === 'waiting')).toBe(true);
    expect(data.lines.some(({ outcome }) => outcome === 'stopped')).toBe(true);
    expect(Math.max(...data.lines.map(({ at }) => at))).toBeGreaterThan(NOW - 60_000);
    expect(Math.max(...data.lines.map(({ at }) => at))).toBeLessThanOrEqual(NOW + 1_000);
  });

  test('is the same each time, but for its ids', () => {
    const texts = (each: typeof data): string[] => each.lines.map(({ name, text }) => `${name}: ${text}`);
    expect(texts(makeDemoData(NOW, 2047))).toEqual(texts(data));
    expect(texts(makeDemoData(NOW, 1))).not.toEqual(texts(data));
  });

  test('holds only commands that could be saved so', () => {
    for (const command of data.commands)
      expect(
        checkCommand(
          command,
          data.commands.filter(({ id }) => id !== command.id),
          '!',
        ),
      ).toEqual({});
  });

  test('adds up: every use has its viewer and its run, every answer its reason', () => {
    const viewers = new Set(data.viewers.map(({ id }) => id));
    expect(data.uses.every(({ viewerId }) => viewers.has(viewerId))).toBe(true);
    const ran = data.lines.filter(({ own, brief }) => !own && brief.startsWith('ran ')).length;
    const told = data.lines.filter(({ why }) => why?.includes(', and told so') === true).length;
    expect(told).toBeGreaterThan(0);
    expect(data.lines.filter(({ own, brief }) => own && brief === '')).toEqual([]);
    expect(data.runs.filter(({ title }) => title.startsWith('!') || title.startsWith('“')).length).toBe(ran);
    expect(data.runs.filter(({ ended }) => ended !== 'done' && ended !== 'stopped')).toEqual([]);
    expect(data.uses.reduce((sum, { uses }) => sum + uses, 0)).toBe(ran);
    expect(data.dayUses.reduce((sum, { uses }) => sum + uses, 0)).toBe(ran);
    expect(data.viewers.reduce((sum, { messages }) => sum + messages, 0)).toBeGreaterThan(
      data.lines.filter(({ own }) => !own).length,
    );
  });

  test('fits into a real database, and its lines sort by their ids as by their times', async () => {
    const database = new Database(await openDatabase(newFolder()));
    await database.write((manager) => storeDemoData(manager, data, 'http://127.0.0.1:1/board'));
    expect(await database.read.count(ViewerRow)).toBe(data.viewers.length);
    expect(await database.read.count(CommandRow)).toBe(data.commands.length);
    const lines = await database.read.find(ChatLineRow, { order: { id: 'ASC' } });
    expect(lines.every(({ at }, n) => n === 0 || at >= lines[n - 1]!.at - 50)).toBe(true);
    await database.onApplicationShutdown();
  });
});
