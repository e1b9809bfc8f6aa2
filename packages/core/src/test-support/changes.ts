import fc, { type Arbitrary } from 'fast-check';
import { escrowAccount, viewerAccount, type PostedChange } from '../currency/index.js';
import { LOOK_BACK_MS, PERSON_ACTS, Reading, type Catch } from '../guard/index.js';
import type { QueueEntry } from '../queue/index.js';
import type { Change, World } from '../channel/index.js';
import type { Play, PlayedChange } from '../games/index.js';
import { prepareRoutine, routineOf, startRun } from '../routines/index.js';
import type { Redemption } from '../rewards/index.js';
import { EMPTY_STAGE, raise, STAGE_RULES, type Alert } from '../stage/index.js';
import { newState } from '../timers/index.js';
import { occasion } from './routines.js';
import { worldOf } from './world.js';

type Kind = Change['kind'];

/** The ids of what a channel has that changes may be about. */
export interface Things {
  readonly viewers: readonly string[];
  readonly commands: readonly string[];
  readonly lists: readonly string[];
  readonly timers: readonly string[];
}

/** Counters, and what is remembered by. */
const NAMES = ['depth', 'town'];
const run = startRun(
  prepareRoutine('r', 'R', routineOf([{ kind: 'wait', id: 'w', seconds: 5 }])),
  occasion(),
  worldOf([]),
).run;

const CAUGHT: Catch = {
  id: 'm1',
  at: 0,
  viewer: 'v',
  name: 'cheap_ropes_4u',
  text: 'ropes.example',
  filter: 'links',
  measure: 'ropes.example',
  allowed: 'only allowed domains',
  fragments: [],
  consequence: { action: 'ban', seconds: 0 },
  step: 1,
  strike: true,
  spared: undefined,
  until: undefined,
  overlap: undefined,
};

const QUEUE_SEEN = 'q1';
/** After all that happens. No filter looks further back than it may. */
const SEEN_AT = 1_000_001;
const ACCOUNTS_SEEN = ['issued', 'spent', escrowAccount('boss')] as const;
/** No two messages have one id: neither the bias towards small values nor shrinking makes them alike. */
const MESSAGE_ONCE = fc.noBias(fc.noShrink(fc.uuid()));
const MESSAGE = fc.constantFrom('m1', 'm2', 'm3');

/** Any change of any kind. A kind that is not here does not compile, so that none is left out of what is tested. */
export function anyChange({ viewers, commands, lists, timers }: Things): Arbitrary<Change> {
  const viewer = fc.constantFrom(...viewers);
  const name = fc.constantFrom(...NAMES);
  const at = fc.nat(1_000_000);
  if (run === undefined) throw new Error('a run that waits is one');
  const kinds: { readonly [K in Kind]: Arbitrary<Extract<Change, { readonly kind: K }>> } = {
    counter: fc.record({
      kind: fc.constant('counter' as const),
      counter: name,
      value: fc.integer({ min: -9, max: 9 }),
      at,
    }),
    draw: fc.record({
      kind: fc.constant('draw' as const),
      owner: fc.constantFrom(...commands),
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
      list: fc.constantFrom(...lists),
      place: fc.nat(2),
      order: fc.constantFrom('bag' as const, 'turn' as const),
    }),
    remembered: fc.record({
      kind: fc.constant('remembered' as const),
      span: fc.constantFrom('viewer' as const, 'stream' as const, 'good' as const),
      viewer,
      name,
      text: fc.option(fc.string({ maxLength: 3 }), { nil: null }),
      by: viewer,
      at,
    }),
    post: fc.record({
      kind: fc.constant('post' as const),
      id: fc.uuid(),
      webhook: name,
      body: fc.string(),
      at,
    }),
    run: fc.constant({ kind: 'run' as const, run }),
    'run-ended': fc.constant({ kind: 'run-ended' as const, id: run.id, owner: run.owner }),
    use: fc.record({
      kind: fc.constant('use' as const),
      commandId: fc.constantFrom(...commands),
      viewer,
      at,
    }),
    refused: fc.record({
      kind: fc.constant('refused' as const),
      commandId: fc.constantFrom(...commands),
      viewer,
      at,
    }),
    arrival: fc.record({ kind: fc.constant('arrival' as const), viewer, at }),
    grace: fc.record({
      kind: fc.constant('grace' as const),
      viewer,
      name,
      until: at,
      at: fc.constant(0),
      by: name,
    }),
    looked: fc
      .record({ id: MESSAGE_ONCE, viewer, text: fc.constantFrom('hello there', 'rope'), at })
      .map((written) => ({
        kind: 'looked' as const,
        reading: new Reading({ ...written, emotes: [], names: [] }),
      })),
    moderated: fc.oneof(
      fc
        .record({ id: MESSAGE, viewer, at, strike: fc.boolean(), ban: fc.boolean() })
        .map(({ ban, ...more }) => ({
          kind: 'moderated' as const,
          act: 'catch' as const,
          caught: { ...CAUGHT, ...more, until: ban ? null : undefined },
        })),
      fc.record({
        kind: fc.constant('moderated' as const),
        act: fc.constant('undone' as const),
        id: MESSAGE,
        viewer,
        at,
        by: name,
      }),
      fc.record({
        kind: fc.constant('moderated' as const),
        act: fc.constant('person' as const),
        id: fc.constantFrom('p1', 'p2'),
        at,
        viewer,
        name,
        by: name,
        does: fc.constantFrom(...PERSON_ACTS),
        seconds: fc.constant(60),
        reason: fc.constant(''),
      }),
    ),
    posted: fc
      .record({ key: fc.uuid(), viewer, at, amount: fc.integer({ min: 1, max: 50 }), carry: fc.nat(99) })
      .chain(({ key, viewer: who, at: when, amount, carry }) =>
        fc
          .constantFrom<Pick<PostedChange, 'entries' | 'cause' | 'carries'>>(
            {
              cause: 'payout',
              entries: [{ from: 'issued', to: viewerAccount(who), amount }],
              carries: [[who, carry]],
            },
            { cause: 'command', entries: [{ from: viewerAccount(who), to: 'spent', amount }] },
            { cause: 'game', entries: [{ from: 'issued', to: escrowAccount('boss'), amount }] },
          )
          .map((part) => ({
            kind: 'posted' as const,
            key,
            reference: '',
            by: 'gully' as const,
            at: when,
            words: 'moves flint',
            ...part,
          })),
      ),
    ranked: fc.record({
      kind: fc.constant('ranked' as const),
      viewer,
      ranks: fc.constant(['scrambler']),
      at,
    }),
    told: fc.record({ kind: fc.constant('told' as const), at }),
    queue: fc
      .record({ viewer, at, act: fc.constantFrom('joined', 'called', 'done', 'opened'), place: fc.nat(9) })
      .map(({ viewer: who, at: when, act, place }) => ({
        kind: 'queue' as const,
        queue: QUEUE_SEEN,
        act,
        by: 'gully' as const,
        at: when,
        entries: act === 'opened' ? [] : [anEntry(who, act, place, when)],
        ...(act === 'opened' ? { open: { open: true, openedAt: when, joins: 0 } } : {}),
      })),
    bump: fc.record({
      kind: fc.constant('bump' as const),
      viewer,
      name,
      holds: fc.boolean(),
      by: fc.constant('streamer' as const),
      at,
    }),
    // No two viewers have the same.
    handle: fc.record({ viewer, at, known: fc.boolean() }).map(({ known, ...more }) => ({
      ...more,
      kind: 'handle' as const,
      handle: 'rope',
      text: known ? `KV ${more.viewer}` : null,
      before: null,
    })),
    redemption: fc
      .record({ viewer, at, id: MESSAGE_ONCE, state: fc.constantFrom('bought', 'waiting', 'done') })
      .map(({ viewer: who, at: when, id, state }) => ({
        kind: 'redemption' as const,
        act: 'bought' as const,
        redemption: aRedemption(id, who, state, when),
        by: 'gully' as const,
        at: when,
      })),
    played: fc
      .record({ viewer, at, id: MESSAGE_ONCE, paid: fc.nat(50), over: fc.boolean(), level: fc.nat(4) })
      .map(({ viewer: who, at: when, id, paid, over, level }) => aPlay(id, who, paid, level, over, when)),
    heard: fc
      .record({ viewer, name, text: fc.constantFrom('lamp', 'lamp lamp'), at })
      .map((line) => ({ kind: 'heard' as const, line })),
    stage: fc.record({ viewer, at, id: MESSAGE_ONCE }).map(({ viewer: who, at: when, id }) => {
      const alert = { ...AN_ALERT, id, at: when, viewer: who };
      const moment = { overlay: STAGE_SEEN, rules: STAGE_RULES, seen: true, at: when };
      return raise(EMPTY_STAGE, alert, moment);
    }),
    timer: fc.record({
      kind: fc.constant('timer' as const),
      id: fc.constantFrom(...timers),
      state: fc.constant(newState(0)),
      said: fc.constant([]),
    }),
  };
  return fc.oneof(...(Object.values(kinds) as Arbitrary<Change>[]));
}

const STAGE_SEEN = 'o1';
const REWARD_SEEN = 'rw1';
const AN_ALERT: Alert = {
  id: '',
  at: 0,
  title: 'a bell',
  viewer: '',
  viewerName: '',
  media: '',
  portrait: false,
  card: null,
  text: 'rope',
  sound: '',
  volume: 80,
  speak: '',
  animation: 'fade',
  place: 'middle',
  seconds: 5,
  test: false,
};

const GAME_SEEN = 'g1';

/** Someone plays a game, which is over with that or goes on. */
function aPlay(
  id: string,
  viewer: string,
  paid: number,
  level: number,
  over: boolean,
  at: number,
): PlayedChange {
  const play: Play = {
    ...{ n: 0, viewer, name: viewer, stake: 10, typed: '', at, numbers: [3], level: 0, does: 'play' },
  };
  const result = {
    n: 0,
    viewer,
    name: viewer,
    outcome: 'won',
    variant: '',
    level: 0,
    staked: 10,
    due: paid,
    paid,
    shown: '3',
  };
  const results = over ? [result] : [];
  return {
    kind: 'played',
    round: {
      ...{
        id,
        game: GAME_SEEN,
        title: 'High roll',
        kind: 'high-roll',
        version: 1,
        settings: {},
        startedAt: at,
      },
      ...{ until: undefined, state: null, plays: [play], ticks: [], results },
      over: over ? 'ended' : undefined,
      endedAt: over ? at : undefined,
    },
    play,
    results,
    levels: [[viewer, level]],
    by: 'gully',
    at,
  };
}

/** A purchase of a line that nobody else gets. */
function aRedemption(id: string, viewer: string, state: Redemption['state'], at: number): Redemption {
  return {
    id,
    reward: REWARD_SEEN,
    title: 'Map pack key',
    gives: 'line',
    viewer,
    name: viewer,
    price: 40,
    paidBy: 'currency',
    state,
    at,
    since: at,
    answers: [],
    line: { list: 'keys', text: `key ${id}` },
    note: '',
  };
}

/** Someone in a queue, at one moment or another. */
function anEntry(viewer: string, act: 'joined' | 'called' | 'done', place: number, at: number): QueueEntry {
  const called = act !== 'joined';
  return {
    id: `e ${viewer}`,
    viewer,
    name: viewer,
    state: act === 'joined' ? 'waiting' : act,
    place,
    key: place,
    byHand: false,
    joinedAt: 0,
    told: undefined,
    paid: 0,
    calledAt: called ? at : undefined,
    until: called ? at + 30_000 : undefined,
    reminded: false,
    missed: 0,
    startedAt: called ? at : undefined,
    endedAt: act === 'done' ? at + 1 : undefined,
  };
}

/** All that any change can be seen by. */
export function seen(world: World, { viewers, commands }: Things) {
  return {
    counters: NAMES.map((each) => world.counters.of(each)),
    draws: commands.map((each) => world.draws.of(each, 's')),
    words: (['viewer', 'stream', 'good'] as const).flatMap((span) =>
      viewers.flatMap((who) => NAMES.map((each) => world.memory.recall(span, who, each))),
    ),
    lists: world.lists
      .all()
      .map((list) => [
        list.id,
        list.last,
        ...Array.from({ length: list.left }, (_, n) => list.leftAt(n)).sort(),
      ])
      .sort(),
    uses: commands.flatMap((each) => viewers.map((who) => world.commands.use(each, who))),
    holdings: [...viewers.map(viewerAccount), ACCOUNTS_SEEN].flat().map((each) => world.purse.of(each)),
    queues: world.queue.all().map(({ id, open, joins, entries, waiting, turns }) => ({
      ...{ id, open, joins, waiting, turns },
      entries: [...entries.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
    })),
    handles: viewers.map((who) => [
      world.queue.handleOf(who, 'rope'),
      world.queue.ownerOf('rope', `kv ${who}`),
      world.queue.holdsBump(who),
    ]),
    purchases: viewers.map((who) => [
      world.rewards
        .openOf(who)
        .map(({ id }) => id)
        .sort(),
      world.rewards.sales(REWARD_SEEN).count(0, who),
      world.rewards.sales(REWARD_SEEN).last(who),
      world.rewards.openOf(who).map(({ line }) => world.rewards.isGiven('keys', line?.text ?? '')),
    ]),
    games: [
      world.games
        .rounds(GAME_SEEN)
        .map(({ id }) => id)
        .sort(),
      world.games.lastOver(GAME_SEEN),
      world.games.last(GAME_SEEN)?.id,
      viewers.map((who) => world.games.tally(GAME_SEEN, who)),
      world.games.total(GAME_SEEN),
      world.games.heard(),
    ],
    stages: world.stages.all(),
    grace: viewers.map((who) => world.grace.until(who)),
    standings: viewers.map((who) => world.guard.standingOf(who)),
    told: world.guard.toldAt(),
    written: viewers.map((who) => {
      const { own, near } = world.guard.before(
        new Reading({ id: '', viewer: who, text: 'hello there', at: SEEN_AT, emotes: [], names: [] }),
      );
      const last = new Map<string, number>();
      for (const { viewers: writers } of near(-Infinity))
        for (const [writer, at] of writers)
          if (at > SEEN_AT - LOOK_BACK_MS) last.set(writer, Math.max(at, last.get(writer) ?? at));
      return [own.map(({ id, at }) => `${id} ${String(at)}`).sort(), [...last].sort()];
    }),
    // When someone came last is asked only of those who have not come yet.
    arrived: viewers.map((who) => world.arrivals.has(who) || world.arrivals.last(who)),
    refused: commands.flatMap((each) => viewers.map((who) => world.commands.toldRefusal(each, who))),
    names: [...new Set([...world.counters.names(), ...world.memory.names()])].sort(),
  };
}
