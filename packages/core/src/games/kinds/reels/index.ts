import type { Chance } from '../../../random/index.js';
import { gameKind, type Trial } from '../../kind.js';
import { hundredths, timesStake } from '../../settings.js';
import { hitsOdds } from './hits-odds.js';
import { LINES } from './lines.js';
import { chanceAt, mostLevels, multiples, type Reels } from './settings.js';
import { payOfSymbols, symbolsOdds } from './symbols.js';

type Kept = Record<string, never>;

/** How many of some reels hit. */
function spin(reels: number, within: number, chance: Chance): number {
  let count = 0;
  for (let reel = 0; reel < reels; reel += 1) if (chance.below(10_000) < within) count += 1;
  return count;
}

interface Spun {
  readonly hits: number;
  readonly paid: number;
  readonly free: number;
}

/** Free spins are played at the plain chance, cost nothing and award no more of them. */
function playHits(
  settings: Reels,
  pays: readonly number[],
  stake: number,
  level: number,
  chance: Chance,
): Spun {
  const { reels, spins } = settings;
  const hits = spin(reels, chanceAt(settings, level), chance);
  let paid = timesStake(stake, pays[hits] ?? 0);
  let free = 0;
  if (hits === reels) {
    const within = hundredths(settings.spinChance);
    for (let n = 0; n < spins; n += 1)
      if (chance.below(10_000) < within) {
        free += 1;
        paid += timesStake(stake, pays[spin(reels, chanceAt(settings, 0), chance)] ?? 0);
      }
  }
  return { hits, paid, free };
}

function levelAfter(settings: Reels, level: number, hits: number): number {
  if (hits === settings.reels) return 0;
  return hits === 0 ? Math.min(mostLevels(settings), level + 1) : level;
}

export const reels = gameKind<Reels, Kept>({
  kind: 'reels',
  name: 'Reels',
  means: 'several reels; the more of them hit, the more they pay',
  words: ['slots', 'slot machine', 'spin', 'gamble', 'pity', 'jackpot'],
  staked: 'amount',
  typed: 'stake',
  begins: 'player',
  instant: true,
  blanks: {
    mode: {
      as: 'choice',
      label: 'How they pay',
      options: { hits: 'by the number that hit', symbols: 'by the symbols they show' },
    },
    reels: { as: 'number', label: 'Reels', least: 2, most: 6 },
    chance: { as: 'number', label: 'Chance of each reel', least: 0, most: 100, unit: '%' },
    pity: { as: 'number', label: 'Each full miss adds', least: 0, most: 100, unit: '%' },
    limit: { as: 'number', label: 'At most', least: 0, most: 100, unit: '%' },
    hits: {
      as: 'table',
      label: 'What hits pay',
      columns: {
        hits: { as: 'number', label: 'Hits', least: 0, most: 6 },
        pays: { as: 'number', label: 'Pays', least: 0, most: 10_000, unit: '×' },
      },
      least: 1,
      most: 7,
      row: { hits: 1, pays: 1 },
    },
    spins: { as: 'number', label: 'Free spins', least: 0, most: 20 },
    spinChance: { as: 'number', label: 'Chance of each free spin', least: 0, most: 100, unit: '%' },
    symbols: {
      as: 'table',
      label: 'Symbols on each reel',
      columns: {
        symbol: { as: 'text', label: 'Symbol', most: 12 },
        weight: { as: 'number', label: 'Weight', least: 0, most: 1_000 },
      },
      least: 2,
      most: 16,
      row: { symbol: '', weight: 1 },
    },
    pays: {
      as: 'table',
      label: 'Pay table',
      columns: {
        symbol: { as: 'text', label: 'Symbol, or any', most: 12 },
        count: { as: 'number', label: 'At least', least: 1, most: 6 },
        pays: { as: 'number', label: 'Pays', least: 0, most: 10_000, unit: '×' },
      },
      least: 1,
      most: 24,
      row: { symbol: 'any', count: 3, pays: 5 },
    },
  },
  line: ({ mode }) =>
    mode === 'symbols'
      ? [{ blank: 'reels' }, 'reels pay', { blank: 'mode' }, '.']
      : [
          { blank: 'reels' },
          'reels pay',
          { blank: 'mode' },
          '. Each hits with',
          { blank: 'chance' },
          '; a miss of all adds',
          { blank: 'pity' },
          'to that, at most',
          { blank: 'limit' },
          'in all, until all of them hit. All of them bring up to',
          { blank: 'spins' },
          'free spins, each with',
          { blank: 'spinChance' },
          '.',
        ],
  without: ({ mode }) =>
    mode === 'symbols' ? ['chance', 'pity', 'limit', 'hits', 'spins', 'spinChance'] : ['symbols', 'pays'],
  settings: {
    mode: 'hits',
    reels: 3,
    chance: 35.4,
    pity: 0.5,
    limit: 3,
    hits: [
      { hits: 2, pays: 2 },
      { hits: 3, pays: 8 },
    ],
    spins: 2,
    spinChance: 25,
    symbols: [
      { symbol: '🕯️', weight: 5 },
      { symbol: '⛏️', weight: 4 },
      { symbol: '🦇', weight: 3 },
      { symbol: '💎', weight: 1 },
    ],
    pays: [
      { symbol: '💎', count: 3, pays: 50 },
      { symbol: 'any', count: 3, pays: 6.5 },
      { symbol: '🕯️', count: 2, pays: 1 },
    ],
  },
  stake: { least: 5, most: 200, usual: 10 },
  pause: 0,
  lines: LINES,
  check({ mode, reels: count, hits, symbols, pays }) {
    const faults: Record<string, string> = {};
    if (mode === 'hits') {
      for (const [n, row] of hits.entries()) {
        if (Number(row.hits) > count) faults[`hits.${String(n)}.hits`] = `There are ${String(count)} reels`;
        if (hits.findIndex((each) => each.hits === row.hits) < n)
          faults[`hits.${String(n)}.hits`] = 'That number is there already';
      }
      return faults;
    }
    const known = new Set(symbols.map(({ symbol }) => symbol));
    if (symbols.every(({ weight }) => weight === 0)) faults.symbols = 'Give at least one a weight above 0';
    if (known.size < symbols.length) faults.symbols = 'Each symbol stands here once';
    for (const [n, row] of pays.entries()) {
      if (row.symbol !== 'any' && !known.has(row.symbol ?? ''))
        faults[`pays.${String(n)}.symbol`] = 'No reel shows that';
      if (Number(row.count) > count) faults[`pays.${String(n)}.count`] = `There are ${String(count)} reels`;
    }
    return faults;
  },
  enter({ n, stake, level }, { settings, chance }) {
    if (settings.mode === 'symbols') {
      const { shown, outcome, paid } = payOfSymbols(settings, stake, chance);
      const won = paid > 0 ? 'won' : 'missed';
      return {
        state: {},
        over: true,
        ends: [{ n, outcome, paid, shown }],
        says: {
          lines: [outcome === 'row 1' ? 'full' : won],
          told: { stake, pays: paid, result: shown },
        },
      };
    }
    const before = Math.min(level, mostLevels(settings));
    const { hits, paid, free } = playHits(settings, multiples(settings), stake, before, chance);
    const shown = `${String(hits)} of ${String(settings.reels)}`;
    const isFull = hits === settings.reels;
    const line = isFull ? (free > 0 ? 'free' : 'full') : paid > 0 ? 'won' : 'missed';
    return {
      state: {},
      over: true,
      ends: [{ n, outcome: `hits ${String(hits)}`, paid, shown }],
      level: levelAfter(settings, before, hits),
      says: {
        lines: [line],
        told: { stake, pays: paid, result: shown, count: hits, most: settings.reels, times: free },
      },
    };
  },
  odds: (settings, stake) => [
    {
      variant: '',
      label: '',
      levels: settings.mode === 'symbols' ? [symbolsOdds(settings, stake)] : hitsOdds(settings, stake),
    },
  ],
  trial(settings, stake): Trial {
    if (settings.mode === 'symbols')
      return {
        play: (chance) => payOfSymbols(settings, stake, chance).paid,
        level: 0,
        reset: () => undefined,
      };
    const pays = multiples(settings);
    const trial = {
      level: 0,
      play(chance: Chance): number {
        const { hits, paid } = playHits(settings, pays, stake, trial.level, chance);
        trial.level = levelAfter(settings, trial.level, hits);
        return paid;
      },
      reset(): void {
        trial.level = 0;
      },
    };
    return trial;
  },
  solvable: ['chance', 'spinChance'],
});
