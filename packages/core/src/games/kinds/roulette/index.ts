import type { Chance } from '../../../random/index.js';
import { gameKind, type PlayEnd, type Trial } from '../../kind.js';
import { branch } from '../../odds.js';
import { hundredths, timesStake, type Settings } from '../../settings.js';
import { betOf, BET_KINDS, wins, type BetKind, type Fields } from './bets.js';
import { LINES } from './lines.js';

interface Roulette extends Settings {
  readonly seconds: number;
  readonly zeros: '1' | '2';
  readonly number: number;
  readonly colour: number;
  readonly parity: number;
  readonly dozen: number;
  /** bets of one viewer in a round */
  readonly bets: number;
}
type State = Record<string, never>;

const fieldsOf = ({ zeros }: Roulette): Fields => (zeros === '2' ? 38 : 37);
const EXAMPLES: Readonly<Record<BetKind, string>> = {
  number: '17',
  colour: 'red',
  parity: 'odd',
  dozen: '1st',
};
const LABELS: Readonly<Record<BetKind, string>> = {
  number: 'a number',
  colour: 'a colour',
  parity: 'odd or even',
  dozen: 'a dozen',
};

/** Where the ball lies, in words. */
function shown(field: number): string {
  if (field === 0) return '0';
  return field === 37
    ? '00'
    : `${String(field)} ${wins({ kind: 'colour', of: 'red' }, field) ? 'red' : 'black'}`;
}
const spin = (settings: Roulette, chance: Chance): number => chance.below(fieldsOf(settings));

export const roulette = gameKind<Roulette, State>({
  kind: 'roulette',
  name: 'Roulette',
  means: 'bets are collected for a while, then one ball decides all of them',
  words: ['bet', 'ball', 'red', 'black', 'table'],
  staked: 'amount',
  typed: 'word-stake',
  begins: 'player',
  instant: false,
  blanks: {
    seconds: { as: 'number', label: 'Time to bet', least: 5, most: 600, unit: 's' },
    bets: { as: 'number', label: 'Bets of one viewer', least: 1, most: 10 },
    zeros: { as: 'choice', label: 'Zeros', options: { '1': 'one zero', '2': 'two zeros' } },
    number: { as: 'number', label: 'A number pays', least: 0, most: 1_000, unit: '×' },
    colour: { as: 'number', label: 'A colour pays', least: 0, most: 1_000, unit: '×' },
    parity: { as: 'number', label: 'Odd or even pays', least: 0, most: 1_000, unit: '×' },
    dozen: { as: 'number', label: 'A dozen pays', least: 0, most: 1_000, unit: '×' },
  },
  line: () => [
    'Bets are taken for',
    { blank: 'seconds' },
    ', up to',
    { blank: 'bets' },
    'from each viewer, on a table with',
    { blank: 'zeros' },
    '. A number pays',
    { blank: 'number' },
    ', a colour',
    { blank: 'colour' },
    ', odd or even',
    { blank: 'parity' },
    ', a dozen',
    { blank: 'dozen' },
    '.',
  ],
  settings: { seconds: 45, bets: 3, zeros: '1', number: 36, colour: 2, parity: 2, dozen: 3 },
  stake: { least: 5, most: 500, usual: 10 },
  pause: 30,
  lines: LINES,
  enter({ viewer, typed, stake }, { settings, round, at }) {
    const bet = betOf(typed, fieldsOf(settings));
    if (bet === undefined)
      return {
        fault: 'bet on a number from 0 to 36, red or black, odd or even, or the 1st, 2nd or 3rd dozen',
      };
    const own = round?.plays.filter((play) => play.viewer === viewer).length ?? 0;
    if (own >= settings.bets) return { fault: `that would be more than ${String(settings.bets)} bets` };
    if (round === undefined)
      return {
        state: {},
        until: at + settings.seconds * 1_000,
        says: { lines: ['opened'], told: { stake, result: typed, seconds: settings.seconds } },
      };
    return { state: {}, ...(round.until === undefined ? {} : { until: round.until }) };
  },
  tick({ settings, round, chance }) {
    const plays = round?.plays ?? [];
    const field = spin(settings, chance);
    const result = shown(field);
    const ends = plays.map(({ n, typed, stake }): PlayEnd => {
      const bet = betOf(typed, fieldsOf(settings));
      const isWon = bet !== undefined && wins(bet, field);
      const kind = bet?.kind ?? 'number';
      return {
        n,
        outcome: isWon ? 'won' : 'lost',
        variant: kind,
        paid: isWon ? timesStake(stake, hundredths(settings[kind])) : 0,
        shown: result,
      };
    });
    const paid = new Map<string, number>();
    for (const { n, paid: pays } of ends) {
      const name = plays.find((play) => play.n === n)?.name ?? '';
      if (pays > 0) paid.set(name, (paid.get(name) ?? 0) + pays);
    }
    const winners = [...paid].map(([name, pays]) => ({ name, pays }));
    const pot = plays.reduce((sum, { stake }) => sum + stake, 0);
    return {
      state: {},
      over: true,
      ends,
      says: {
        lines: [winners.length === 0 ? 'lost' : 'won'],
        told: { result, pot, winners, names: [...new Set(plays.map(({ name }) => name))] },
      },
    };
  },
  oneDraw: () => true,
  odds(settings, stake) {
    const fields = fieldsOf(settings);
    return BET_KINDS.map((kind) => {
      const bet = betOf(EXAMPLES[kind], fields);
      const good = Array.from({ length: fields }, (_, field) => field).filter(
        (field) => bet !== undefined && wins(bet, field),
      ).length;
      const pays = timesStake(stake, hundredths(settings[kind]));
      const level = [branch('won', good / fields, pays), branch('lost', 1 - good / fields, 0)];
      return { variant: kind, label: LABELS[kind], levels: [level] };
    });
  },
  trial(settings, stake, variant): Trial {
    const kind = BET_KINDS.find((each) => each === variant) ?? 'number';
    const bet = betOf(EXAMPLES[kind], fieldsOf(settings));
    const pays = timesStake(stake, hundredths(settings[kind]));
    return {
      play: (chance) => (bet !== undefined && wins(bet, spin(settings, chance)) ? pays : 0),
      level: 0,
      reset: () => undefined,
    };
  },
  solvable: ['number', 'colour', 'parity', 'dozen'],
});
