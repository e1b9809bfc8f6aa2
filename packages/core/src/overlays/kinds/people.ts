import { currentQueue, inState } from '../../queue/index.js';
import { amountOfCurrency } from '../../currency/index.js';
import type { Blank } from '../../area/index.js';
import { figureOf, NAMES, words, type PieceKind, type ShownLine } from './kind.js';

const MOST = (most: number) => ({ as: 'number', label: 'How many', least: 1, most }) as const satisfies Blank;
const TITLE = (example: string) =>
  ({ as: 'text', label: 'Title', example, most: 200 }) as const satisfies Blank;

export interface RowsData {
  readonly title: string;
  readonly rows: readonly { readonly name: string; readonly beside: string }[];
}

export const leaderboard: PieceKind<RowsData> = {
  kind: 'leaderboard',
  label: 'Leaderboard',
  means: 'those who have the most of the currency',
  blanks: { title: TITLE('Most {{ currency.name }}'), most: MOST(10) },
  settings: { title: 'Most {{ currency.name }}', most: 5 },
  width: 480,
  height: 360,
  heeds: ['ledger'],
  data: ({ title, most }, { world, render }) => ({
    title: render(words(title)),
    rows: world.purse
      .top()
      .slice(0, figureOf(most))
      .map(({ name, balance }) => ({ name, beside: amountOfCurrency(world.purse.settings, balance) })),
  }),
  sample: ({ title, most }, { world, render }) => ({
    title: render(words(title)),
    rows: NAMES.slice(0, figureOf(most)).map((name, n) => ({
      name,
      beside: amountOfCurrency(world.purse.settings, 1_200 - n * 175),
    })),
  }),
  isBare: ({ rows }) => rows.length === 0,
};

export interface QueueData extends RowsData {
  readonly open: boolean;
  readonly playing: readonly string[];
  readonly called: readonly string[];
  /** those who wait beyond the rows */
  readonly more: number;
}

export const queue: PieceKind<QueueData> = {
  kind: 'queue',
  label: 'Queue',
  means: 'who plays, who is called and who waits, in the queue of the current category',
  blanks: { title: TITLE('{{ queue.name }}'), most: MOST(20) },
  settings: { title: '{{ queue.name }}', most: 5 },
  width: 440,
  height: 420,
  heeds: ['queue', 'stream', 'thing'],
  data({ title, most }, { world, render }) {
    const current = currentQueue(world);
    if (current === undefined) return null;
    const named = (...states: Parameters<typeof inState>[1][]): string[] =>
      inState(current, ...states).map((entry) => world.queue.nameOf(entry));
    const rows = current.waiting.slice(0, figureOf(most));
    return {
      title: render(words(title)),
      open: current.open,
      playing: named('confirmed', 'playing'),
      called: named('called'),
      rows: rows.map((entry, n) => ({ name: world.queue.nameOf(entry), beside: String(n + 1) })),
      more: current.waiting.length - rows.length,
    };
  },
  sample: ({ title, most }, { render }) => {
    const [first, second, ...others] = NAMES;
    const rows = others.slice(0, figureOf(most));
    return {
      title: render(words(title)) || 'Queue',
      open: true,
      playing: [first],
      called: [second],
      rows: rows.map((name, n) => ({ name, beside: String(n + 1) })),
      more: others.length - rows.length,
    };
  },
  isBare: ({ playing, called, rows }) => playing.length + called.length + rows.length === 0,
};

export const chat: PieceKind<readonly ShownLine[]> = {
  kind: 'chat',
  label: 'Chat lines',
  means: 'the latest lines of chat',
  blanks: {
    most: MOST(20),
    bot: {
      as: 'choice',
      label: 'The bot’s own lines',
      options: { yes: 'with the bot’s', no: 'without the bot’s' },
    },
  },
  settings: { most: 6, bot: 'no' },
  width: 560,
  height: 420,
  size: 28,
  heeds: ['line', 'removed', 'erased'],
  data: ({ most, bot }, { lines }) =>
    lines(figureOf(most) + (bot === 'no' ? 10 : 0))
      .filter(({ own }) => bot === 'yes' || !own)
      .slice(-figureOf(most)),
  sample: ({ most }) =>
    NAMES.map((name, n): ShownLine => ({
      ...{ id: `sample-${String(n)}`, name, role: 'viewer', own: false },
      text: n === 0 ? 'good evening' : 'which way now?',
    })).slice(-figureOf(most)),
  isBare: (lines) => lines.length === 0,
};
