import type { Posting } from '../api/index.js';

/** Names of what movements may be about, by id. */
export type NamesById = (id: string) => string | undefined;

const EVENTS: Readonly<Record<string, string>> = {
  follow: 'first follow',
  subscribed: 'subscription',
  renewed: 'renewed subscription',
  gifted: 'gifted subscriptions',
  raid: 'raid',
  cheer: 'cheer',
  tip: 'tip',
};
const HANDS: Readonly<Record<string, string>> = { give: 'given', take: 'taken', set: 'balance set' };

/** What a movement is about, in words that follow its cause. */
export function aboutInWords({ cause, reference, count }: Posting, names: NamesById): string {
  if (cause === 'payout')
    return `to ${count === 1 ? '1 viewer' : `${count.toLocaleString('en')} viewers`}${reference === 'offline' ? ' while offline' : ''}`;
  if (cause === 'event') return EVENTS[reference] ?? reference;
  return (cause === 'correction' ? HANDS[reference] : undefined) ?? names(reference) ?? '';
}
