import { distance } from 'fastest-levenshtein';

/**
 * The entry of `known` that `name` was most likely meant to be, or undefined when none
 * is near: at most a third of the letters differ (Levenshtein distance, 1966).
 */
export function nearestName(name: string, known: readonly string[]): string | undefined {
  let best: string | undefined;
  let least = Math.max(1, Math.floor(name.length / 3)) + 1;
  for (const candidate of known) {
    // So many letters more or fewer are a distance already; it keeps a flood of letters cheap.
    if (Math.abs(candidate.length - name.length) >= least) continue;
    const far = distance(name, candidate);
    if (far < least) [best, least] = [candidate, far];
  }
  return best;
}
