import { split } from '../../../currency/index.js';
import type { Chance } from '../../../random/index.js';
import { gameKind, type PlayEnd, type Turn } from '../../kind.js';
import type { Settings } from '../../settings.js';
import { LINES } from './lines.js';

interface Bingo extends Settings {
  readonly mode: 'numbers' | 'words';
  /** the highest number */
  readonly to: number;
  readonly words: readonly string[];
  /** seconds to draw a card in, and between two calls */
  readonly seconds: number;
  readonly every: number;
  /** whole units the house adds to the pot */
  readonly bonus: number;
}
/** Places of what may be called, from 0. */
export interface BingoState {
  /** nine for each viewer, by id */
  readonly cards: Readonly<Record<string, readonly number[]>>;
  readonly called: readonly number[];
}

/** Places of a card of three by three that make a line. */
const ROWS: readonly (readonly number[])[] = [
  [0, 1, 2],
  [3, 4, 5],
  [6, 7, 8],
  [0, 3, 6],
  [1, 4, 7],
  [2, 5, 8],
  [0, 4, 8],
  [2, 4, 6],
];
const CARD = 9;

const countOf = ({ mode, to, words }: Bingo): number => (mode === 'numbers' ? to : words.length);
export const bingoWord = ({ mode, words }: Pick<Bingo, 'mode' | 'words'>, place: number): string =>
  mode === 'numbers' ? String(place + 1) : (words[place] ?? '');

/** Nine different places of so many, in the order they were drawn. */
function drawCard(count: number, chance: Chance): number[] {
  const places = Array.from({ length: count }, (_, n) => n);
  return Array.from({ length: CARD }, () => places.splice(chance.below(places.length), 1)[0] ?? 0);
}

function cardInWords(settings: Bingo, card: readonly number[]): string {
  const words = card.map((place) => bingoWord(settings, place));
  return [0, 3, 6].map((row) => words.slice(row, row + 3).join(' · ')).join(' | ');
}

export const hasLine = (card: readonly number[], called: ReadonlySet<number>): boolean =>
  ROWS.some((row) => row.every((place) => called.has(card[place] ?? -1)));

export const bingo = gameKind<Bingo, BingoState>({
  kind: 'bingo',
  name: 'Bingo',
  means: 'each viewer draws a card; numbers or words are called out until a line is full',
  words: ['card', 'numbers', 'call', 'lotto', 'buzzword'],
  staked: 'price',
  typed: 'text',
  begins: 'either',
  instant: false,
  blanks: {
    mode: { as: 'choice', label: 'What is called', options: { numbers: 'numbers', words: 'words' } },
    to: { as: 'number', label: 'Numbers up to', least: 9, most: 99 },
    words: { as: 'words', label: 'Words', least: 9, most: 200 },
    seconds: { as: 'number', label: 'Time to draw a card', least: 10, most: 900, unit: 's' },
    every: { as: 'number', label: 'A call every', least: 5, most: 600, unit: 's' },
    bonus: { as: 'number', label: 'The house adds', least: 0, most: 1_000_000_000, unit: 'currency' },
  },
  line: ({ mode }) => [
    'Viewers draw a card for',
    { blank: 'seconds' },
    '. Then',
    { blank: 'mode' },
    ...(mode === 'numbers' ? ['up to', { blank: 'to' as const }] : []),
    'are called, one every',
    { blank: 'every' },
    '. The first full line takes the pot and',
    { blank: 'bonus' },
    'more.',
  ],
  without: ({ mode }) => (mode === 'numbers' ? ['words'] : ['to']),
  settings: {
    mode: 'numbers',
    to: 30,
    words: [
      'wet socks',
      'a bat',
      'wrong turn',
      'soup',
      'lamp out',
      'low crawl',
      'a sump',
      'map joke',
      'slipped',
      'echo',
      'flint',
      'knot undone',
    ],
    seconds: 90,
    every: 20,
    bonus: 60,
  },
  stake: { least: 10, most: 10, usual: 10 },
  pause: 300,
  lines: LINES,
  open: ({ settings, at }) => ({
    state: { cards: {}, called: [] },
    until: at + settings.seconds * 1_000,
    says: { lines: ['opened'], told: { seconds: settings.seconds } },
  }),
  enter({ viewer, stake }, { settings, round, chance, at }) {
    const { cards, called } = round?.state ?? { cards: {}, called: [] };
    if (called.length > 0) return { fault: 'the calls have begun; there will be another round' };
    const card = drawCard(countOf(settings), chance);
    const told = { stake, seconds: settings.seconds, result: cardInWords(settings, card) };
    return {
      state: { cards: { ...cards, [viewer]: card }, called },
      until: round?.until ?? at + settings.seconds * 1_000,
      says:
        round === undefined
          ? { lines: ['opened'], told, also: 'card' }
          : { lines: ['card'], told, privately: true },
    };
  },
  again(viewer, { settings, round, stake }) {
    const card = round?.state.cards[viewer];
    if (card === undefined) return undefined;
    return {
      lines: ['card'],
      told: { result: cardInWords(settings, card), stake: stake.usual },
      privately: true,
    };
  },
  tick({ settings, round, chance, at }): Turn<BingoState> {
    const { cards, called } = round?.state ?? { cards: {}, called: [] };
    const plays = round?.plays.filter(({ does }) => does === 'play') ?? [];
    if (plays.length === 0)
      return { state: { cards, called }, over: true, says: { lines: ['nobody'], told: {} } };
    const known = new Set(called);
    const left = Array.from({ length: countOf(settings) }, (_, n) => n).filter((place) => !known.has(place));
    const place = left[chance.below(left.length)] ?? 0;
    known.add(place);
    const state = { cards, called: [...called, place] };
    const result = bingoWord(settings, place);
    const full = plays.filter(({ viewer }) => hasLine(cards[viewer] ?? [], known));
    const pot = settings.bonus + plays.reduce((sum, { stake }) => sum + stake, 0);
    if (full.length === 0)
      return {
        state,
        until: at + settings.every * 1_000,
        says: { lines: ['called'], told: { result, times: state.called.length, left: left.length - 1, pot } },
      };
    const shares = split(pot, full.length);
    const paid = new Map(full.map(({ n }, at_) => [n, shares[at_] ?? 0]));
    const ends = plays.map(({ n }): PlayEnd => ({
      n,
      outcome: paid.has(n) ? 'won' : 'lost',
      paid: paid.get(n) ?? 0,
    }));
    const winners = full.map(({ n, name }) => ({ name, pays: paid.get(n) ?? 0 }));
    return {
      state,
      over: true,
      ends,
      says: { lines: ['won'], told: { result, times: state.called.length, pot, winners } },
    };
  },
});
