import { chanceFrom } from '../random/index.js';
import { LIVE_AREAS } from './live-areas.js';
import type { World } from './types.js';

/** A channel in which nothing is and nothing has happened; what gives a part of it lays that over. */
export const EMPTY_WORLD = Object.assign(
  { self: 'self', channelName: '', timeZone: 'UTC', chance: chanceFrom(() => 0) },
  ...LIVE_AREAS.map((area) => ('empty' in area ? area.empty : {})),
) as World;

/** What is the same for every channel and belongs to no area. */
const BASICS = new Set(['self', 'channelName', 'timeZone', 'chance', 'work']);

/** The names of the parts of the world that areas give. */
export const VIEWS: readonly string[] = Object.keys(EMPTY_WORLD).filter((name) => !BASICS.has(name));
