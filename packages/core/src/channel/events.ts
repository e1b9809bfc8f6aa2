import type { EventDeclared } from '../area/index.js';
import { AREAS } from './areas.js';
import type { EventKind, EventName } from './types.js';

/** Every kind of event, in the order triggers offer them. */
export const EVENTS = Object.assign(
  {},
  ...AREAS.map((area) => ('events' in area ? area.events : {})),
) as Readonly<Record<EventName, EventDeclared>>;
export const EVENT_KINDS = Object.keys(EVENTS) as readonly EventName[];

/** What an event is called: `a follow`. */
export function eventNoun(kind: EventKind): string {
  return kind === 'hand' ? 'the button' : EVENTS[kind].noun;
}
