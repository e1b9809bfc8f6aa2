import { foldName } from '../text/index.js';
import type { StreamState } from './state.js';

export const LIVE_CHOICES = ['any', 'live', 'offline'] as const;

/** The limits all things share: live or offline, in which categories, between which hours. */
export interface When {
  readonly live: (typeof LIVE_CHOICES)[number];
  /** category names; empty for any */
  readonly categories: readonly string[];
  /** `HH:MM`, inclusive; empty for no limit. `from` later than `to` goes over midnight */
  readonly from: string;
  /** `HH:MM`, exclusive */
  readonly to: string;
}

export const ALWAYS: When = { live: 'any', categories: [], from: '', to: '' };
export const CATEGORIES_LIMIT = 20;

/** One limit and whether it holds now, in words. */
export interface WhenCheck {
  readonly rule: string;
  readonly measure: string;
  readonly holds: boolean;
}

/** Looks at each limit that is set. `timeZone` is an IANA name, such as `Europe/Lisbon`. */
export function checkWhen(when: When, stream: StreamState, now: number, timeZone: string): WhenCheck[] {
  const checks: WhenCheck[] = [];
  if (when.live !== 'any')
    checks.push({
      rule: `Only when ${when.live}`,
      measure: stream.live ? 'live' : 'offline',
      holds: stream.live === (when.live === 'live'),
    });
  if (when.categories.length > 0) {
    const own = foldName(stream.category.trim());
    checks.push({
      rule: `Only in ${oneOf(when.categories)}`,
      measure: stream.category === '' ? 'no category' : stream.category,
      holds: when.categories.some((category) => foldName(category.trim()) === own),
    });
  }
  if (when.from !== '' && when.to !== '' && when.from !== when.to) {
    const time = timeOfDay(now, timeZone);
    checks.push({
      rule: `Only from ${when.from} to ${when.to}`,
      measure: time,
      holds: isBetween(time, when.from, when.to),
    });
  }
  return checks;
}

/** What is wrong with the limits, or undefined. */
export function whenFault({ from, to, categories }: When): string | undefined {
  for (const time of [from, to])
    if (time !== '' && !/^([01]\d|2[0-3]):[0-5]\d$/u.test(time))
      return `“${time}” is no time of day; write it as 19:30`;
  if ((from === '') !== (to === '')) return 'Give both hours, or neither';
  if (categories.length > CATEGORIES_LIMIT) return `At most ${String(CATEGORIES_LIMIT)} categories`;
  if (categories.some((category) => category.trim() === '')) return 'A category has no name';
  return undefined;
}

/** The limits as part of a sentence: `only when live`, `at any time`. */
export function whenInWords({ live, categories, from, to }: When): string {
  const words: string[] = [];
  if (live !== 'any') words.push(`only when ${live}`);
  if (categories.length > 0) words.push(`in ${oneOf(categories)}`);
  if (from !== '' && to !== '') words.push(`from ${from} to ${to}`);
  return words.length === 0 ? 'at any time' : words.join(', ');
}

function oneOf(categories: readonly string[]): string {
  return categories.join(' or ');
}

/** Times of one format compare as texts. */
function isBetween(time: string, from: string, to: string): boolean {
  return from < to ? time >= from && time < to : time >= from || time < to;
}

const clocks = new Map<string, Intl.DateTimeFormat>();

function timeOfDay(now: number, timeZone: string): string {
  let clock = clocks.get(timeZone);
  if (clock === undefined) {
    clock = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      hour: '2-digit',
      minute: '2-digit',
      hourCycle: 'h23',
    });
    clocks.set(timeZone, clock);
  }
  return clock.format(now);
}
