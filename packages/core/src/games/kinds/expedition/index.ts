import type { Chance } from '../../../random/index.js';
import type { Play } from '../../round.js';
import { gameKind, type Moment, type PlayEnd, type Trial, type Turn } from '../../kind.js';
import { branch, type Branch } from '../../odds.js';
import { hundredths, timesStake, type Row, type Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Expedition extends Settings {
  /** seconds in which others may join */
  readonly seconds: number;
  /** the chance to come back, by the size of the crew from which it holds */
  readonly crew: readonly Row[];
  readonly fate: 'each' | 'all';
  /** multiples of the stake within which what someone brings back lies */
  readonly least: number;
  readonly most: number;
}
interface State {
  readonly reminded: boolean;
}

/** The chance to come back with so many in the crew, in hundredths of a percent. */
export function crewChance({ crew }: Pick<Expedition, 'crew'>, size: number): number {
  const fits = crew.filter(({ from }) => Number(from) <= size);
  const row = fits.reduce<Row | undefined>(
    (best, each) => (best === undefined || Number(each.from) > Number(best.from) ? each : best),
    undefined,
  );
  return hundredths(Number(row?.chance ?? 0));
}

/** A crew as results name it: sizes with the same chance belong together. */
function variantOf({ crew }: Expedition, size: number): string {
  const from = Math.max(0, ...crew.map((row) => Number(row.from)).filter((each) => each <= size));
  return `crew ${String(from)}`;
}

function factor({ least, most }: Expedition, chance: Chance): number {
  const [low, high] = [hundredths(least), hundredths(most)];
  return high - chance.below(high - low + 1);
}

export const expedition = gameKind<Expedition, State>({
  kind: 'expedition',
  name: 'Expedition',
  means: 'a crew sets out together; not everyone comes back with something',
  words: ['heist', 'adventure', 'crew', 'raid', 'group'],
  staked: 'amount',
  typed: 'stake',
  begins: 'player',
  instant: false,
  blanks: {
    seconds: { as: 'number', label: 'Time to join', least: 5, most: 900, unit: 's' },
    fate: {
      as: 'choice',
      label: 'Who comes back',
      options: { each: 'is drawn for each of them', all: 'is one draw for all' },
    },
    least: { as: 'number', label: 'Pays at least', least: 0, most: 1_000, unit: '×' },
    most: { as: 'number', label: 'Pays at most', least: 0, most: 1_000, unit: '×' },
    crew: {
      as: 'table',
      label: 'Chance to come back, by the size of the crew',
      columns: {
        from: { as: 'number', label: 'Crew from', least: 1, most: 10_000 },
        chance: { as: 'number', label: 'Chance', least: 0, most: 100, unit: '%' },
      },
      least: 1,
      most: 12,
      row: { from: 2, chance: 50 },
    },
  },
  line: () => [
    'Others may join for',
    { blank: 'seconds' },
    '. Who comes back',
    { blank: 'fate' },
    ', with',
    { blank: 'least' },
    'to',
    { blank: 'most' },
    'of their stake.',
  ],
  settings: {
    seconds: 90,
    fate: 'each',
    least: 1.3,
    most: 2.1,
    crew: [
      { from: 1, chance: 30 },
      { from: 2, chance: 48 },
      { from: 4, chance: 54 },
      { from: 8, chance: 57 },
    ],
  },
  stake: { least: 10, most: 500, usual: 25 },
  pause: 300,
  lines: LINES,
  check: ({ least, most, crew }) => ({
    ...(most < least ? { most: 'It is less than the least' } : {}),
    ...(crew.some(({ from }) => from === 1)
      ? {}
      : { crew: 'Say what the chance is of someone alone: from 1' }),
    ...(new Set(crew.map(({ from }) => from)).size < crew.length
      ? { crew: 'Each size stands here once' }
      : {}),
  }),
  enter(entering, { settings, round, at }) {
    const { viewer, stake } = entering;
    const told = { stake, pot: stake, names: [entering.name], seconds: settings.seconds };
    if (round === undefined)
      return {
        state: { reminded: false },
        until: at + (settings.seconds * 1_000) / 2,
        says: { lines: ['opened'], told },
      };
    if (round.plays.some((play) => play.viewer === viewer)) return { fault: 'you are in the crew already' };
    return { state: round.state, ...(round.until === undefined ? {} : { until: round.until }) };
  },
  tick(moment) {
    const { settings, round, at } = moment;
    if (round === undefined) return { state: { reminded: true }, over: true };
    const ends = round.startedAt + settings.seconds * 1_000;
    if (at < ends && !round.state.reminded) {
      const names = round.plays.map(({ name }) => name);
      const seconds = Math.max(1, Math.round((ends - at) / 1_000));
      return {
        state: { reminded: true },
        until: ends,
        says: { lines: ['reminder'], told: { names, seconds, pot: potOf(round.plays) } },
      };
    }
    return setOut(round.plays, moment);
  },
  oneDraw: ({ fate }) => fate === 'all',
  odds: (settings, stake) =>
    settings.crew.map((row) => {
      const size = Number(row.from);
      const back = crewChance(settings, size) / 10_000;
      const [low, high] = [hundredths(settings.least), hundredths(settings.most)];
      const pays = Array.from({ length: high - low + 1 }, (_, n) => timesStake(stake, low + n));
      const mean = pays.reduce((sum, each) => sum + each, 0) / pays.length;
      const square = pays.reduce((sum, each) => sum + each * each, 0) / pays.length;
      const level: Branch[] = [
        { outcome: 'back', chance: back, pays: mean, square, next: 0 },
        branch('lost', 1 - back, 0),
      ];
      const label = size === 1 ? 'alone' : `a crew of ${String(size)} or more`;
      return { variant: variantOf(settings, size), label, levels: [level] };
    }),
  trial(settings, stake, variant): Trial {
    const within = crewChance(settings, Number(variant.replace('crew ', '')));
    return {
      play: (chance) => (chance.below(10_000) < within ? timesStake(stake, factor(settings, chance)) : 0),
      level: 0,
      reset: () => undefined,
    };
  },
  solvable: ['least', 'most'],
});

function potOf(plays: readonly Play[]): number {
  return plays.reduce((sum, { stake }) => sum + stake, 0);
}

function setOut(plays: readonly Play[], { settings, chance }: Moment<Expedition, State>): Turn<State> {
  const within = crewChance(settings, plays.length);
  const together = settings.fate === 'all' ? chance.below(10_000) < within : undefined;
  const variant = variantOf(settings, plays.length);
  const ends = plays.map(({ n, stake }): PlayEnd => {
    const isBack = together ?? chance.below(10_000) < within;
    return isBack
      ? { n, outcome: 'back', variant, paid: timesStake(stake, factor(settings, chance)) }
      : { n, outcome: 'lost', variant, paid: 0 };
  });
  const back = ends.filter(({ outcome }) => outcome === 'back');
  const names = new Map(plays.map(({ n, name }) => [n, name]));
  const winners = back.map(({ n, paid }) => ({ name: names.get(n) ?? '', pays: paid }));
  const how = back.length === plays.length ? 'well' : back.length === 0 ? 'badly' : 'mixed';
  return {
    state: { reminded: true },
    over: true,
    ends,
    says: {
      lines: ['setting-out', how, `end-${how}`],
      told: {
        pot: potOf(plays),
        names: plays.map(({ name }) => name),
        winners,
        losers: plays.length - back.length,
        pays: winners.reduce((sum, { pays }) => sum + pays, 0),
      },
    },
  };
}
