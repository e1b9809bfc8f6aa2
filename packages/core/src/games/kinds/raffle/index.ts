import type { Chance } from '../../../random/index.js';
import { split } from '../../../currency/index.js';
import { gameKind, type PlayEnd, type Trial } from '../../kind.js';
import { branch, type OddsCase } from '../../odds.js';
import { hundredths, type Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Raffle extends Settings {
  readonly seconds: number;
  readonly prize: 'pot' | 'fixed';
  /** whole units, where it is fixed */
  readonly amount: number;
  readonly winners: number;
  /** percent of the pot the house keeps */
  readonly cut: number;
}
interface State {
  readonly reminded: boolean;
}

/** What each of so many winners gets, the first of them the odd unit. */
function sharesOf({ prize, amount, cut }: Raffle, pot: number, winners: number): number[] {
  const whole = prize === 'fixed' ? amount : pot - Math.floor((pot * hundredths(cut)) / 10_000);
  return split(whole, winners);
}

/** Some of a number of places, none of them twice. */
function drawn(count: number, some: number, chance: Chance): number[] {
  const places = Array.from({ length: count }, (_, n) => n);
  return Array.from(
    { length: Math.min(some, count) },
    () => places.splice(chance.below(places.length), 1)[0] ?? 0,
  );
}

/** Sizes the odds are worked out for. */
const SIZES = [2, 5, 10, 25];

export const raffle = gameKind<Raffle, State>({
  kind: 'raffle',
  name: 'Raffle',
  means: 'viewers join for a while; one or several of them get the pot, or a prize',
  words: ['lottery', 'pot', 'draw', 'jackpot'],
  staked: 'price',
  typed: 'text',
  begins: 'either',
  instant: false,
  blanks: {
    seconds: { as: 'number', label: 'Time to join', least: 10, most: 3_600, unit: 's' },
    winners: { as: 'number', label: 'Winners', least: 1, most: 50 },
    prize: {
      as: 'choice',
      label: 'What they get',
      options: { pot: 'the pot', fixed: 'a fixed amount' },
    },
    amount: { as: 'number', label: 'Amount', least: 1, most: 1_000_000_000, unit: 'currency' },
    cut: { as: 'number', label: 'The house keeps', least: 0, most: 100, unit: '%' },
  },
  line: ({ prize }) => [
    'Viewers may join for',
    { blank: 'seconds' },
    '. Then',
    { blank: 'winners' },
    'of them split',
    { blank: 'prize' },
    ...(prize === 'pot'
      ? ['; the house keeps', { blank: 'cut' as const }]
      : ['of', { blank: 'amount' as const }]),
    '.',
  ],
  settings: { seconds: 120, prize: 'pot', amount: 500, winners: 1, cut: 0 },
  stake: { least: 20, most: 20, usual: 20 },
  pause: 60,
  lines: LINES,
  open: ({ settings, at }) => ({
    state: { reminded: false },
    until: at + (settings.seconds * 1_000) / 2,
    says: { lines: ['opened'], told: { seconds: settings.seconds } },
  }),
  enter(entering, { settings, round, at, stake }) {
    if (round === undefined)
      return {
        state: { reminded: false },
        until: at + (settings.seconds * 1_000) / 2,
        says: { lines: ['opened'], told: { stake: stake.usual, seconds: settings.seconds } },
      };
    if (round.plays.some((play) => play.viewer === entering.viewer))
      return { fault: 'you have joined already' };
    return { state: round.state, ...(round.until === undefined ? {} : { until: round.until }) };
  },
  tick({ settings, round, at, chance }) {
    const plays = (round?.plays ?? []).filter(({ does }) => does === 'play');
    const ends = (round?.startedAt ?? at) + settings.seconds * 1_000;
    const pot = plays.reduce((sum, { stake }) => sum + stake, 0);
    if (at < ends && round?.state.reminded === false)
      return {
        state: { reminded: true },
        until: ends,
        says: {
          lines: ['reminder'],
          told: { pot, count: plays.length, seconds: Math.max(1, Math.round((ends - at) / 1_000)) },
        },
      };
    if (plays.length === 0)
      return { state: { reminded: true }, over: true, says: { lines: ['nobody'], told: {} } };
    const places = drawn(plays.length, settings.winners, chance);
    const shares = sharesOf(settings, pot, places.length);
    const ended = plays.map(({ n }, place): PlayEnd => {
      const won = places.indexOf(place);
      return {
        n,
        outcome: won < 0 ? 'lost' : 'won',
        variant: String(plays.length),
        paid: won < 0 ? 0 : (shares[won] ?? 0),
      };
    });
    return {
      state: { reminded: true },
      over: true,
      ends: ended,
      says: {
        lines: ['drawn'],
        told: {
          pot,
          count: plays.length,
          winners: places.map((place, n) => ({ name: plays[place]?.name ?? '', pays: shares[n] ?? 0 })),
        },
      },
    };
  },
  oneDraw: () => true,
  odds: (settings, stake) =>
    SIZES.filter((size) => size > settings.winners).map((size) => caseOfSize(settings, stake, size)),
  caseOf: (settings, stake, variant) => caseOfSize(settings, stake, Number(variant)),
  trial(settings, stake, variant): Trial {
    const size = Number(variant);
    const shares = sharesOf(settings, size * stake, settings.winners);
    return {
      play: (chance) => shares[drawn(size, settings.winners, chance).indexOf(0)] ?? 0,
      level: 0,
      reset: () => undefined,
    };
  },
  solvable: ['cut'],
});

function caseOfSize(settings: Raffle, stake: number, size: number): OddsCase {
  const winners = Math.min(settings.winners, size);
  const won = sharesOf(settings, size * stake, winners).map((share) => branch('won', 1 / size, share));
  const level = [...won, branch('lost', 1 - winners / size, 0)];
  return { variant: String(size), label: `${String(size)} who join`, levels: [level] };
}
