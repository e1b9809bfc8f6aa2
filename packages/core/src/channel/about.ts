import { LIVE_AREAS } from './live-areas.js';
import type { About } from './types.js';

const FIELDS = LIVE_AREAS.flatMap((area): readonly string[] => ('about' in area ? area.about : []));

/** What of an event or an occasion says what it is about. */
export function aboutOf(given: About): About {
  const fields = given as Readonly<Record<string, unknown>>;
  return Object.fromEntries(
    FIELDS.flatMap((field) => (fields[field] === undefined ? [] : [[field, fields[field]]])),
  );
}
