import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { checkCommand } from '@gully/core/commands';
import { DEMO_COMMANDS } from '../commands/demo/index.js';
import { Database, openDatabase } from '../database/index.js';
import { ChatLineRow } from '../chat/index.js';
import { CommandDayUseRow, CommandRow, CommandViewerUseRow } from '../commands/index.js';
import { ViewerRow } from '../viewers/index.js';
import { STORED } from '../stored.js';
import { newFolder } from '../test-support/index.js';
import { playSeason } from './seed.js';

const NOW = Date.parse('2026-11-19T20:34:00.000Z');
const BOARD = 'http://127.0.0.1:1/board';
const season = playSeason(NOW, 2047, BOARD);
const viewers = season.channel.guests.all;

describe('the demo’s channel', () => {
  let database: Database;
  beforeAll(async () => {
    database = new Database(await openDatabase(newFolder(), STORED));
    await database.write((manager) => season.store(manager));
  });
  afterAll(() => database.onApplicationShutdown());

  test('looks like one that has run for a season', () => {
    expect(DEMO_COMMANDS.length).toBeGreaterThanOrEqual(15);
    expect(viewers.length).toBeGreaterThan(200);
    expect(season.lines.length).toBeGreaterThan(20_000);
    expect(season.lines.some(({ outcome, removed }) => outcome === 'removed' && removed)).toBe(true);
    expect(season.lines.some(({ outcome }) => outcome === 'waiting')).toBe(true);
    expect(season.lines.some(({ outcome }) => outcome === 'stopped')).toBe(true);
    expect(Math.max(...season.lines.map(({ at }) => at))).toBeGreaterThan(NOW - 60_000);
    expect(Math.max(...season.lines.map(({ at }) => at))).toBeLessThanOrEqual(NOW + 1_000);
  });

  test('is the same each time, but for its ids', () => {
    const texts = (each: typeof season): string[] => each.lines.map(({ name, text }) => `${name}: ${text}`);
    expect(texts(playSeason(NOW, 2047, BOARD))).toEqual(texts(season));
  });

  test('holds only commands that could be saved so', () => {
    const commands = DEMO_COMMANDS.map(({ body }, n) => ({ ...body, id: String(n) }));
    for (const command of commands)
      expect(
        checkCommand(
          command,
          commands.filter(({ id }) => id !== command.id),
          '!',
        ),
      ).toEqual({});
  });

  test('adds up: every use has its viewer and its run, every answer its reason', async () => {
    const { lines, runs } = season;
    const known = new Set(viewers.map(({ id }) => id));
    const uses = await database.read.find(CommandViewerUseRow);
    const dayUses = await database.read.find(CommandDayUseRow);
    expect(uses.every(({ viewerId }) => known.has(viewerId))).toBe(true);
    const ran = lines.filter(({ own, brief }) => !own && brief.startsWith('ran ')).length;
    const told = lines.filter(({ why }) => why?.includes(', and said so') === true).length;
    expect(told).toBeGreaterThan(0);
    expect(lines.filter(({ own, brief }) => own && brief === '')).toEqual([]);
    expect(runs.filter(({ title }) => title.startsWith('!') || title.startsWith('“')).length).toBe(ran);
    expect(runs.filter(({ ended }) => ended !== 'done' && ended !== 'stopped')).toEqual([]);
    // What only came to a refusal is no use.
    const refused = lines.filter(
      ({ brief, why }) => brief.startsWith('ran ') && why?.includes('"outcome":"stopped"') === true,
    ).length;
    expect(refused).toBeLessThan(ran / 5);
    expect(uses.reduce((sum, each) => sum + each.uses, 0)).toBe(ran - refused);
    expect(dayUses.reduce((sum, each) => sum + each.uses, 0)).toBe(ran - refused);
    expect(viewers.reduce((sum, { messages }) => sum + messages, 0)).toBeGreaterThan(
      lines.filter(({ own }) => !own).length,
    );
  });

  test('fits into a real database, and its lines sort by their ids as by their times', async () => {
    expect(await database.read.count(ViewerRow)).toBe(viewers.length);
    expect(await database.read.count(CommandRow)).toBe(DEMO_COMMANDS.length);
    const lines = await database.read.find(ChatLineRow, { order: { id: 'ASC' } });
    expect(lines.every(({ at }, n) => n === 0 || at >= lines[n - 1]!.at - 50)).toBe(true);
  });
});
