import { gameKind, type Trial } from '../../kind.js';
import { branch, type Branch } from '../../odds.js';
import { hundredths, timesStake, type Row, type Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface HighRoll extends Settings {
  readonly sides: number;
  /** a roll from here on wins */
  readonly wins: number;
  readonly pays: number;
  /** rolls that pay otherwise: from, to, pays */
  readonly special: readonly Row[];
}

type Kept = Record<string, never>;

/** What a roll comes to. @returns the multiple in hundredths */
function multipleOf({ wins, pays, special }: HighRoll, roll: number): { outcome: string; multiple: number } {
  const row = special.find(({ from, to }) => roll >= Number(from) && roll <= Number(to));
  if (row !== undefined) return { outcome: 'special', multiple: hundredths(Number(row.pays)) };
  return roll >= wins ? { outcome: 'won', multiple: hundredths(pays) } : { outcome: 'lost', multiple: 0 };
}

export const highRoll = gameKind<HighRoll, Kept>({
  kind: 'high-roll',
  name: 'High roll',
  means: 'one die; a high roll pays',
  words: ['dice', 'gamble', 'roll', 'coin'],
  staked: 'amount',
  typed: 'stake',
  begins: 'player',
  instant: true,
  blanks: {
    sides: { as: 'number', label: 'Sides', least: 2, most: 10_000 },
    wins: { as: 'number', label: 'Wins from', least: 1, most: 10_000 },
    pays: { as: 'number', label: 'Pays', least: 0, most: 1_000, unit: '×' },
    special: {
      as: 'table',
      label: 'Rolls that pay otherwise',
      columns: {
        from: { as: 'number', label: 'From', least: 1, most: 10_000 },
        to: { as: 'number', label: 'To', least: 1, most: 10_000 },
        pays: { as: 'number', label: 'Pays', least: 0, most: 10_000, unit: '×' },
      },
      least: 0,
      most: 20,
      row: { from: 100, to: 100, pays: 5 },
    },
  },
  line: () => [
    'A die with',
    { blank: 'sides' },
    'sides. From',
    { blank: 'wins' },
    'up it pays',
    { blank: 'pays' },
    'the stake.',
  ],
  settings: { sides: 100, wins: 53, pays: 2, special: [{ from: 100, to: 100, pays: 3 }] },
  stake: { least: 5, most: 500, usual: 10 },
  pause: 0,
  lines: LINES,
  check: ({ sides, wins, special }) => ({
    ...(wins > sides ? { wins: `A die with ${String(sides)} sides never shows ${String(wins)}` } : {}),
    ...Object.fromEntries(
      special.flatMap(({ from, to }, n) => {
        if (Number(to) < Number(from)) return [[`special.${String(n)}.to`, 'It ends before it begins']];
        return Number(to) > sides
          ? [[`special.${String(n)}.to`, `A die with ${String(sides)} sides never shows ${String(to)}`]]
          : [];
      }),
    ),
  }),
  enter({ n, stake }, { settings, chance }) {
    // The highest comes first, as outcomes do wherever chance may be forced.
    const roll = settings.sides - chance.below(settings.sides);
    const { outcome, multiple } = multipleOf(settings, roll);
    const paid = timesStake(stake, multiple);
    const shown = String(roll);
    return {
      state: {},
      over: true,
      ends: [{ n, outcome, paid, shown }],
      says: {
        lines: [outcome],
        told: { stake, pays: paid, result: shown, most: settings.sides },
      },
    };
  },
  odds(settings, stake) {
    const found = new Map<string, Branch>();
    for (let roll = 1; roll <= settings.sides; roll += 1) {
      const { outcome, multiple } = multipleOf(settings, roll);
      const paid = timesStake(stake, multiple);
      const key = `${outcome} ${String(paid)}`;
      const known = found.get(key)?.chance ?? 0;
      found.set(key, branch(outcome, known + 1 / settings.sides, paid));
    }
    return [{ variant: '', label: '', levels: [[...found.values()]] }];
  },
  trial(settings, stake): Trial {
    const pays = new Float64Array(settings.sides);
    for (let at = 0; at < settings.sides; at += 1)
      pays[at] = timesStake(stake, multipleOf(settings, settings.sides - at).multiple);
    const { sides } = settings;
    return { play: (chance) => pays[chance.below(sides)] ?? 0, level: 0, reset: () => undefined };
  },
  solvable: ['pays', 'wins'],
});
