import { ROLE_NAMES, strongestRole, type Role } from '../chat/index.js';
import { CounterValue, Moment, Span, VALUES, type TextValues } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { Occasion, RoutineWorld } from './world.js';

const COMMON = VALUES.map(({ path }) => path);

/** The paths a text may use, given the inputs declared and the counters there are. */
export function knownValues(
  inputs: readonly string[],
  counters: readonly string[],
  more: readonly string[] = [],
): ReadonlySet<string> {
  return new Set([
    ...COMMON,
    ...inputs.map((name) => `input.${name}`),
    ...counters.flatMap((name) => [`counter.${name}`, `counter.${name}.most`]),
    ...more,
  ]);
}

/** The values of one rendering, as `VALUES` lists them. */
export function textValues(
  occasion: Occasion,
  world: RoutineWorld,
  more: Readonly<Record<string, unknown>> = {},
): TextValues {
  const { viewer, target, inputs, typed, command, at } = occasion;
  const { stream, timeZone } = world;
  return {
    viewer: personValues(viewer, occasion.roles, timeZone),
    target: personValues(target, target.id === viewer.id ? occasion.roles : target.roles, timeZone),
    input: { ...inputs, all: typed },
    command: { name: command.name, uses: command.uses, uses_by_viewer: command.usesByViewer },
    commands: { open: occasion.openCommands },
    counter: Object.fromEntries(
      world.counterNames().map((name) => {
        const { value, most } = world.counter(name) ?? { value: 0, most: 0 };
        return [name, new CounterValue(value, most)];
      }),
    ),
    stream: {
      live: stream.live,
      uptime: stream.liveSince === undefined ? null : new Span((at - stream.liveSince) / 1000),
      title: stream.title,
      category: stream.category,
      viewers: stream.viewers,
    },
    channel: { name: world.channelName },
    random: { percent: () => world.chance.below(100) + 1 },
    now: new Moment(at, timeZone, 'time'),
    ...more,
  };
}

function personValues(
  person: ViewerFacts,
  roles: readonly Role[],
  timeZone: string,
): Record<string, unknown> {
  return {
    name: person.name,
    role: ROLE_NAMES[strongestRole(roles)],
    watch_time: new Span(person.watchTime),
    messages: person.messages,
    first_seen: new Moment(person.firstSeen, timeZone),
    followed_since: person.followedSince === undefined ? null : new Moment(person.followedSince, timeZone),
    subscribed_months: person.subscribedMonths,
  };
}
