import type { EndedRun, RunEnding } from '../area/index.js';
import { LIVE_AREAS } from './live-areas.js';
import type { About, Change, World } from './types.js';

type WhenRunEnds = (run: EndedRun<World, About>) => RunEnding<Change> | undefined;
const areas: readonly { readonly whenRunEnds?: WhenRunEnds }[] = LIVE_AREAS;

/** What follows in each area when a run ends. */
export const WHEN_RUN_ENDS: readonly WhenRunEnds[] = areas.flatMap(({ whenRunEnds }) =>
  whenRunEnds === undefined ? [] : [whenRunEnds],
);
