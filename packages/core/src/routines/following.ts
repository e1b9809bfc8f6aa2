import type { Begins, FollowDecided } from '../area/index.js';
import {
  channelLayers,
  type AnyFollowUp,
  type Change,
  type Effect,
  type Occasion,
  type Step,
  type World,
} from '../channel/index.js';
import { strangerFacts } from '../viewers/index.js';
import type { ChannelEvent } from './event.js';
import { begin, type Started } from './named.js';
import { prepareRoutine, type PreparedRoutine } from './prepare.js';
import { routineOf } from './step.js';

/** What something that followed came to. */
export interface Followed {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly started: readonly Started[];
}

const NOTHING: Followed = { changes: [], effects: [], started: [] };

/** Begins what was decided to begin, on the channel with what was decided made. */
export function followed(decided: FollowDecided<Change, Effect> | undefined, world: World): Followed {
  if (decided === undefined) return NOTHING;
  const { changes, effects = [], begins } = decided;
  if (begins === undefined) return { changes, effects, started: [] };
  const started = begin(
    readyOf(begins.routine),
    begins.occasion as Occasion,
    withChanges(world, changes),
    begins.checks ?? [],
  );
  return {
    changes: [...changes, ...started.changes],
    effects: [...effects, ...started.effects],
    started: [started],
  };
}

function withChanges(world: World, changes: readonly Change[]): World {
  if (changes.length === 0) return world;
  const layers = channelLayers();
  const over = layers.over(world);
  for (const change of changes) layers.apply(change, over);
  return over;
}

/** Made ready once for each list of steps: most are begun over and over. */
const ready = new WeakMap<object, PreparedRoutine>();

function readyOf(routine: Begins['routine']): PreparedRoutine {
  if (!('steps' in routine)) return routine as PreparedRoutine;
  const { id, title, steps } = routine;
  const known = ready.get(steps) ?? prepareRoutine(id, title, routineOf(steps as readonly Step[]));
  ready.set(steps, known);
  return known;
}

/** An event that followed a change, with what is known of who it is about. @param id names it */
export function eventThatFollowed(
  { event }: Extract<AnyFollowUp, { readonly does: 'happen' }>,
  world: World,
  id: string,
): ChannelEvent {
  const { viewer, ...facts } = event;
  const known = world.viewers.known(viewer.id) ?? strangerFacts(viewer.id, viewer.name, [], event.at);
  return { ...facts, id, viewer: known, roles: known.roles };
}
