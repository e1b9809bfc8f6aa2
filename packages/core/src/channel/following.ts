import type { Due, FollowUp } from '../area/index.js';
import { LIVE_AREAS } from './live-areas.js';
import type { About, Change, Effect, EventName, World } from './types.js';

/** What follows a change, whatever area it is of. */
export type AnyFollowUp = FollowUp<World, Change, Effect, EventName, About>;
export type AnyDue = Due<World, Change, Effect>;

type Follows = Readonly<Record<string, (change: Change, world: World) => readonly AnyFollowUp[]>>;

const FOLLOWS = Object.assign({}, ...LIVE_AREAS.map(({ followUps }) => followUps ?? {})) as Partial<Follows>;

/** The kinds of change something may follow. */
export const FOLLOWED = Object.keys(FOLLOWS) as readonly Change['kind'][];

/**
 * What follows a change once it is made: things to be decided each in its turn, and events for routines
 * that wait for them.
 *
 * @param world has the change made
 */
export function followUps(change: Change, world: World): readonly AnyFollowUp[] {
  return FOLLOWS[change.kind]?.(change, world) ?? [];
}

const areas: readonly { readonly due?: (world: World) => AnyDue | undefined }[] = LIVE_AREAS;

/** What time brings about next in any area; undefined for nothing. */
export function nextDue(world: World): AnyDue | undefined {
  const all = areas.flatMap(({ due }) => due?.(world) ?? []);
  return all.sort((a, b) => a.at - b.at)[0];
}
