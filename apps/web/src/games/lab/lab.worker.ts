import { fates, GAME_KINDS, simulated, type Fates, type GameBody, type Simulated } from '@gully/core/games';
import { seeded } from './seeded.js';

/** What a page asks of the lab. */
export interface AskedOdds {
  readonly body: Pick<GameBody, 'kind' | 'settings'>;
  readonly variant: string;
  /** whole units */
  readonly stake: number;
  /** plays that are simulated */
  readonly plays: number;
  /** players who begin with a balance, and how often each plays */
  readonly balance: number;
  readonly each: number;
  readonly seed: number;
}
export type ToldOdds =
  | { readonly kind: 'progress'; readonly done: number }
  | { readonly kind: 'came'; readonly simulated: Simulated; readonly fates: Fates; readonly ms: number };

const PLAYERS = 5_000;
/** Plays within which players are followed, so that those who play for long do not take for ever. */
const FOLLOWED = 5_000_000;

/** Runs one part after the other, and tells how far it is. */
function run<T>(parts: Generator<number, T>, from: number, share: number, whole: number): T {
  let told = 0;
  for (;;) {
    const next = parts.next();
    if (next.done === true) return next.value;
    const done = from + (share * next.value) / whole;
    if (done - told < 0.02) continue;
    told = done;
    self.postMessage({ kind: 'progress', done } satisfies ToldOdds);
  }
}

self.onmessage = ({ data }: MessageEvent<AskedOdds>) => {
  const { body, variant, stake, plays, balance, each, seed } = data;
  const trial = GAME_KINDS[body.kind].trial?.(body.settings, stake, variant);
  if (trial === undefined) return;
  const began = performance.now();
  const many = run(simulated(trial, stake, plays, seeded(seed)), 0, 0.5, plays);
  const ms = performance.now() - began;
  const players = Math.max(200, Math.min(PLAYERS, Math.floor(FOLLOWED / Math.max(1, each))));
  const about = { stake, balance, plays: each, players };
  const ended = run(fates(trial, about, seeded(seed + 1)), 0.5, 0.5, players);
  self.postMessage({ kind: 'came', simulated: many, fates: ended, ms } satisfies ToldOdds);
};
