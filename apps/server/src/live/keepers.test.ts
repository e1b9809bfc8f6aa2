import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { drawLine } from '@gully/core/lists';
import { type Change, channelLayers, SLICES, type World } from '@gully/core/channel';
import { chanceFrom } from '@gully/core/random';
import { anyChange, seen, type Things } from '@gully/core/test-support';
import { BLANK_TIMER } from '@gully/core/timers';
import type { Standin } from '@gully/standin/standin';
import fc from 'fast-check';
import { Database } from '../database/index.js';
import { LedgerStore } from '../ledger/index.js';
import { MemoryStore } from '../routines/index.js';
import { StreamService } from '../stream/index.js';
import { Gully, newStandin } from '../test-support/index.js';
import { ChannelWorld, Keepers, type Keeper } from './index.js';

type Kind = Change['kind'];

describe('live state', () => {
  let standin: Standin;
  let gully: Gully;
  let things: Things;
  let keepers: Keepers;
  let lastCatch = { id: '', viewer: '' };
  beforeAll(async () => {
    standin = await newStandin();
    gully = await Gully.inRoom(standin);
    keepers = gully.app.get(Keepers);
    for (const name of ['pebblewren', 'mossmoth']) await gully.type(name, 'evening');
    standin.stream.set({ live: true }, Date.now());
    await gully.app.get(StreamService).ask();
    const viewers = (await gully.http.get('/api/viewers')).body as { viewers: { id: string }[] };
    const lists = [
      await gully.addList('Campfire', ['a', 'b', 'c']),
      await gully.addList('Ropes', ['d', 'e', 'f']),
    ];
    const commands = [
      await gully.add({ name: 'map', aliases: [] }),
      await gully.add({ name: 'rope', aliases: [] }),
    ];
    const timer = await gully.http.post('/api/timers').send({ ...BLANK_TIMER, name: 'Tide', texts: ['in'] });
    things = {
      viewers: viewers.viewers.map(({ id }) => id),
      commands: commands.map(({ id }) => id),
      lists,
      timers: [(timer.body as { id: string }).id],
    };
    await gully.app.get(MemoryStore).load(things.viewers);
    await gully.app.get(LedgerStore).load(things.viewers);
  });
  afterAll(async () => {
    await gully.stop();
    await standin.close();
  });

  /** A change as it would be decided: later than the one before, and a line that can be drawn now. */
  function decided(change: Change, at: number, world: World): Change {
    if (change.kind === 'drawn') {
      const list = world.lists.find(change.list);
      return (
        (list &&
          drawLine(
            list,
            change.order,
            chanceFrom(() => change.place / 3),
          )?.change) ??
        change
      );
    }
    // What is caught, and what people do, happens once each; a grace is not over before it is given.
    if (change.kind === 'moderated' && change.act === 'catch') {
      lastCatch = { id: `m${String(at)}`, viewer: change.caught.viewer };
      return { ...change, caught: { ...change.caught, id: lastCatch.id, at } };
    }
    if (change.kind === 'moderated' && change.act === 'person')
      return { ...change, id: `p${String(at)}`, at };
    if (change.kind === 'moderated') return { ...change, ...lastCatch, at };
    // Only what there is goes out; a posting is written once.
    if (change.kind === 'posted') {
      const [entry] = change.entries;
      const has = entry === undefined ? 0 : (world.purse.of(entry.from)?.balance ?? 0);
      const spends = entry?.from.startsWith('viewer:') === true;
      return { ...change, at, entries: spends && has < entry.amount ? [] : change.entries };
    }
    if (change.kind === 'grace') return { ...change, at, until: at + 1_000_000 + change.until };
    return 'at' in change ? { ...change, at } : change;
  }

  test('is after any changes what a layer of them is, in memory and read again from disk', async () => {
    const database = gully.app.get(Database);
    const channel = gully.app.get(ChannelWorld);
    let at = Date.now();
    await fc.assert(
      fc.asyncProperty(fc.array(anyChange(things), { maxLength: 25 }), async (changes) => {
        // The channel is only changed once it is known what a layer above it comes to.
        const layers = channelLayers();
        const laid = layers.over(channel.now());
        const made: Change[] = [];
        for (const each of changes) {
          const change = decided(each, (at += 1), laid);
          layers.apply(change, laid);
          made.push(change);
        }
        // What was written lately is remembered across all runs of this test, and by when it was written.
        const { names, written: _written, ...expected } = seen(laid, things);
        for (const change of made) keepers.apply([change]);
        const now = seen(channel.now(), things);
        expect(now).toMatchObject(expected);
        expect(now.names).toEqual(expect.arrayContaining(names));
        await database.write((manager) => keepers.write(manager, made));
        await keepers.reload();
        await gully.app.get(MemoryStore).load(things.viewers);
        // That someone was told a refusal is a courtesy of the moment, and not kept.
        const { refused: _, ...kept } = expected;
        expect(seen(channel.now(), things)).toMatchObject(kept);
      }),
      { numRuns: 40 },
    );
  });
});

describe('keepers', () => {
  const keeper = <K extends Kind>(...kinds: K[]): Keeper<K> & { took: string[] } => {
    const took: string[] = [];
    return {
      took,
      kinds,
      ofViewers: kinds.includes('use' as K),
      apply: ({ kind }) => took.push(`apply ${kind}`),
      write: (_, changes) =>
        Promise.resolve(void took.push(`write ${changes.map(({ kind }) => kind).join(' ')}`)),
      reload: () => Promise.resolve(void took.push('reload')),
    };
  };
  const ALL = Object.keys(SLICES) as Kind[];

  test('one is had for each kind, and no kind has two', () => {
    const keepers = new Keepers();
    keepers.add(keeper(...ALL.filter((kind) => kind !== 'arrival')));
    expect(() => {
      keepers.onApplicationBootstrap();
    }).toThrow('no keeper for changes of the kinds arrival');
    expect(() => {
      keepers.add(keeper('counter'));
    }).toThrow('two keepers for changes of the kind counter');
    keepers.add(keeper('arrival'));
    keepers.onApplicationBootstrap();
  });

  test('each is given its own changes in their order, and only those of viewers are read again with viewers', async () => {
    const keepers = new Keepers();
    const [one, other] = [keeper('use', 'refused'), keeper('arrival')];
    keepers.add(one);
    keepers.add(other);
    const changes: Change[] = [
      { kind: 'use', commandId: 'c', viewer: 'v', at: 1 },
      { kind: 'arrival', viewer: 'v', at: 2 },
      { kind: 'refused', commandId: 'c', viewer: 'v', at: 3 },
    ];
    keepers.apply(changes);
    await keepers.write(undefined as never, changes);
    await keepers.reloadOfViewers();
    expect(one.took).toEqual(['apply use', 'apply refused', 'write use refused', 'reload']);
    expect(other.took).toEqual(['apply arrival', 'write arrival']);
  });
});
