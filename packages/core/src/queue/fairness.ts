/** How evenly turns were shared among those who queued. */
export interface Fairness {
  /** 0 where all had as many, towards 1 where one had them all */
  readonly gini: number;
  readonly queued: number;
  readonly turns: number;
  /** viewers who queued and had no turn */
  readonly without: readonly string[];
}

/**
 * The Gini coefficient of some counts: half the mean difference between any two, of the mean
 * (Gini, 1912; computed over the sorted counts as Σ(2i − n − 1)xᵢ / (n Σxᵢ)).
 *
 * @param counts whole numbers, 0 or more
 * @returns 0 to 1; 0 for nobody, or where nobody had anything
 */
export function giniOf(counts: readonly number[]): number {
  const sorted = [...counts].sort((a, b) => a - b);
  const sum = sorted.reduce((all, each) => all + each, 0);
  if (sum === 0) return 0;
  const n = sorted.length;
  const weighted = sorted.reduce((all, each, at) => all + (2 * (at + 1) - n - 1) * each, 0);
  return weighted / (n * sum);
}

/** @param turns by viewer, also those who had none */
export function fairnessOf(turns: ReadonlyMap<string, number>): Fairness {
  const counts = [...turns.values()];
  return {
    gini: giniOf(counts),
    queued: counts.length,
    turns: counts.reduce((all, each) => all + each, 0),
    without: [...turns].filter(([, count]) => count === 0).map(([viewer]) => viewer),
  };
}

/** The same in a few words. */
export function fairnessInWords({ gini, queued, turns }: Fairness): string {
  if (queued === 0) return 'No one has queued yet';
  if (turns === 0) return 'Nobody has had a turn yet';
  if (gini < 0.1) return 'Turns were shared evenly';
  if (gini < 0.35) return 'Turns were shared fairly evenly';
  if (gini < 0.6) return 'Some had clearly more turns than others';
  return 'A few had most of the turns';
}
