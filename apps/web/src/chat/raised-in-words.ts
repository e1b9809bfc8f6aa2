import { eventNoun } from '@gully/core/channel';
import type { Raised } from './raise-event.js';

export function raisedInWords({ kind, count }: Raised): string {
  if (kind === 'hand') return 'runs the routine that is open';
  return `raises ${eventNoun(kind)}${count > 0 ? `, ${count.toLocaleString('en')}` : ''}`;
}
