import { ROLE_NAMES, strongestRole, type Role } from '../chat/index.js';
import { figure, hourWorth, nextRank, standingOf } from '../currency/index.js';
import { handleNow, queueValues, type Queue } from '../queue/index.js';
import { gameValues } from '../plays/index.js';
import { rewardValues, type Reward } from '../redemptions/index.js';
import { listWord } from '../lists/index.js';
import {
  CounterValue,
  Moment,
  Named,
  Span,
  VALUES,
  type KnownPaths,
  type TextValues,
} from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { QUEUE_WORD } from './kinds/queue.js';
import { REWARD_WORD } from './kinds/rewards.js';
import { NAMED_REWARD } from './step.js';
import type { KeptSpan, Occasion, RoutineWorld } from './world.js';

const COMMON: ReadonlySet<string> = new Set(VALUES.map(({ path }) => path));

/** What of a world bears a name of its own. */
export type NamesIn = Pick<RoutineWorld, 'counters' | 'memory' | 'lists'>;

/**
 * The paths a text may use, given the inputs declared and what there is. Most texts use common ones
 * alone, so all others are named only once one is asked for.
 *
 * @param words what the run itself remembers
 * @param more further paths, such as those of a refusal
 */
export function knownValues(
  inputs: readonly string[],
  world: NamesIn,
  words: readonly string[] = [],
  more: readonly string[] = [],
): KnownPaths {
  let all: ReadonlySet<string> | undefined;
  const named = (): ReadonlySet<string> =>
    (all ??= new Set([...COMMON, ...pathsNamed(inputs, world, words), ...more]));
  return {
    has: (path) => COMMON.has(path) || named().has(path),
    [Symbol.iterator]: () => named()[Symbol.iterator](),
  };
}

/** The paths that are what somebody called something. */
function pathsNamed(inputs: readonly string[], world: NamesIn, words: readonly string[]): string[] {
  const kept = world.memory.names();
  return [
    ...inputs.map((name) => `input.${name}`),
    ...world.counters.names().flatMap((name) => [`counter.${name}`, `counter.${name}.most`]),
    ...[...kept, ...words].map((name) => `remembered.${name}`),
    ...kept.flatMap((name) => [`viewer.remembered.${name}`, `target.remembered.${name}`]),
    ...world.lists.all().flatMap(({ name }) => LIST_VALUES.map((value) => `list.${listWord(name)}.${value}`)),
  ];
}

const LIST_VALUES = ['lines', 'left'];

/**
 * The values of one rendering, as `VALUES` lists them. A text uses a few of them, so what takes
 * any work is a function, which a text asks only when it comes to it.
 *
 * @param memory what is remembered for this run alone
 * @param at now; later than the occasion's after a wait
 * @param pay takes steps for values that take longer the more a channel has
 */
export function textValues(
  occasion: Occasion,
  world: RoutineWorld,
  memory: Readonly<Record<string, string>> = {},
  at = occasion.at,
  more: Readonly<Record<string, unknown>> = {},
  pay: (steps: number) => void = () => undefined,
): TextValues {
  const { viewer, target, inputs, typed, command, event } = occasion;
  const { stream, timeZone } = world;
  const queue = once(() => queueOf(occasion, world, memory));
  return {
    viewer: once(() => ({
      ...personValues(viewer, occasion.roles, world),
      handle: () => handleNow(world, queue(), viewer.id),
    })),
    target: once(() => ({
      ...personValues(target, target.id === viewer.id ? occasion.roles : target.roles, world),
      handle: () => handleNow(world, queue(), target.id),
    })),
    input: { ...inputs, all: typed },
    command: { name: command.name, uses: command.uses, uses_by_viewer: command.usesByViewer },
    currency: once(() => currencyValues(world)),
    queue: once(() =>
      queueValues(world, {
        queue: queue(),
        viewer: target.id,
        at,
        whileOff: occasion.queue?.whileOff ?? false,
        commandFor: (does) => world.commands.doing((step) => step.kind === 'queue' && step.does === does),
      }),
    ),
    reward: once(() =>
      rewardValues(world, {
        reward: rewardOf(occasion, world, memory),
        redemption: world.rewards.open(occasion.redemption?.id ?? ''),
        viewer,
        roles: occasion.roles,
        at,
        commandFor: (reward) => redeemedWith(reward, world),
      }),
    ),
    game: once(() => gameValuesOf(occasion, world)),
    timers: { next: once(() => world.timers.inWords()) },
    commands: {
      open: once(() => costing(world.commands.openTo(viewer, occasion.roles), pay)),
      by_role: once(() => costing(world.commands.byRole(), pay)),
    },
    counter: once(() =>
      Object.fromEntries(
        world.counters.names().map((name) => {
          const { value, most } = world.counters.of(name) ?? { value: 0, most: 0 };
          return [name, new CounterValue(value, most)];
        }),
      ),
    ),
    remembered: once(() => ({ ...keptOf(['good', 'stream', 'viewer'], viewer.id, world), ...memory })),
    list: once(() =>
      Object.fromEntries(
        world.lists.all().map(({ name, size, left }) => [listWord(name), { lines: size, left }]),
      ),
    ),
    event: {
      kind: event?.kind ?? '',
      count: event?.count ?? 0,
      amount: event?.amount ?? '',
      message: event?.message ?? '',
      recipient: event?.recipient ?? '',
    },
    stream: {
      live: stream.live,
      uptime: stream.liveSince === undefined ? null : new Span((at - stream.liveSince) / 1000),
      title: stream.title,
      category: stream.category,
      viewers: stream.viewers,
      last_follower: () => world.latest.follower(),
    },
    channel: { name: world.channelName },
    random: { percent: () => world.chance.below(100) + 1 },
    now: new Moment(at, timeZone, 'time'),
    ...more,
  };
}

/** Units of a value that is worked out by going through all a channel has, for a step. */
const UNITS_A_STEP = 10;

function costing<T extends { readonly length: number }>(value: T, pay: (steps: number) => void): T {
  pay(Math.ceil(value.length / UNITS_A_STEP));
  return value;
}

/** What is worked out when it is first asked for, and then kept: a text may use it more than once. */
function once<T>(work: () => T): () => T {
  let done: { readonly value: T } | undefined;
  return () => (done ??= { value: work() }).value;
}

/** The queue a step named last, or that the occasion is about; undefined for the current one. */
function queueOf(
  { queue }: Occasion,
  world: RoutineWorld,
  memory: Readonly<Record<string, string>>,
): Queue | undefined {
  const named = memory[QUEUE_WORD];
  if (named !== undefined) return world.queue.all().find(({ body }) => body.name === named);
  return queue === undefined ? undefined : world.queue.find(queue.id);
}

function personValues(
  person: ViewerFacts,
  roles: readonly Role[],
  world: RoutineWorld,
): Record<string, unknown> {
  const { timeZone } = world;
  return {
    name: person.name,
    role: ROLE_NAMES[strongestRole(roles)],
    watch_time: new Span(person.watchTime),
    messages: person.messages,
    first_seen: new Moment(person.firstSeen, timeZone),
    followed_since: person.followedSince === undefined ? null : new Moment(person.followedSince, timeZone),
    subscribed_months: person.subscribedMonths,
    remembered: keptOf(['viewer'], person.id, world),
    ...holdingValues(person, roles, world),
  };
}

/** The reward a purchase is of, or a step before was about. */
function rewardOf(
  { redemption }: Occasion,
  { rewards }: RoutineWorld,
  memory: Readonly<Record<string, string>>,
): Reward | undefined {
  if (redemption !== undefined) return rewards.find(redemption.reward);
  const name = memory[REWARD_WORD];
  return name === undefined ? undefined : rewards.all().find(({ terms }) => terms.name === name);
}

/** What there is to tell of the game a run is about; empty where it is about none. */
function gameValuesOf(
  { game, viewer }: Occasion,
  { games, purse, commands }: RoutineWorld,
): Record<string, unknown> {
  const id = game?.id ?? '';
  const values = gameValues({
    name: games.find(id)?.name ?? '',
    told: game?.told ?? {},
    settings: purse.settings,
    own: () => games.tally(id, viewer.id),
    total: () => games.total(id),
    type: () =>
      commands.doing((step) => step.kind === 'play' && step.does === 'play' && step.game === id) ?? '',
  });
  return { ...values, last_winner: () => lastWinner(games) };
}

/** Who won in the round that was over last, of those in which anyone did. */
function lastWinner(games: RoutineWorld['games']): string {
  let latest: { readonly at: number; readonly name: string } | undefined;
  for (const { id } of games.all()) {
    const { results = [], endedAt = 0 } = games.last(id) ?? {};
    const won = results.findLast(({ due, staked }) => due > staked);
    if (won !== undefined && endedAt >= (latest?.at ?? 0)) latest = { at: endedAt, name: won.name };
  }
  return latest?.name ?? '';
}

/** A reward's own command, else the one for any with its name; undefined where there is neither. */
function redeemedWith(reward: string | undefined, { commands, rewards }: RoutineWorld): string | undefined {
  const doing = (id: string): string | undefined =>
    commands.doing((step) => step.kind === 'redeem' && step.reward === id);
  const own = reward === undefined ? undefined : doing(reward);
  if (own !== undefined) return own;
  const any = doing(NAMED_REWARD);
  const name = rewards.find(reward ?? '')?.terms.name;
  return any === undefined || name === undefined ? any : `${any} ${name}`;
}

/** Empty in a channel without a currency. */
function holdingValues(
  person: ViewerFacts,
  roles: readonly Role[],
  { purse }: RoutineWorld,
): Record<string, unknown> {
  const standing = standingOf(purse, person, roles);
  if (standing === undefined) return { balance: '', earned: '', place: '', rank: '', next_rank: '' };
  const { balance, earned, ranks } = standing;
  const climber = { roles, watchTime: person.watchTime, balance, earned };
  return {
    balance,
    earned,
    place: once(() => purse.place(balance) ?? ''),
    rank: ranks.at(-1)?.name ?? '',
    next_rank: nextRank(purse.ranks, climber)?.rank.name ?? '',
  };
}

/** Those who are named by `currency.top`. */
const TOP = 5;

function currencyValues({ purse }: RoutineWorld): Named {
  const { settings } = purse;
  const { one, many, mark, payout } = settings;
  return new Named(one, many, {
    mark,
    every: payout.every,
    hour: once(() => hourWorth(settings)[0]?.least ?? 0),
    top: once(() =>
      purse
        .top()
        .slice(0, TOP)
        .map(({ name, balance }, n) => `${String(n + 1)}. ${name} ${figure(balance)}`)
        .join(', '),
    ),
  });
}

/** What is remembered under each word; of several spans, the last that knows it. */
function keptOf(spans: readonly KeptSpan[], viewer: string, world: RoutineWorld): Record<string, string> {
  const kept: Record<string, string> = {};
  for (const name of world.memory.names())
    for (const span of spans) {
      const text = world.memory.recall(span, span === 'viewer' ? viewer : '', name);
      if (text !== undefined) kept[name] = text;
    }
  return kept;
}
