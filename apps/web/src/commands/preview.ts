import { groupNames, compilePattern, titleOf, type CommandBody, type Input } from '@gully/core/commands';
import { chanceFrom } from '@gully/core/random';
import {
  countersOf,
  knownValues,
  textValues,
  type CounterState,
  type Occasion,
  type RoutineWorld,
} from '@gully/core/routines';
import { OFFLINE } from '@gully/core/stream';
import { REFUSAL_VALUES, Span, type Scope } from '@gully/core/text';
import { strangerFacts } from '@gully/core/viewers';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Command } from '../api/index.js';
import { channelQuery, commandsQuery, countersQuery, streamQuery, usePrefix } from '../live/index.js';
import { useNow } from '../ui/index.js';
import { usePersona } from './persona.js';

/** Previews keep still while one types: chance always takes the first. */
const STILL = chanceFrom(() => 0);

const EXAMPLES: Readonly<Record<Input['type'], (input: Input) => unknown>> = {
  viewer: () => 'quillrush',
  number: ({ least }) => least ?? 7,
  amount: ({ least }) => Math.max(40, least ?? 0),
  choice: ({ choices }) => choices[0] ?? '',
  word: ({ name }) => `‹${name}›`,
  text: ({ name }) => `‹${name}›`,
  'yes-no': () => true,
};

/** The names of everything a text of this command may ask of its inputs. */
export function inputNames({ trigger, inputs }: CommandBody): string[] {
  const pattern = trigger.pattern === '' ? undefined : compilePattern(trigger.pattern, trigger.matchCase);
  const groups = pattern !== undefined && 'pattern' in pattern ? groupNames(pattern.pattern) : [];
  return [...inputs.map(({ name }) => name), ...groups];
}

/** What a text of this command would be filled in with now, for the persona chosen in the dock. */
export function usePreviewScope(body: CommandBody, saved: Command | undefined): Scope {
  const [persona] = usePersona();
  const prefix = usePrefix();
  const { data: channel } = useQuery(channelQuery);
  const { data: stream } = useQuery(streamQuery);
  const { data: counters } = useQuery(countersQuery);
  const { data: commands } = useQuery(commandsQuery);
  const now = useNow(30_000);
  return useMemo(() => {
    const liveSince = stream?.liveSince == null ? undefined : Date.parse(stream.liveSince);
    const states = counterStates(body, counters ?? []);
    const viewer = {
      ...strangerFacts('persona', persona.name, persona.roles, now),
      watchTime: (persona.hours ?? 0) * 3600,
    };
    const world: RoutineWorld = {
      channelName: channel?.name ?? '',
      timeZone: channel?.timeZone ?? 'UTC',
      stream: stream === undefined ? OFFLINE : { ...stream, liveSince },
      chance: STILL,
      counter: (name) => states.get(name),
      counterNames: () => [...states.keys()],
      drawState: () => undefined,
    };
    const names = inputNames(body);
    const examples = names.map((name) => {
      const input = body.inputs.find((each) => each.name === name);
      return [name, input === undefined ? `‹${name}›` : EXAMPLES[input.type](input)] as const;
    });
    const occasion: Occasion = {
      owner: '',
      viewer,
      roles: persona.roles,
      target: body.inputs.some(({ type }) => type === 'viewer')
        ? { ...viewer, id: 'target', name: 'quillrush' }
        : viewer,
      inputs: Object.fromEntries(examples),
      typed: examples.map(([, value]) => String(value)).join(' '),
      command: { name: titleOf(body, prefix), uses: (saved?.uses ?? 0) + 1, usesByViewer: 1 },
      openCommands: () =>
        (commands ?? [])
          .filter(
            ({ enabled, trigger, gates }) => enabled && trigger.name !== '' && gates.lowestRole === 'viewer',
          )
          .map((each) => titleOf(each, prefix)),
      at: now,
    };
    const refused = { why: 'cooling down, 12 s left', wait: new Span(12) };
    return {
      values: textValues(occasion, world, { refused }),
      known: knownValues(names, [...states.keys()]),
      chance: STILL,
      now,
    };
  }, [body, saved, persona, prefix, channel, stream, counters, commands, now]);
}

/** The same for a text that those refused hear. */
export function refusalScope(scope: Scope): Scope {
  return { ...scope, known: new Set([...scope.known, ...REFUSAL_VALUES.map(({ path }) => path)]) };
}

/** The counters as they would be after this command's own steps. */
function counterStates(
  { routine }: CommandBody,
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
