import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom } from '../random/index.js';
import { OFFLINE } from '../stream/index.js';
import { purseOf } from '../test-support/index.js';
import { strangerFacts } from '../viewers/index.js';
import {
  BLANK_QUEUE,
  currentQueue,
  decideBump,
  decideCall,
  decideConfirm,
  decideDone,
  decideDue,
  decideEmpty,
  decideFront,
  decideJoin,
  decideLeave,
  decideMove,
  decideOpen,
  decideUndo,
  entryOf,
  escrowOfQueue,
  fitsHandle,
  isLive,
  newQueue,
  NO_QUEUES,
  placeOf,
  queueAfter,
  undoOf,
  type Handle,
  type Queue,
  type QueueBody,
  type QueueDecision,
  type QueueEntry,
  type QueueWorld,
  type QueueUndo,
} from './index.js';

const LIVE = { ...OFFLINE, live: true, liveSince: 0, category: 'Underledge' };
const ROPE_ID: Handle = {
  id: 'rope',
  name: 'rope ID',
  category: 'Underledge',
  pattern: '[A-Z]{2}-[0-9]{4}',
  example: 'KV-2047',
  required: true,
  own: 'OD-0001',
};

/** A channel with one queue, which does what is decided. */
class Evening {
  queue: Queue;
  at = 1_000;
  bumps = new Set<string>();
  handles = new Map<string, string>();
  held: Record<string, { balance: number }> = {};
  /** everyone who ever came, as they stand */
  readonly all = new Map<string, QueueEntry>();
  /** bumps that were used up */
  used = 0;
  lastUndo: QueueUndo | undefined;
  private marks = 0;

  constructor(
    body: Partial<QueueBody> = {},
    private readonly games: readonly Handle[] = [],
  ) {
    this.queue = newQueue('q', { ...BLANK_QUEUE, name: 'Ropes', ...body });
  }

  get world(): QueueWorld {
    return {
      stream: LIVE,
      timeZone: 'UTC',
      chance: chanceFrom(() => 0.999),
      purse: purseOf(this.held),
      queue: {
        ...NO_QUEUES,
        all: () => [this.queue],
        find: () => this.queue,
        handles: () => this.games,
        fits: fitsHandle,
        handleOf: (viewer) => this.handles.get(viewer),
        ownerOf: (_, text) => [...this.handles].find(([, each]) => each === text)?.[0],
        holdsBump: (viewer) => this.bumps.has(viewer),
      },
    };
  }
  get asked() {
    this.marks += 1;
    return { by: 'streamer', at: this.at, mark: `m${String(this.marks).padStart(5, '0')}` } as const;
  }

  /** @returns why it could not be */
  take(decision: QueueDecision): string | undefined {
    if ('fault' in decision) return decision.fault;
    this.lastUndo = undoOf(this.queue, decision.changes);
    for (const change of decision.changes) {
      if (change.kind === 'queue') {
        this.queue = { ...this.queue, ...queueAfter(this.queue, change) };
        for (const entry of change.entries) this.all.set(entry.id, entry);
      } else if (change.kind === 'bump') {
        if (change.holds) this.bumps.add(change.viewer);
        else this.used += Number(this.bumps.delete(change.viewer));
      } else if (change.kind === 'handle') {
        if (change.text === null) this.handles.delete(change.viewer);
        else this.handles.set(change.viewer, change.text);
      } else
        for (const { from, to, amount } of change.entries) {
          this.held[from] = { balance: (this.held[from]?.balance ?? 0) - amount };
          this.held[to] = { balance: (this.held[to]?.balance ?? 0) + amount };
        }
    }
    return undefined;
  }

  join(name: string, typed = '', more: { roles?: readonly 'subscriber'[]; byHand?: boolean } = {}) {
    const { roles = [], byHand = false } = more;
    const viewer = strangerFacts(name, name, roles, 0);
    return this.take(decideJoin(this.world, this.queue, { viewer, roles, typed, byHand }, this.asked));
  }
  open = () => this.take(decideOpen(this.world, this.queue, true, this.asked));
  call = () => this.take(decideCall(this.world, this.queue, 'next', this.asked));
  here = (name: string) => this.take(decideConfirm(this.world, this.queue, name, this.asked));
  done = () => this.take(decideDone(this.world, this.queue, undefined, this.asked));
  leave = (name: string) => this.take(decideLeave(this.world, this.queue, name, this.asked, 'left'));
  due = () => this.take(decideDue(this.world, this.queue, this.asked));
  undo = () =>
    this.lastUndo === undefined
      ? 'nothing'
      : this.take(decideUndo(this.world, this.queue, this.lastUndo, this.asked));
  names = () => this.queue.waiting.map(({ name }) => name);
  stateOf = (name: string) => entryOf(this.queue, name)?.state;
}

/** An evening under way, with some who wait. */
function opened(names: readonly string[], body: Partial<QueueBody> = {}): Evening {
  const evening = new Evening(body);
  evening.open();
  for (const name of names) {
    evening.join(name);
    evening.at += 1_000;
  }
  return evening;
}
const playOne = (evening: Evening, name: string): void => {
  evening.call();
  evening.here(name);
  evening.at += 600_000;
  evening.done();
};

describe('joining', () => {
  test.each<[string, (evening: Evening) => string | undefined, RegExp]>([
    [
      'a closed queue',
      (evening) => (
        evening.take(decideOpen(evening.world, evening.queue, false, evening.asked)),
        evening.join('kit')
      ),
      /^Ropes is closed$/u,
    ],
    ['twice', (evening) => evening.join('ann'), /already, at place 1/u],
    [
      'while called',
      (evening) => (evening.call(), evening.join('ann')),
      /it is your turn: confirm it within 30 s/u,
    ],
    [
      'while playing',
      (evening) => (evening.call(), evening.here('ann'), evening.join('ann')),
      /playing already/u,
    ],
    ['a full one', (evening) => (evening.join('bob'), evening.join('kit')), /full: 2 are waiting/u],
  ])('%s is refused, and says why', (_, act, why) => {
    const evening = opened(['ann'], { places: 2 });
    expect(act(evening)).toMatch(why);
  });

  test('asks for a rank, turns of others and the price, and a moderator may put anybody in', () => {
    const evening = opened([], { again: 2, cost: 30 });
    expect(evening.join('kit')).toBe('a place costs 30 flint, and you have 0');
    expect(evening.join('kit', '', { byHand: true })).toBeUndefined();
    evening.held['viewer:ann'] = { balance: 100 };
    evening.join('ann');
    expect(evening.held).toMatchObject({ 'viewer:ann': { balance: 70 }, 'escrow:queue:q': { balance: 30 } });
    playOne(evening, 'kit');
    playOne(evening, 'ann');
    expect(evening.held.spent).toEqual({ balance: 30 });
    expect(evening.join('ann')).toBe('you may join again after 2 more turns');
    const once = opened(['ann'], { again: null });
    playOne(once, 'ann');
    expect(once.join('ann')).toBe('you have had your turn in this stream');
  });

  test('gives back what was paid to whoever leaves, is taken out, or is sent home', () => {
    for (const out of ['left', 'removed', 'emptied'] as const) {
      const evening = opened([], { cost: 30 });
      evening.held['viewer:ann'] = { balance: 40 };
      evening.join('ann');
      evening.call();
      evening.take(
        out === 'emptied'
          ? decideEmpty(evening.world, evening.queue, evening.asked)
          : decideLeave(evening.world, evening.queue, 'ann', evening.asked, out),
      );
      expect(evening.held['viewer:ann']).toEqual({ balance: 40 });
      expect(evening.held[`escrow:${escrowOfQueue('q')}`]).toEqual({ balance: 0 });
      expect(evening.undo()).toBeUndefined();
      expect([evening.stateOf('ann'), evening.held['viewer:ann']]).toEqual(['called', { balance: 10 }]);
    }
  });

  test('a handle is asked for, checked, kept for the next time, and nobody else’s', () => {
    const evening = new Evening({}, [ROPE_ID]);
    evening.open();
    expect(evening.join('ann')).toBe('type your rope ID after the command; one looks like KV-2047');
    expect(evening.join('ann', 'kv 2047')).toBe('that is no rope ID; one looks like KV-2047');
    expect(evening.join('ann', 'K'.repeat(200))).toMatch(/^a rope ID has at most 60 characters/u);
    expect(evening.join('ann', ' KV-2047\u0000 ')).toBeUndefined();
    expect(evening.handles.get('ann')).toBe('KV-2047');
    expect(evening.join('bob', 'KV-2047')).toBe('that rope ID is someone else’s');
    evening.leave('ann');
    expect(evening.join('ann')).toBeUndefined();
  });

  test('the order holds: who came first, who had the fewest turns, or who has a head start', () => {
    expect(opened(['ann', 'bob', 'cat']).names()).toEqual(['ann', 'bob', 'cat']);
    const fewest = opened(['ann'], { order: 'fewest' });
    playOne(fewest, 'ann');
    for (const name of ['ann', 'bob', 'cat']) fewest.join(name);
    expect(fewest.names()).toEqual(['bob', 'cat', 'ann']);
    const head = opened([], { order: 'head-start', headStart: { subscriber: 5, vip: 0, moderator: 0 } });
    head.join('ann');
    head.at += 4 * 60_000;
    head.join('bob');
    head.join('sub', '', { roles: ['subscriber'] });
    // Five minutes ahead of when they came: before both.
    expect(head.names()).toEqual(['sub', 'ann', 'bob']);
    // Nobody is put before whom a person put where they are.
    head.take(
      decideMove(
        head.world,
        head.queue,
        { id: entryOf(head.queue, 'bob')!.id, before: undefined },
        head.asked,
      ),
    );
    head.join('sub2', '', { roles: ['subscriber'] });
    expect(head.names()).toEqual(['sub', 'ann', 'bob', 'sub2']);
  });

  test('closes by itself after so many, and at its time of day', () => {
    const evening = opened(['ann', 'bob'], { closes: { after: 2, at: '' } });
    expect(evening.queue.open).toBe(false);
    const timed = opened([], { closes: { after: 0, at: '00:10' } });
    timed.at = 599_000;
    timed.due();
    expect(timed.queue.open).toBe(true);
    timed.at = 600_000;
    timed.due();
    expect(timed.queue.open).toBe(false);
  });
});

describe('calls', () => {
  test('two who call at once make one call, and the second is told', () => {
    const evening = opened(['ann', 'bob']);
    expect(evening.call()).toBeUndefined();
    expect(evening.call()).toBe('the call to ann is still open, 30 s left');
    expect([evening.stateOf('ann'), evening.names()]).toEqual(['called', ['bob']]);
  });

  test('are answered in time, or missed: some places back, once only, then out', () => {
    const evening = opened(['ann', 'bob', 'cat'], { call: { ...BLANK_QUEUE.call, places: 1 } });
    expect(evening.here('bob')).toBe('it is not your turn yet; you are at place 2');
    evening.call();
    evening.at += 15_000;
    evening.due();
    expect(entryOf(evening.queue, 'ann')?.reminded).toBe(true);
    evening.at += 15_000;
    expect(evening.here('ann')).toBe('the call has run out');
    evening.due();
    expect(evening.names()).toEqual(['bob', 'ann', 'cat']);
    playOne(evening, 'bob');
    evening.call();
    evening.at += 30_000;
    evening.due();
    expect([evening.stateOf('ann'), evening.names()]).toEqual([undefined, ['cat']]);
  });

  test('that ran out while nobody could answer say so, and the next is called where that is set', () => {
    const evening = opened(['ann', 'bob'], { call: { ...BLANK_QUEUE.call, next: true } });
    evening.call();
    evening.at += 3_600_000;
    const decision = decideDue(evening.world, evening.queue, evening.asked);
    expect('changes' in decision && decision.changes).toMatchObject([
      { act: 'back', whileOff: true },
      { act: 'called', entries: [{ name: 'bob' }] },
    ]);
  });

  test('of a party fill its seats; all play once nobody is still called, and one who leaves is replaced', () => {
    const evening = opened(['ann', 'bob', 'cat', 'dan'], { party: 2 });
    evening.call();
    evening.here('ann');
    expect([evening.stateOf('ann'), evening.stateOf('bob')]).toEqual(['confirmed', 'called']);
    evening.here('bob');
    expect([evening.stateOf('ann'), evening.stateOf('bob')]).toEqual(['playing', 'playing']);
    evening.leave('bob');
    evening.call();
    expect([evening.stateOf('ann'), evening.stateOf('cat')]).toEqual(['playing', 'called']);
    evening.here('cat');
    // With no seat left, calling ends the turns of those who play.
    evening.call();
    expect([evening.stateOf('ann'), evening.stateOf('cat'), evening.stateOf('dan')]).toEqual([
      undefined,
      undefined,
      'called',
    ]);
    expect(evening.queue.turns.map(({ viewer }) => viewer)).toEqual(['bob', 'ann', 'cat']);
  });

  test('are taken back as if they had not been, unless someone answered since', () => {
    const evening = opened(['ann', 'bob']);
    evening.call();
    evening.here('ann');
    evening.at += 60_000;
    evening.call();
    expect(evening.queue.turns).toHaveLength(1);
    expect(evening.undo()).toBeUndefined();
    expect([evening.stateOf('ann'), evening.names(), evening.queue.turns]).toEqual(['playing', ['bob'], []]);
    evening.call();
    const undo = evening.lastUndo!;
    evening.here('bob');
    expect(evening.take(decideUndo(evening.world, evening.queue, undo, evening.asked))).toMatch(
      /bob has done something since/u,
    );
  });
});

test('a bump is kept until it has worked, and is one fewer then', () => {
  const evening = opened(['ann', 'bob']);
  const front = (viewer: string) =>
    evening.take(
      decideFront(evening.world, evening.queue, { viewer, name: viewer, bump: true }, evening.asked),
    );
  const bump = (viewer: string) =>
    evening.take(decideBump(evening.world, { viewer, name: viewer, holds: true }, evening.asked));
  expect(front('bob')).toBe('you hold no bump');
  expect([bump('ann'), bump('bob'), bump('bob'), bump('kit')]).toEqual([
    undefined,
    undefined,
    'bob holds a bump already',
    undefined,
  ]);
  expect(front('ann')).toMatch(/at the front already; your bump is kept/u);
  expect(front('kit')).toBe('you are not in Ropes');
  expect(front('bob')).toBeUndefined();
  expect([evening.names(), [...evening.bumps], evening.used]).toEqual([['bob', 'ann'], ['ann', 'kit'], 1]);
});

test('the queue meant is that of the category, rather open than closed, else the default', () => {
  const of = (id: string, body: Partial<QueueBody>, open = false): Queue => ({
    ...newQueue(id, { ...BLANK_QUEUE, name: id, ...body }),
    open,
  });
  const meant = (...all: Queue[]) =>
    currentQueue({ queue: { ...NO_QUEUES, all: () => all }, stream: LIVE })?.id;
  const here = { categories: [' underLEDGE '] };
  expect(meant(of('a', {}), of('b', here), of('c', here, true), of('d', { byDefault: true }, true))).toBe(
    'c',
  );
  expect(meant(of('a', { categories: ['Dash'] }, true), of('d', { byDefault: true }))).toBe('d');
  expect(meant(of('a', { categories: ['Dash'] }), of('e', {}))).toBe('e');
  expect(meant()).toBeUndefined();
});

test('whatever happens, nobody is lost or there twice, places are 1 to n, and no currency is', () => {
  const NAMES = ['ann', 'bob', 'cat', 'dan', 'eve', 'fay'];
  const act = fc.record({
    does: fc.constantFrom(
      ...([
        'join',
        'leave',
        'call',
        'here',
        'done',
        'move',
        'front',
        'due',
        'undo',
        'empty',
        'open',
      ] as const),
    ),
    who: fc.constantFrom(...NAMES),
    later: fc.constantFrom(0, 1_000, 16_000, 40_000),
    to: fc.nat(6),
  });
  const body = fc.record({
    order: fc.constantFrom(...(['arrival', 'fewest', 'head-start'] as const)),
    party: fc.integer({ min: 1, max: 3 }),
    cost: fc.constantFrom(0, 7),
    call: fc.record({
      ...{ seconds: fc.constant(30), places: fc.integer({ min: 1, max: 3 }), next: fc.boolean() },
      ...{ missed: fc.constantFrom('out' as const, 'back' as const), privately: fc.constant(false) },
    }),
  });
  fc.assert(
    fc.property(body, fc.array(act, { maxLength: 80 }), (settings, acts) => {
      const evening = new Evening(settings);
      for (const name of NAMES) evening.held[`viewer:${name}`] = { balance: 50 };
      let moved = false;
      for (const { does, who, later, to } of acts) {
        evening.at += later;
        const { world, queue, asked } = evening;
        const own = entryOf(queue, who)?.id ?? '';
        if (does === 'join') evening.join(who);
        else if (does === 'here' || does === 'leave') evening[does](who);
        else if (does === 'move')
          evening.take(decideMove(world, queue, { id: own, before: queue.waiting[to]?.id }, asked));
        else if (does === 'front')
          evening.take(decideFront(world, queue, { viewer: who, name: who, bump: false }, asked));
        else if (does === 'empty') evening.take(decideEmpty(world, queue, asked));
        else evening[does]();
        moved ||= does === 'move' || does === 'front' || does === 'due' || does === 'undo';
        const live = [...evening.queue.entries.values()];
        // Everyone who is not over is in it, once, and those who wait have the places 1 to n.
        expect(live.map(({ id }) => id).sort()).toEqual(
          [...evening.all.values()]
            .filter(isLive)
            .map(({ id }) => id)
            .sort(),
        );
        expect(new Set(live.map(({ viewer }) => viewer)).size).toBe(live.length);
        const waiting = live.filter(({ state }) => state === 'waiting');
        expect(waiting.map(({ id }) => placeOf(evening.queue, id)).sort((a, b) => a - b)).toEqual(
          waiting.map((_, n) => n + 1),
        );
        expect(live.length - waiting.length).toBeLessThanOrEqual(settings.party);
        if (!moved) {
          const keys = evening.queue.waiting.map(({ key }) => key);
          expect(keys).toEqual([...keys].sort((a, b) => a - b));
        }
        // What is held is what those who are not playing yet have paid.
        expect(evening.held['escrow:queue:q']?.balance ?? 0).toBe(
          live.reduce((sum, { paid }) => sum + paid, 0),
        );
        expect(Object.values(evening.held).reduce((sum, { balance }) => sum + balance, 0)).toBe(
          50 * NAMES.length,
        );
      }
    }),
    { numRuns: 300 },
  );
});
