import type { PersonOf, ValueEntry, ValuesOf } from '../area/index.js';
import { orOf } from '../text/index.js';
import { LIVE_AREAS } from './live-areas.js';
import { EVENT_KINDS } from './events.js';
import type { About, Occasion, World } from './types.js';

/** What values are worked out from. */
export interface ValuesNow extends ValuesOf<World, About> {
  readonly occasion: Occasion;
}

/** The values texts may use, by the word their paths begin with. */
export const FILLERS = LIVE_AREAS.flatMap(
  (area) => Object.entries(area.fill ?? {}) as unknown as [string, (about: ValuesNow) => unknown][],
);

/** What an area says; it looks at no more than the world has, as `types.ts` makes sure. */
interface Says {
  readonly fillPerson?: (of: PersonOf, about: ValuesNow) => Readonly<Record<string, unknown>>;
  readonly named?: (world: World) => readonly string[];
}
const areas: readonly Says[] = LIVE_AREAS;

/** What there is to know of a person, area by area. */
export const PERSON_FILLERS = areas.flatMap(({ fillPerson }) =>
  fillPerson === undefined ? [] : [fillPerson],
);
const NAMED = areas.flatMap(({ named }) => (named === undefined ? [] : [named]));

/** Paths of values by names that people gave: of counters, lists, what is remembered. */
export function namedPaths(world: World): string[] {
  return NAMED.flatMap((named) => named(world));
}

const people = (start: string, about: string): ValueEntry[] =>
  LIVE_AREAS.flatMap((area) => area.personValues ?? []).map(([path, means, ...words]) => ({
    path: `${start}.${path}`,
    means,
    about,
    words,
  }));

const any: readonly ValueEntry[] = [
  ...people('viewer', 'Who typed it'),
  ...people('target', 'The viewer named after the command, or else the one who typed it'),
  ...LIVE_AREAS.flatMap((area) => area.values ?? []).map((entry) =>
    entry.path === 'event.kind' ? { ...entry, means: orOf(EVENT_KINDS) } : entry,
  ),
];

/** Headings that stand behind all others. */
const LAST = ['What happened', 'Everything else'];
const headings = [...new Set(any.map(({ about }) => about))];

/** The values every text has. Inputs and counters come on top, by the names they were given. */
export const VALUES: readonly ValueEntry[] = [
  ...headings.filter((about) => !LAST.includes(about)),
  ...LAST,
].flatMap((heading) => any.filter(({ about }) => about === heading));
