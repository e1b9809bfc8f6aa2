import { valuesUnder, type LiveArea } from '../area/index.js';
import { CounterValue, Moment } from '../text/index.js';
import { ROUTINE_SLICES } from './slices.js';
import type { KeptSpan, MemoryView, RoutinesTypes } from './types.js';

export const ROUTINES_LIVE: LiveArea<RoutinesTypes> = {
  empty: {
    counters: { of: () => undefined, names: () => [] },
    draws: { of: () => undefined },
    memory: { recall: () => undefined, names: () => [] },
    routines: { find: () => undefined, forEvent: () => [] },
    runs: { of: () => ({ running: 0, inTurn: 0 }) },
  },
  slices: ROUTINE_SLICES,
  values: [
    ...valuesUnder('The command', [
      ['input.all', 'all that was typed after the command', 'arguments', 'query', 'rest', 'message'],
      ['command.name', 'the command that runs'],
      ['command.uses', 'how often it has been used, including now', 'count', 'times used'],
      ['command.uses_by_viewer', 'how often this viewer has used it, including now'],
    ]),
    ...valuesUnder('What happened', [
      ['event.kind', ''],
      [
        'event.count',
        'months renewed, subscriptions gifted, people raiding, tokens cheered, days away, what was won in a game',
        'how many',
        'months',
        'party size',
      ],
      ['event.amount', 'what was tipped, such as 5.00 EUR', 'money', 'donation'],
      [
        'event.message',
        'what they wrote with it, the rank they reached, the queue they were called in, the reward they bought, or the game that ended',
      ],
      ['event.recipient', 'who got a gifted subscription, or was benched'],
    ]),
    ...valuesUnder('Everything else', [
      ['channel.name', 'the name of the channel', 'streamer', 'broadcaster'],
      ['random.percent', 'a number from 1 to 100, by chance', 'dice', 'roll', 'chance', 'number'],
      ['now', 'the time of day', 'clock', 'time', 'hour'],
    ]),
  ],
  fill: {
    input: ({ occasion: { inputs, typed } }) => ({ ...inputs, all: typed }),
    command: ({ occasion: { command } }) => ({
      name: command.name,
      uses: command.uses,
      uses_by_viewer: command.usesByViewer,
    }),
    event: ({ occasion: { event } }) => ({
      kind: event?.kind ?? '',
      count: event?.count ?? 0,
      amount: event?.amount ?? '',
      message: event?.message ?? '',
      recipient: event?.recipient ?? '',
    }),
    counter: ({ world: { counters } }) =>
      Object.fromEntries(
        counters.names().map((name) => {
          const { value, most } = counters.of(name) ?? { value: 0, most: 0 };
          return [name, new CounterValue(value, most)];
        }),
      ),
    remembered: ({ world, occasion, memory }) => ({
      ...keptOf(['good', 'stream', 'viewer'], occasion.viewer.id, world.memory),
      ...memory,
    }),
    channel: ({ world }) => ({ name: world.channelName }),
    random: ({ world }) => ({ percent: () => world.chance.below(100) + 1 }),
    now: ({ at, world }) => new Moment(at, world.timeZone, 'time'),
  },
  fillPerson: ({ person }, { world }) => ({ remembered: keptOf(['viewer'], person.id, world.memory) }),
  named({ counters, memory }) {
    const kept = memory.names();
    return [
      ...counters.names().flatMap((name) => [`counter.${name}`, `counter.${name}.most`]),
      ...kept.flatMap((name) => [
        `remembered.${name}`,
        `viewer.remembered.${name}`,
        `target.remembered.${name}`,
      ]),
    ];
  },
};

/** What is remembered under each word; of several spans, the last that knows it. */
function keptOf(spans: readonly KeptSpan[], viewer: string, memory: MemoryView): Record<string, string> {
  const kept: Record<string, string> = {};
  for (const name of memory.names())
    for (const span of spans) {
      const text = memory.recall(span, span === 'viewer' ? viewer : '', name);
      if (text !== undefined) kept[name] = text;
    }
  return kept;
}
