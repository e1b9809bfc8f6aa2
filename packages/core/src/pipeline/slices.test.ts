import { describe, expect, test } from '@jest/globals';
import fc, { type Arbitrary } from 'fast-check';
import { drawLine } from '../lists/index.js';
import { chanceFrom } from '../random/index.js';
import { command, NOT_USED, occasion, TestList, worldOf } from '../test-support/index.js';
import { prepareRoutine, ROUTINE_SLICES, routineOf, startRun } from '../routines/index.js';
import { newState } from '../timers/index.js';
import { changeInWords, channelLayers, SLICES, type Change, type World } from './index.js';

const VIEWERS = ['v-wren', 'v-moth'];
const COMMANDS = ['c1', 'c2'];
const NAMES = ['depth', 'town'];
const LISTS = ['Campfire', 'Ropes'];

type Kind = Change['kind'];
const viewer = fc.constantFrom(...VIEWERS);
const name = fc.constantFrom(...NAMES);
const at = fc.nat(1_000_000);
const run = startRun(
  prepareRoutine('r', 'R', routineOf([{ kind: 'wait', id: 'w', seconds: 5 }])),
  occasion(),
  worldOf([]),
).run!;

/** Any change of each kind. A kind without one does not compile, so that none is left out of what follows. */
const ANY: { readonly [K in Kind]: Arbitrary<Extract<Change, { readonly kind: K }>> } = {
  counter: fc.record({
    kind: fc.constant('counter' as const),
    counter: name,
    value: fc.integer({ min: -9, max: 9 }),
    at,
  }),
  draw: fc.record({
    kind: fc.constant('draw' as const),
    owner: fc.constantFrom(...COMMANDS),
    step: fc.constant('s'),
    state: fc.record({
      order: fc.constant('bag' as const),
      count: fc.constant(3),
      left: fc.subarray([0, 1, 2]),
      last: fc.nat(2),
    }),
  }),
  drawn: fc.record({
    kind: fc.constant('drawn' as const),
    list: fc.constantFrom(...LISTS),
    place: fc.nat(2),
    order: fc.constantFrom('bag' as const, 'turn' as const),
  }),
  remembered: fc.record({
    kind: fc.constant('remembered' as const),
    span: fc.constantFrom('viewer' as const, 'stream' as const, 'good' as const),
    viewer,
    name,
    text: fc.option(fc.string({ maxLength: 3 }), { nil: null }),
    at,
  }),
  post: fc.record({
    kind: fc.constant('post' as const),
    id: fc.string(),
    webhook: name,
    body: fc.string(),
    at,
  }),
  run: fc.constant({ kind: 'run' as const, run }),
  'run-ended': fc.constant({ kind: 'run-ended' as const, id: run.id, owner: run.owner }),
  use: fc.record({ kind: fc.constant('use' as const), commandId: fc.constantFrom(...COMMANDS), viewer, at }),
  refused: fc.record({ kind: fc.constant('refused' as const), viewer, at }),
  arrival: fc.record({ kind: fc.constant('arrival' as const), viewer, at }),
  timer: fc.record({
    kind: fc.constant('timer' as const),
    id: name,
    state: fc.constant(newState(0)),
    said: fc.constant([]),
  }),
};
const KINDS = Object.keys(SLICES) as Kind[];
const anyChange: Arbitrary<Change> = fc.oneof(...KINDS.map((kind) => ANY[kind] as Arbitrary<Change>));

/** A channel on which some things happened already. */
function channel(): World {
  const lists = LISTS.map((each) => new TestList(each, ['one', 'two', 'three']));
  lists[1]?.take(1, 'bag');
  return worldOf([command('c1', 'the map', { name: 'map' }), command('c2', 'ropes', { name: 'rope' })], {
    counter: (counter) => (counter === 'depth' ? { value: 4, most: 7 } : undefined),
    counterNames: () => ['depth'],
    remembered: (span, who, word) =>
      span === 'viewer' && who === 'v-wren' && word === 'town' ? 'Rim' : undefined,
    rememberedNames: () => ['town'],
    lists: () => lists,
    list: (id) => lists.find((each) => each.id === id),
    use: (id, who) =>
      id === 'c1' && who === 'v-wren'
        ? { ...NOT_USED, uses: 31, usesByViewer: 2, lastUse: 5, lastUseByViewer: 5 }
        : NOT_USED,
    toldRefusal: (who) => (who === 'v-moth' ? 3 : undefined),
    hasArrived: (who) => who === 'v-moth',
  });
}

/** All that any change can be seen by. */
function seen(world: World): unknown {
  return {
    counters: NAMES.map((each) => world.counter(each)),
    counterNames: [...world.counterNames()].sort(),
    draws: COMMANDS.map((each) => world.drawState(each, 's')),
    words: (['viewer', 'stream', 'good'] as const).flatMap((span) =>
      VIEWERS.flatMap((who) => NAMES.map((each) => world.remembered(span, who, each))),
    ),
    rememberedNames: [...world.rememberedNames()].sort(),
    lists: world.lists().map((list) => ({
      id: list.id,
      last: list.last,
      left: Array.from({ length: list.left }, (_, n) => list.leftAt(n)).sort(),
      next: drawLine(
        list,
        'turn',
        chanceFrom(() => 0),
      )?.text,
    })),
    uses: COMMANDS.flatMap((each) => VIEWERS.map((who) => world.use(each, who))),
    refused: VIEWERS.map((who) => world.toldRefusal(who)),
    arrived: VIEWERS.map((who) => world.hasArrived(who)),
  };
}

describe('changes above a world that is only read', () => {
  test('are the same in one layer as in layers upon layers, and leave what is under them as it was', () => {
    fc.assert(
      fc.property(fc.array(anyChange, { maxLength: 30 }), fc.nat(30), (changes, cut) => {
        const real = channel();
        const before = JSON.stringify(seen(real));
        const whole = channelLayers();
        const one = whole.over(real);
        for (const change of changes) whole.apply(change, one);
        // As a run above a rehearsal above the channel.
        const [lower, upper] = [channelLayers(), channelLayers()];
        const middle = lower.over(real);
        for (const change of changes.slice(0, cut)) lower.apply(change, middle);
        const top = upper.over(middle);
        for (const change of changes.slice(cut)) upper.apply(change, top);
        expect(seen(top)).toEqual(seen(one));
        expect(JSON.stringify(seen(real))).toBe(before);
      }),
      { numRuns: 300 },
    );
  });

  test('no two kinds have a say in the same part of the world', () => {
    const owners = new Map<string, Kind>();
    for (const kind of KINDS)
      for (const part of Object.keys(SLICES[kind].begin().over(channel()))) {
        expect([part, owners.get(part)]).toEqual([part, undefined]);
        owners.set(part, kind);
      }
  });

  test('of every kind have words, or none, and those of routines are among them', () => {
    fc.assert(
      fc.property(anyChange, (change) => {
        const layers = channelLayers();
        const world = layers.over(channel());
        layers.apply(change, world);
        for (const words of changeInWords(change, { name: 'pebblewren', world }))
          expect(words.trim().length).toBeGreaterThan(3);
      }),
    );
    for (const kind of Object.keys(ROUTINE_SLICES)) expect(KINDS).toContain(kind);
  });

  test('a list drawn empty begins its round anew, and goes on with the list under it when nothing was drawn', () => {
    const real = channel();
    const layers = channelLayers();
    const world = layers.over(real);
    const drawn = Array.from({ length: 7 }, () => {
      const line = drawLine(
        world.list('Campfire')!,
        'bag',
        chanceFrom(() => 0),
      )!;
      layers.apply(line.change!, world);
      return line.text;
    });
    expect(new Set(drawn.slice(0, 3)).size).toBe(3);
    expect(new Set(drawn.slice(3, 6)).size).toBe(3);
    for (let n = 1; n < drawn.length; n += 1) expect(drawn[n]).not.toBe(drawn[n - 1]);
    expect(world.list('Ropes')).toBe(real.list('Ropes'));
  });
});
