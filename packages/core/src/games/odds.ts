/** One thing that can come of a play. */
export interface Branch {
  /** as results name it */
  readonly outcome: string;
  readonly chance: number;
  /** what comes back on average where it comes about, the stake included, and the average of its square */
  readonly pays: number;
  readonly square: number;
  /** the level it leads to */
  readonly next: number;
}
/** What can come of a play that begins with some steps of pity. Chances add up to 1. */
export type Level = readonly Branch[];

/** A bet, or a size of a crew: the odds under it. */
export interface OddsCase {
  /** as results name it */
  readonly variant: string;
  /** in words; empty where it is the only one */
  readonly label: string;
  readonly levels: readonly Level[];
}

export interface Odds {
  readonly variant: string;
  readonly label: string;
  /** what comes back of one unit staked; of free games what is paid */
  readonly returns: number;
  /** the same for someone who plays for the first time, without any pity */
  readonly first: number;
  /** of what comes back of one unit */
  readonly deviation: number;
  /** chance that a play brings more than its stake */
  readonly hits: number;
  readonly outcomes: readonly { readonly outcome: string; readonly chance: number; readonly pays: number }[];
  /** so many plays without a win are exceeded by one player in 20, and in 100; undefined where it is never won */
  readonly drought95: number | undefined;
  readonly drought99: number | undefined;
  /** the share of plays that begin with each step of pity */
  readonly levels: readonly number[];
}

/** What comes back the same every time: its mean is what it pays. */
export function branch(outcome: string, chance: number, pays: number, next = 0): Branch {
  return { outcome, chance, pays, square: pays * pays, next };
}

const MOST_DROUGHT = 100_000;
const ROUNDS = 20_000;

/**
 * The share of plays that begin at each level in the long run: the stationary distribution of the
 * Markov chain, by power iteration of the lazy chain, which cannot swing back and forth
 * (Levin, Peres and Wilmer, Markov Chains and Mixing Times, 1.3).
 */
export function stationary(levels: readonly Level[]): number[] {
  let share = levels.map((_, n): number => (n === 0 ? 1 : 0));
  if (levels.length < 2) return share;
  for (let round = 0; round < ROUNDS; round += 1) {
    const next = share.map((part) => part / 2);
    levels.forEach((level, n) => {
      for (const { chance, next: to } of level) next[to] = (next[to] ?? 0) + ((share[n] ?? 0) * chance) / 2;
    });
    const moved = next.reduce((sum, part, n) => sum + Math.abs(part - (share[n] ?? 0)), 0);
    share = next;
    if (moved < 1e-14) break;
  }
  return share;
}

/** Works out the odds of a case. @param stake units, above 0; 1 for what costs nothing */
export function oddsOf({ variant, label, levels }: OddsCase, stake: number): Odds {
  const shares = stationary(levels);
  let [mean, square, hits] = [0, 0, 0];
  const outcomes = new Map<string, { chance: number; pays: number }>();
  levels.forEach((level, n) => {
    const share = shares[n] ?? 0;
    for (const each of level) {
      const chance = share * each.chance;
      mean += chance * each.pays;
      square += chance * each.square;
      if (each.pays > stake) hits += chance;
      const known = outcomes.get(each.outcome) ?? { chance: 0, pays: 0 };
      outcomes.set(each.outcome, { chance: known.chance + chance, pays: known.pays + chance * each.pays });
    }
  });
  return {
    variant,
    label,
    returns: mean / stake,
    first: (levels[0] ?? []).reduce((sum, each) => sum + each.chance * each.pays, 0) / stake,
    deviation: Math.sqrt(Math.max(0, square - mean * mean)) / stake,
    hits,
    outcomes: [...outcomes].map(([outcome, { chance, pays }]) => ({
      outcome,
      chance,
      pays: chance === 0 ? 0 : pays / chance,
    })),
    drought95: droughtOf(levels, stake, 0.05),
    drought99: droughtOf(levels, stake, 0.01),
    levels: shares,
  };
}

/** How many plays without a win a new player sees with at most this chance. */
function droughtOf(levels: readonly Level[], stake: number, most: number): number | undefined {
  let dry = levels.map((_, n): number => (n === 0 ? 1 : 0));
  // Where a win can be reached at all, it is within as many plays as there are levels.
  let stuck = 0;
  for (let plays = 0; plays <= MOST_DROUGHT; plays += 1) {
    const left = dry.reduce((sum, part) => sum + part, 0);
    if (left <= most) return plays;
    const next = dry.map(() => 0);
    levels.forEach((level, n) => {
      for (const each of level)
        if (each.pays <= stake) next[each.next] = (next[each.next] ?? 0) + (dry[n] ?? 0) * each.chance;
    });
    stuck = next.reduce((sum, part) => sum + part, 0) >= left ? stuck + 1 : 0;
    if (stuck >= levels.length) return undefined;
    dry = next;
  }
  return undefined;
}
