import { type EventFacts, FAILURE, isLike } from '@gully/core/area';
import { EMPTY_WORLD, type EventKind, type Occasion, type World } from '@gully/core/channel';
import { titleOf } from '@gully/core/commands';
import { chanceFrom } from '@gully/core/random';
import {
  allSteps,
  countersOf,
  knownValues,
  textValues,
  wordsOf,
  type CounterState,
  type Routine,
} from '@gully/core/routines';
import type { ListView } from '@gully/core/lists';
import type { QueueBody } from '@gully/core/queue';
import type { Game } from '@gully/core/games';
import type { RewardTerms } from '@gully/core/rewards';
import { streamFrom } from '@gully/core/stream';
import { Span, type Scope } from '@gully/core/text';
import { strangerFacts } from '@gully/core/viewers';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useCurrency } from '../currency/index.js';
import {
  channelQuery,
  countersQuery,
  rememberedQuery,
  streamQuery,
  usePrefix,
  thingsQuery,
} from '../live/index.js';
import { useNow } from '../ui/index.js';
import { usePersona } from './persona.js';
import { sampleQueues } from './queue-sample.js';
import { sampleGames, TOLD } from './game-sample.js';
import { sampleRewards } from './reward-sample.js';

/** Stands for a queue that may not be saved yet. Ids are ULIDs, so this cannot be one. */
const EDITED = 'edited';

/** Previews keep still while one types: chance always takes the first. */
const STILL = chanceFrom(() => 0);

/** What starts the routine that is edited, as far as its texts ask. */
export interface Started {
  /** what it is called */
  readonly name: string;
  readonly uses: number;
  /** examples of its inputs, by name */
  readonly inputs: Readonly<Record<string, unknown>>;
  /** true when someone else is named */
  readonly names: boolean;
  readonly event?: EventFacts<EventKind> | undefined;
  /** the queue it is of, as it is edited */
  readonly queue?: QueueBody | undefined;
  /** the reward it is of, as it is edited */
  readonly reward?: RewardTerms | undefined;
  /** the game it is of, as it is edited */
  readonly game?: Pick<Game, 'name' | 'stake'> | undefined;
}

/** What a text of a routine would be filled in with now, for the persona chosen in the dock. */
export function useScope(routine: Routine, started: Started): Scope {
  const [persona] = usePersona();
  const { data: channel } = useQuery(channelQuery);
  const { data: stream } = useQuery(streamQuery);
  const { data: counters } = useQuery(countersQuery);
  const { data: lists } = useQuery(thingsQuery('list'));
  const { data: remembered } = useQuery(rememberedQuery);
  const { data: commands } = useQuery(thingsQuery('command'));
  const { data: queues } = useQuery(thingsQuery('queue'));
  const { data: handles } = useQuery(thingsQuery('handle'));
  const prefix = usePrefix();
  const currency = useCurrency();
  const now = useNow(30_000);
  // Made again when what there is changes, and not with every letter of a text.
  const named = JSON.stringify([countSteps(routine), wordsOf(routine), started]);
  return useMemo(() => {
    const states = counterStates(routine, counters ?? []);
    const viewer = {
      ...strangerFacts('persona', persona.name, persona.roles, now),
      watchTime: (persona.hours ?? 0) * 3600,
    };
    const edited = started.queue === undefined ? undefined : [{ ...started.queue, id: EDITED }];
    const words = [...new Set([...(remembered?.names ?? []), ...wordsOf(routine)])];
    const sampleLists = (lists ?? []).map(({ id, name, lines, left }): ListView => ({
      id,
      name,
      size: lines,
      left,
      last: -1,
      line: (place) => `‹line ${String(place + 1)}›`,
      leftAt: (position) => position,
    }));
    const world: World = {
      ...EMPTY_WORLD,
      channelName: channel?.name ?? '',
      timeZone: channel?.timeZone ?? 'UTC',
      stream: streamFrom(stream),
      chance: STILL,
      purse: { ...EMPTY_WORLD.purse, settings: currency },
      counters: { of: (name) => states.get(name), names: () => [...states.keys()] },
      lists: {
        all: () => sampleLists,
        find: (id) => sampleLists.find((list) => list.id === id),
      },
      // A preview shows how it goes when all goes well.
      memory: {
        recall: (_span, _viewer, name) => (name === FAILURE ? undefined : `‹${name}›`),
        names: () => words,
      },
      queue: sampleQueues({ queues: edited ?? queues ?? [], handles: handles ?? [], viewer, at: now }),
      rewards: sampleRewards(EDITED, started.reward, viewer),
      games: sampleGames(EDITED, started.game),
      timers: { inWords: () => '‹the next timers›', nameOf: () => '' },
      commands: {
        ...EMPTY_WORLD.commands,
        openTo: () =>
          (commands ?? [])
            .filter(
              ({ enabled, trigger, gates }) =>
                enabled && trigger.name !== '' && gates.lowestRole === 'viewer',
            )
            .map((each) => titleOf(each, prefix)),
        byRole: () => '‹all commands, with who may use them›',
        doing: (like) => {
          const one = (commands ?? []).find(
            ({ enabled, trigger, routine: own }) =>
              enabled && trigger.name !== '' && allSteps(own.steps).some((step) => isLike(step, like)),
          );
          return one === undefined ? '‹a command›' : titleOf(one, prefix);
        },
      },
    };
    const examples = Object.values(started.inputs);
    const occasion: Occasion = {
      cause: 'preview',
      by: started.name,
      viewer,
      roles: persona.roles,
      target: started.names ? { ...viewer, id: 'target', name: 'quillrush' } : viewer,
      inputs: started.inputs,
      inputNames: Object.keys(started.inputs),
      typed: examples.map(String).join(' '),
      line: undefined,
      command: { name: started.name, uses: started.uses + 1, usesByViewer: 1 },
      event: started.event,
      ...(edited === undefined ? {} : { queue: { id: EDITED, whileOff: false } }),
      ...(started.reward === undefined ? {} : { redemption: { id: EDITED, reward: EDITED } }),
      ...(started.game === undefined
        ? {}
        : { game: { id: EDITED, told: { ...TOLD, stake: started.game.stake.usual } } }),
      at: now,
    };
    const refused = { why: 'cooling down, 12 s left', wait: new Span(12) };
    return {
      values: textValues(occasion, world, {}, now, { refused }),
      known: knownValues(occasion.inputNames, world),
      chance: STILL,
      now,
    };
    // What matters of the routine and of what starts it is in `named`.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [
    named,
    persona,
    channel,
    stream,
    counters,
    lists,
    remembered,
    commands,
    queues,
    handles,
    prefix,
    currency,
    now,
  ]);
}

function countSteps({ steps }: Routine): unknown {
  return steps.filter(({ kind }) => kind === 'counter');
}

/** The counters as they would be after this routine's own steps. */
function counterStates(
  routine: Routine,
  counters: readonly { name: string; value: number; most: number }[],
): Map<string, CounterState> {
  const states = new Map(counters.map(({ name, value, most }) => [name, { value, most }]));
  for (const name of countersOf(routine)) if (!states.has(name)) states.set(name, { value: 0, most: 0 });
  for (const step of routine.steps) {
    if (step.kind !== 'counter' || step.change === 'typed') continue;
    const before = states.get(step.counter) ?? { value: 0, most: 0 };
    const value = step.change === 'add' ? before.value + step.amount : step.amount;
    states.set(step.counter, { value, most: Math.max(before.most, value) });
  }
  return states;
}
