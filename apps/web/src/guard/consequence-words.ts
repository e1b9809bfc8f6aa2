import type { Action, Consequence } from '@gully/core/guard';
import { durationInWords } from '@gully/core/text';
import type { Catch } from '../api/index.js';

/** What a consequence is called where one is chosen. */
export const ACTION_WORDS: Readonly<Record<Action, string>> = {
  record: 'record only',
  warn: 'warn',
  delete: 'delete',
  clear: 'clear what they wrote in the last',
  timeout: 'timeout',
  ban: 'ban',
};

/** A consequence in few words: `timeout 10 min`. */
export function shortly({ action, seconds }: Consequence): string {
  const span = seconds === 0 ? '' : ` ${durationInWords(seconds * 1000)}`;
  return action === 'clear' ? `clear the last${span}` : `${ACTION_WORDS[action]}${span}`;
}

const PERSON_WORDS: Readonly<Record<string, string>> = { kick: 'removed', lift: 'lifted' };

/** What was done about a message, or to a viewer. */
export function doneInWords({ does, seconds, by }: Pick<Catch, 'does' | 'seconds' | 'by'>): string {
  if (does === 'bench') return `benched for ${durationInWords(seconds * 1000)}`;
  const own = by === null ? undefined : PERSON_WORDS[does];
  return own ?? shortly({ action: does as Action, seconds });
}
