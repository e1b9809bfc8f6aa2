import type { GuardStanding, ModeratedChange } from './view.js';

/** Someone of whom nothing is known. */
export const NOTHING_KNOWN: GuardStanding = { strikes: [], given: [] };

/** Strikes that are kept beside a new one: no ladder has as many steps. */
const STRIKES_KEPT = 99;

/** The viewer a change is about, by id. */
export function viewerOf(change: ModeratedChange): string {
  return change.act === 'catch' ? change.caught.viewer : change.viewer;
}

/**
 * Where a viewer stands once something happened. Whoever lets someone write again takes back all
 * that was given; undoing a catch takes back its own strike, timeout and ban, and nothing else.
 */
export function standingAfter({ strikes, given }: GuardStanding, change: ModeratedChange): GuardStanding {
  if (change.act === 'undone') {
    const stands = ({ id }: { readonly id: string }): boolean => id !== change.id;
    return { strikes: strikes.filter(stands), given: given.filter(stands) };
  }
  if (change.act === 'catch') {
    const { id, at, strike, until, consequence, overlap } = change.caught;
    const seconds = consequence.action === 'ban' ? undefined : consequence.seconds;
    return {
      strikes: strike ? [...strikes.slice(-STRIKES_KEPT), { id, at }] : strikes,
      given: until === undefined ? given : [...given, { id, at, by: 'guard', seconds, overlap }],
    };
  }
  const { id, at, does, seconds } = change;
  if (does === 'kick') return { strikes, given };
  if (does === 'lift') return { strikes, given: [] };
  // Bought is not ordered: it adds up as the guard’s timeouts do, and gives way to what a person ordered.
  if (does === 'bench') return { strikes, given: [...given, { id, at, by: 'guard', seconds }] };
  return {
    strikes,
    given: [...given, { id, at, by: 'person', seconds: does === 'ban' ? undefined : seconds }],
  };
}
