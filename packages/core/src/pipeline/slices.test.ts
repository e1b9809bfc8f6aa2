import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { drawLine } from '../lists/index.js';
import { chanceFrom } from '../random/index.js';
import { BLANK_QUEUE, newQueue } from '../queue/index.js';
import { type Change, changeInWords, channelLayers, SLICES, type World } from '../channel/index.js';
import { anyChange, command, NOT_USED, seen, TestList, worldOf, type Things } from '../test-support/index.js';

const THINGS: Things = {
  viewers: ['v-wren', 'v-moth'],
  commands: ['c1', 'c2'],
  lists: ['Campfire', 'Ropes'],
  timers: ['t1'],
};
const QUEUE = newQueue('q1', { ...BLANK_QUEUE, name: 'Ropes' });
const KINDS = Object.keys(SLICES) as Change['kind'][];
const change = anyChange(THINGS);
const look = (world: World) => seen(world, THINGS);

/** A channel on which some things happened already. */
function channel(): World {
  const lists = THINGS.lists.map((each) => new TestList(each, ['one', 'two', 'three']));
  lists[1]?.take(1, 'bag');
  return worldOf([command('c1', 'the map', { name: 'map' }), command('c2', 'ropes', { name: 'rope' })], {
    counters: {
      of: (counter) => (counter === 'depth' ? { value: 4, most: 7 } : undefined),
      names: () => ['depth'],
    },
    memory: {
      recall: (span, who, word) =>
        span === 'viewer' && who === 'v-wren' && word === 'town' ? 'Rim' : undefined,
      names: () => ['town'],
    },
    lists: { all: () => lists, find: (id) => lists.find((each) => each.id === id) },
    commands: {
      use: (id, who) =>
        id === 'c1' && who === 'v-wren'
          ? { ...NOT_USED, uses: 31, usesByViewer: 2, lastUse: 5, lastUseByViewer: 5 }
          : NOT_USED,
      toldRefusal: (id, who) => (id === 'c1' && who === 'v-moth' ? 3 : undefined),
    },
    arrivals: { has: (who) => who === 'v-moth' },
    queue: {
      all: () => [QUEUE],
      find: (id) => (id === QUEUE.id ? QUEUE : undefined),
      holdsBump: (who) => who === 'v-moth',
    },
  });
}

describe('changes above a world that is only read', () => {
  test('are the same in one layer as in layers upon layers, and leave what is under them as it was', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 30 }), fc.nat(30), (changes, cut) => {
        const real = channel();
        const before = JSON.stringify(look(real));
        const whole = channelLayers();
        const one = whole.over(real);
        for (const each of changes) whole.apply(each, one);
        // As a run above a rehearsal above the channel.
        const [lower, upper] = [channelLayers(), channelLayers()];
        const middle = lower.over(real);
        for (const each of changes.slice(0, cut)) lower.apply(each, middle);
        const top = upper.over(middle);
        for (const each of changes.slice(cut)) upper.apply(each, top);
        expect(look(top)).toEqual(look(one));
        expect(JSON.stringify(look(real))).toBe(before);
      }),
      { numRuns: 300 },
    );
  });

  test('of every kind have words, or none, and those of routines are among them', () => {
    fc.assert(
      fc.property(change, (one) => {
        const layers = channelLayers();
        const world = layers.over(channel());
        layers.apply(one, world);
        for (const words of changeInWords(one, { name: 'pebblewren', world }))
          expect(words.trim().length).toBeGreaterThan(3);
      }),
    );
    for (const kind of Object.keys(SLICES)) expect(KINDS).toContain(kind);
  });

  test('a list drawn empty begins its round again, and goes on with the list under it when nothing was drawn', () => {
    const real = channel();
    const layers = channelLayers();
    const world = layers.over(real);
    const drawn = Array.from({ length: 7 }, () => {
      const line = drawLine(
        world.lists.find('Campfire')!,
        'bag',
        chanceFrom(() => 0),
      )!;
      layers.apply(line.change!, world);
      return line.text;
    });
    expect(new Set(drawn.slice(0, 3)).size).toBe(3);
    expect(new Set(drawn.slice(3, 6)).size).toBe(3);
    for (let n = 1; n < drawn.length; n += 1) expect(drawn[n]).not.toBe(drawn[n - 1]);
    expect(world.lists.find('Ropes')).toBe(real.lists.find('Ropes'));
  });
});
