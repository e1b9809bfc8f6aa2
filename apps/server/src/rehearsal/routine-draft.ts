import type { Check, Why } from '@gully/core/chat';
import type { World } from '@gully/core/pipeline';
import {
  countersOf,
  EVENT_NAMES,
  routineBody,
  wordsOf,
  type ChannelEvent,
  type Happening,
  type NamedRoutineBody,
  type PreparedNamed,
  type Started,
} from '@gully/core/routines';
import { prepareNamed } from '../routines/index.js';

/** The routine open in the editor, as it stands there; without an id it is a new one. */
export interface RoutineDraft extends NamedRoutineBody {
  readonly id?: string | undefined;
}

const NEW_ROUTINE = 'draft-routine';

export function preparedDraft({ id = NEW_ROUTINE, ...body }: RoutineDraft): PreparedNamed {
  return prepareNamed({ ...routineBody(body), id });
}

/** The channel with a routine in place of the saved one of its id. */
export function withRoutine(world: World, open: PreparedNamed): World {
  const { id, named, routine } = open;
  return {
    ...world,
    routine: (asked) => (asked === id ? open : world.routine(asked)),
    routinesFor: (kind) => [
      ...world.routinesFor(kind).filter((each) => each.id !== id),
      ...(named.triggers.some(({ event }) => event === kind) ? [open] : []),
    ],
    counterNames: () => [...new Set([...world.counterNames(), ...countersOf(routine)])],
    rememberedNames: () => [...new Set([...world.rememberedNames(), ...wordsOf(routine)])],
  };
}

/** Why an event started what it did, or nothing. */
export function whyOf(
  happened: readonly Happening[],
  started: readonly Started[],
  kind: ChannelEvent['kind'],
  later: ReadonlyMap<string, readonly Check[]>,
): Why {
  const titles = started.map(({ title }) => title).join(', ');
  const checks = happened.flatMap((each) =>
    'started' in each ? (later.get(each.started.id) ?? each.started.checks) : each.refused.checks,
  );
  if (started.length > 0)
    return { outcome: 'ran', brief: `started ${titles}`, checks, decided: `Started ${titles}` };
  const [refused] = happened;
  const name = refused !== undefined && 'refused' in refused ? refused.refused.prepared.title : '';
  return {
    outcome: refused === undefined ? 'nothing' : 'stopped',
    brief: refused === undefined ? 'starts nothing' : `${name} did not start`,
    checks,
    decided: refused === undefined ? `No routine waits for ${EVENT_NAMES[kind]}` : `${name} did not start`,
  };
}
