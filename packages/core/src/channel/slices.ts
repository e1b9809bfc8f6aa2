import { Layers, type About, type Slice, type Slices } from '../layers/index.js';
import { LIVE_AREAS } from './live-areas.js';
import type { Change, World } from './types.js';

/** Every kind of change there is. */
export const SLICES = Object.assign(
  {},
  ...LIVE_AREAS.map((area) => ('slices' in area ? area.slices : {})),
) as Slices<World, Change>;

/** Changes of every kind above the channel as it is, which is only read. */
export function channelLayers(): Layers<World, Change> {
  return new Layers(SLICES);
}

/** What a change does, for lists of effects. */
export function changeInWords(change: Change, about: About<World>): readonly string[] {
  const slice: Slice<World, never> = SLICES[change.kind];
  return slice.words(change as never, about);
}
