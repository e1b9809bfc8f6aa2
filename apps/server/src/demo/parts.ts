import { AREAS } from '../areas.js';
import type { MakeDemoPart } from '../seeding/index.js';

/** What areas bring to the demo, beside who came. */
export const PARTS: readonly MakeDemoPart[] = await Promise.all(
  AREAS.flatMap(({ demo }) => (demo === undefined ? [] : [demo()])),
);
