/** What the platform tells of; all other events Gully finds by itself. */
export const PLATFORM_EVENTS = [
  'follow',
  'subscribed',
  'renewed',
  'gifted',
  'raid',
  'tip',
  'cheer',
  'live',
  'offline',
] as const;
export type PlatformEvent = (typeof PLATFORM_EVENTS)[number];

export function isPlatformEvent(kind: string): kind is PlatformEvent {
  return (PLATFORM_EVENTS as readonly string[]).includes(kind);
}
