import { foldName } from '../../../text/index.js';
import { gameKind, type Moment } from '../../kind.js';
import type { Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Guess extends Settings {
  readonly mode: 'number' | 'word';
  readonly from: number;
  readonly to: number;
  readonly words: readonly string[];
  /** wrong guesses after which a hint is given; 0 for never */
  readonly hint: number;
  /** whole units in the pot to begin with */
  readonly pot: number;
  readonly seconds: number;
}
interface State {
  readonly secret: string;
  /** wrong guesses since the last hint */
  readonly wrong: number;
  /** hints given so far, and when the last message of the round was sent */
  readonly hints: number;
  readonly saidAt: number;
}

/** A hint follows the last message of the round by at least this long: many guess at once. */
const HINT_PAUSE_MS = 8_000;

function secretOf({ mode, from, to, words }: Guess, chance: Moment<Guess, State>['chance']): string {
  return mode === 'number'
    ? String(from + chance.below(to - from + 1))
    : (words[chance.below(words.length)] ?? '');
}

/** A word with as many of its letters as there were hints. */
function shownLetters(secret: string, hints: number): string {
  return Array.from(secret, (letter, n) => (n < hints || letter === ' ' ? letter : '_')).join('');
}

const isRight = (typed: string, secret: string): boolean => foldName(typed.trim()) === foldName(secret);

export const guess = gameKind<Guess, State>({
  kind: 'guess',
  name: 'Guess',
  means: 'a number or a word is to be guessed; the first right answer takes the pot',
  words: ['number', 'word', 'riddle', 'hangman', 'quiz'],
  staked: 'price',
  typed: 'text',
  begins: 'either',
  instant: false,
  blanks: {
    mode: { as: 'choice', label: 'What is guessed', options: { number: 'a number', word: 'a word' } },
    from: { as: 'number', label: 'From', least: 0, most: 1_000_000 },
    to: { as: 'number', label: 'To', least: 1, most: 1_000_000 },
    words: { as: 'words', label: 'Words', least: 2, most: 500 },
    hint: { as: 'number', label: 'A hint after so many wrong guesses', least: 0, most: 1_000 },
    pot: { as: 'number', label: 'In the pot to begin with', least: 0, most: 1_000_000_000, unit: 'currency' },
    seconds: { as: 'number', label: 'Time to guess', least: 10, most: 7_200, unit: 's' },
  },
  line: ({ mode }) => [
    { blank: 'mode' },
    ...(mode === 'number' ? ['from', { blank: 'from' as const }, 'to', { blank: 'to' as const }] : []),
    'is to be guessed within',
    { blank: 'seconds' },
    '. The pot begins with',
    { blank: 'pot' },
    'and grows with each guess; a hint comes after every',
    { blank: 'hint' },
    'wrong guesses.',
  ],
  without: ({ mode }) => (mode === 'number' ? ['words'] : ['from', 'to']),
  settings: {
    mode: 'number',
    from: 1,
    to: 100,
    words: ['carbide', 'sump', 'stalactite', 'lantern', 'survey', 'bedding plane', 'flowstone', 'chimney'],
    hint: 3,
    pot: 50,
    seconds: 300,
  },
  stake: { least: 2, most: 2, usual: 2 },
  pause: 60,
  lines: LINES,
  check: ({ mode, from, to }) => (mode === 'number' && to <= from ? { to: 'It ends before it begins' } : {}),
  open({ settings, at, chance }) {
    const secret = secretOf(settings, chance);
    return {
      state: { secret, wrong: 0, hints: 0, saidAt: at },
      until: at + settings.seconds * 1_000,
      says: {
        lines: ['opened'],
        told: { pot: settings.pot, seconds: settings.seconds, result: rangeOf(settings, secret) },
      },
    };
  },
  enter({ n, typed, stake }, { settings, round, at, chance }) {
    if (typed.trim() === '') return { fault: 'type what you guess' };
    if (settings.mode === 'number' && !/^\d{1,7}$/u.test(typed.trim()))
      return { fault: 'guess a whole number' };
    const state = round?.state ?? { secret: secretOf(settings, chance), wrong: 0, hints: 0, saidAt: at };
    const { secret } = state;
    const plays = round?.plays.filter(({ does }) => does === 'play') ?? [];
    const pot = settings.pot + stake + plays.reduce((sum, play) => sum + play.stake, 0);
    const told = { pot, times: plays.length + 1, result: secret };
    if (isRight(typed, secret))
      return {
        state,
        over: true,
        ends: [
          ...plays.map((play) => ({ n: play.n, outcome: 'wrong', paid: 0 })),
          { n, outcome: 'right', paid: pot, shown: secret },
        ],
        says: { lines: ['won'], told: { ...told, pays: pot } },
      };
    const until = round?.until ?? at + settings.seconds * 1_000;
    const wrong = state.wrong + 1;
    const isHint =
      round !== undefined &&
      settings.hint > 0 &&
      wrong >= settings.hint &&
      at - state.saidAt >= HINT_PAUSE_MS;
    const hints = isHint ? state.hints + 1 : state.hints;
    const line = round === undefined ? 'opened' : isHint ? hintLine(settings, typed, secret) : undefined;
    return {
      state: isHint ? { secret, wrong: 0, hints, saidAt: at } : { ...state, wrong },
      until,
      ...(line === undefined
        ? {}
        : {
            says: {
              lines: [line],
              told: {
                pot,
                times: plays.length + 1,
                seconds: Math.max(0, Math.round((until - at) / 1_000)),
                result:
                  line === 'opened'
                    ? rangeOf(settings, secret)
                    : settings.mode === 'number'
                      ? typed.trim()
                      : shownLetters(secret, hints),
              },
            },
          }),
    };
  },
  tick({ round, settings }) {
    const plays = round?.plays.filter(({ does }) => does === 'play') ?? [];
    const secret = round?.state.secret ?? '';
    return {
      state: round?.state ?? { secret, wrong: 0, hints: 0, saidAt: 0 },
      over: true,
      ends: plays.map(({ n }) => ({ n, outcome: 'wrong', paid: 0 })),
      says: {
        lines: ['nobody'],
        told: { result: secret, pot: settings.pot + plays.reduce((sum, { stake }) => sum + stake, 0) },
      },
    };
  },
});

function rangeOf({ mode, from, to }: Guess, secret: string): string {
  return mode === 'number'
    ? `a number from ${String(from)} to ${String(to)}`
    : `a word: ${shownLetters(secret, 0)}`;
}

function hintLine({ mode }: Guess, typed: string, secret: string): string {
  if (mode === 'word') return 'letters';
  return Number(typed) < Number(secret) ? 'higher' : 'lower';
}
