import { gameKind, type Trial } from '../../kind.js';
import { branch } from '../../odds.js';
import { hundredths, type Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Duel extends Settings {
  readonly seconds: number;
  /** percent with which whoever challenged wins */
  readonly chance: number;
  /** percent of both stakes the house keeps */
  readonly cut: number;
}
interface State {
  /** whoever was challenged, by id */
  readonly rival: string;
  readonly name: string;
}

const YES = /^(?:accept|yes|y)$/iu;
const NO = /^(?:decline|no|n)$/iu;

/** What the winner gets of two stakes. */
const prizeOf = ({ cut }: Duel, stake: number): number =>
  2 * stake - Math.floor((2 * stake * hundredths(cut)) / 10_000);

export const duel = gameKind<Duel, State>({
  kind: 'duel',
  name: 'Duel',
  means: 'one viewer challenges another; one of them takes both stakes',
  words: ['fight', 'challenge', 'versus', 'battle'],
  staked: 'amount',
  typed: 'word-stake',
  begins: 'player',
  instant: false,
  rival: true,
  blanks: {
    seconds: { as: 'number', label: 'Time to answer', least: 5, most: 600, unit: 's' },
    chance: { as: 'number', label: 'The challenger wins with', least: 0, most: 100, unit: '%' },
    cut: { as: 'number', label: 'The house keeps', least: 0, most: 100, unit: '%' },
  },
  line: () => [
    'Whoever is challenged may answer for',
    { blank: 'seconds' },
    '. The challenger wins with',
    { blank: 'chance' },
    '; the house keeps',
    { blank: 'cut' },
    'of both stakes.',
  ],
  settings: { seconds: 60, chance: 50, cut: 0 },
  stake: { least: 5, most: 1_000, usual: 20 },
  pause: 0,
  lines: LINES,
  isAnswer: (typed) => YES.test(typed) || NO.test(typed),
  mine: (rounds, viewer) =>
    rounds.find(({ state, plays }) => (state as State).rival === viewer || plays[0]?.viewer === viewer),
  enter({ viewer, name, typed, stake, rival, n }, { settings, round, chance, at }) {
    const first = round?.plays[0];
    if (round === undefined || first === undefined) {
      if (YES.test(typed) || NO.test(typed)) return { fault: 'nobody is waiting for your answer' };
      if (rival === undefined) return { fault: 'name whom you challenge' };
      if (rival.viewer === viewer) return { fault: 'nobody wins against themselves' };
      return {
        state: { rival: rival.viewer, name: rival.name },
        until: at + settings.seconds * 1_000,
        says: { lines: ['challenged'], told: { stake, rival: rival.name, seconds: settings.seconds } },
      };
    }
    if (first.viewer === viewer) return { fault: `you are waiting for ${round.state.name} already` };
    const told = { stake: first.stake, rival: first.name };
    if (NO.test(typed)) return { state: round.state, over: 'returned', says: { lines: ['declined'], told } };
    if (!YES.test(typed)) return { fault: `${first.name} is waiting for you: type accept or decline` };
    const challengerWins = chance.below(10_000) < hundredths(settings.chance);
    const paid = prizeOf(settings, first.stake);
    const [winner, loser] = challengerWins ? [first.name, name] : [name, first.name];
    return {
      state: round.state,
      over: true,
      ends: [
        {
          n: first.n,
          outcome: challengerWins ? 'won' : 'lost',
          variant: 'challenger',
          paid: challengerWins ? paid : 0,
        },
        {
          n,
          outcome: challengerWins ? 'lost' : 'won',
          variant: 'challenged',
          paid: challengerWins ? 0 : paid,
        },
      ],
      says: {
        lines: ['won'],
        told: {
          stake: first.stake,
          pays: paid,
          pot: 2 * first.stake,
          winners: [{ name: winner, pays: paid }],
          rival: loser,
        },
      },
    };
  },
  tick: ({ round }) => ({
    state: round?.state ?? { rival: '', name: '' },
    over: 'returned',
    says: {
      lines: ['expired'],
      told: { stake: round?.plays[0]?.stake ?? 0, rival: round?.state.name ?? '' },
    },
  }),
  // The challenger's end is the other's too.
  oneDraw: () => true,
  odds(settings, stake) {
    const chance = hundredths(settings.chance) / 10_000;
    const prize = prizeOf(settings, stake);
    return [
      {
        variant: 'challenger',
        label: 'the challenger',
        levels: [[branch('won', chance, prize), branch('lost', 1 - chance, 0)]],
      },
      {
        variant: 'challenged',
        label: 'the challenged',
        levels: [[branch('won', 1 - chance, prize), branch('lost', chance, 0)]],
      },
    ];
  },
  trial(settings, stake, variant): Trial {
    const within = hundredths(settings.chance);
    const prize = prizeOf(settings, stake);
    const isFirst = variant !== 'challenged';
    return {
      play: (chance) => (chance.below(10_000) < within === isFirst ? prize : 0),
      level: 0,
      reset: () => undefined,
    };
  },
  solvable: ['cut', 'chance'],
});
