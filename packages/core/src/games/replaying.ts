import type { Play, Result, Round, Tick } from './round.js';
import type { PreparedGame } from './game.js';
import type { PlayEnd, Turn } from './kind.js';
import { replayed } from './recording.js';

/** A round as it is kept: what happened in it, and what came of it. */
export type KeptRound = Pick<Round, 'startedAt' | 'plays' | 'ticks' | 'results'>;

export type Recomputed =
  | { readonly same: true }
  /** what came out otherwise, in words */
  | { readonly same: false; readonly words: string };

/**
 * Plays a round again from the numbers chance came to, by the settings that were in force, and
 * compares what comes of it with what was kept.
 */
export function recompute({ kind, body }: Pick<PreparedGame, 'kind' | 'body'>, round: KeptRound): Recomputed {
  const happened: (Play | Tick)[] = [...round.plays, ...round.ticks].sort((a, b) => a.n - b.n);
  const ends: PlayEnd[] = [];
  let state: unknown;
  let until: number | undefined;
  const plays: Play[] = [];
  for (const each of happened) {
    const chance = replayed(each.numbers);
    const standing =
      each.n === 0 ? undefined : { state, plays: [...plays], startedAt: round.startedAt, until };
    const moment = { settings: body.settings, stake: body.stake, chance, at: each.at, round: standing };
    let turn: Turn<unknown> | undefined;
    try {
      if (!('viewer' in each)) turn = kind.tick?.(moment);
      else if (each.does === 'open') turn = kind.open?.(moment);
      else turn = kind.enter({ ...each, roles: [] }, moment);
    } catch (error) {
      return { same: false, words: error instanceof Error ? error.message : 'it cannot be played again' };
    }
    if (turn === undefined) return { same: false, words: 'this kind of game does nothing of that kind' };
    if ('fault' in turn) return { same: false, words: turn.fault };
    if (chance.left() > 0) return { same: false, words: 'fewer numbers are drawn than were recorded' };
    if ('viewer' in each) plays.push(each);
    ends.push(...(turn.ends ?? []));
    ({ state, until } = { state: turn.state, until: turn.until });
  }
  return compare(ends, round.results);
}

function compare(ends: readonly PlayEnd[], results: readonly Result[]): Recomputed {
  if (ends.length !== results.length)
    return { same: false, words: `${String(ends.length)} results instead of ${String(results.length)}` };
  for (const [place, end] of ends.entries()) {
    const kept = results[place];
    if (kept === undefined) continue;
    const isSame = kept.n === end.n && kept.outcome === end.outcome && kept.variant === (end.variant ?? '');
    if (!isSame) return { same: false, words: `${kept.name}: ${end.outcome} instead of ${kept.outcome}` };
    const isPaid = end.paid === kept.due && Math.abs(kept.paid) <= Math.abs(kept.due);
    if (!isPaid)
      return { same: false, words: `${kept.name}: ${String(end.paid)} instead of ${String(kept.paid)}` };
  }
  return { same: true };
}
