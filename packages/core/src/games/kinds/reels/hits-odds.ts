import type { Branch, Level } from '../../odds.js';
import { hundredths, timesStake } from '../../settings.js';
import { chanceAt, mostLevels, multiples, type Reels } from './settings.js';

/** Chances of each number of hits: the binomial distribution. */
function binomial(count: number, chance: number): number[] {
  return Array.from({ length: count + 1 }, (_, hits) => {
    let ways = 1;
    for (let n = 0; n < hits; n += 1) ways = (ways * (count - n)) / (n + 1);
    return ways * chance ** hits * (1 - chance) ** (count - hits);
  });
}

/** The reels as a Markov chain over steps of pity. */
export function hitsOdds(settings: Reels, stake: number): readonly Level[] {
  const { reels, spins } = settings;
  const pays = multiples(settings).map((multiple) => timesStake(stake, multiple));
  const most = mostLevels(settings);
  const plain = binomial(reels, chanceAt(settings, 0) / 10_000);
  const spinMean = plain.reduce((sum, chance, hits) => sum + chance * (pays[hits] ?? 0), 0);
  const spinSquare = plain.reduce((sum, chance, hits) => sum + chance * (pays[hits] ?? 0) ** 2, 0);
  const awarded = hundredths(settings.spinChance) / 10_000;
  // The sum of free spins, each of which comes with its own chance.
  const freeMean = spins * awarded * spinMean;
  const freeVariance = spins * (awarded * spinSquare - (awarded * spinMean) ** 2);
  return Array.from({ length: most + 1 }, (_, level): Level => {
    const chances = binomial(reels, chanceAt(settings, level) / 10_000);
    return chances.map((chance, hits): Branch => {
      const isFull = hits === reels;
      const mean = (pays[hits] ?? 0) + (isFull ? freeMean : 0);
      const square = mean * mean + (isFull ? freeVariance : 0);
      const next = isFull ? 0 : hits === 0 ? Math.min(most, level + 1) : level;
      return { outcome: `hits ${String(hits)}`, chance, pays: mean, square, next };
    });
  });
}
