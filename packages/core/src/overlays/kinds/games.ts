import { namesInWords, type Game, type Round } from '../../games/index.js';
import type { Blank } from '../../area/index.js';
import { NAMES, words, type PieceKind, type PieceMoment, type Settings } from './kind.js';

/** Stands in place of a game's id for whichever of its kind was played last. */
export const ANY_GAME = 'any';
/** Milliseconds for which the end of a round is shown. */
const SHOWN_MS = 12_000;

const GAME = {
  as: 'reference',
  to: 'game',
  label: 'Game',
  otherwise: { value: ANY_GAME, words: 'whichever is played' },
} as const satisfies Blank;

interface Seen {
  readonly game: Game;
  readonly round: Round;
  /** it is over, and shown for a moment */
  readonly over: boolean;
}

/** The round a piece is about: one that goes on, else one that ended just now. */
function roundOf(kind: string, settings: Settings, { world, at }: PieceMoment): Seen | undefined {
  const meant = words(settings.game);
  const games = world.games
    .all()
    .filter((game) => game.body?.kind === kind && (meant === ANY_GAME || game.id === meant));
  for (const game of games) {
    const [round] = world.games.rounds(game.id);
    if (round !== undefined) return { game, round, over: false };
  }
  const ended = games
    .flatMap((game) => {
      const round = world.games.last(game.id);
      return round?.endedAt === undefined ? [] : [{ game, round, over: true }];
    })
    .filter(({ round }) => at - (round.endedAt ?? 0) < SHOWN_MS)
    .sort((a, b) => (b.round.endedAt ?? 0) - (a.round.endedAt ?? 0));
  return ended[0];
}

function piece<D>(
  kind: string,
  label: string,
  means: string,
  size: readonly [width: number, height: number],
  data: (seen: Seen, moment: PieceMoment) => D | null,
  of: string,
  sample: (title: string) => D,
): PieceKind<D> {
  return {
    kind,
    label,
    means,
    blanks: { game: GAME },
    settings: { game: ANY_GAME },
    width: size[0],
    height: size[1],
    heeds: ['game', 'thing'],
    byClock: true,
    data(settings, moment) {
      const seen = roundOf(of, settings, moment);
      return seen === undefined ? null : data(seen, moment);
    },
    sample(settings, { world }) {
      const meant = words(settings.game);
      const game = world.games
        .all()
        .find(({ id, body }) => body?.kind === of && (meant === ANY_GAME || id === meant));
      return sample(game?.name ?? label);
    },
  };
}

const stateOf = <T>({ round }: Seen): Partial<T> => round.state ?? {};
const settingsOf = <T>({ round }: Seen): Partial<T> => round.settings as Partial<T>;
const playersOf = ({ plays }: Round): string[] => [
  ...new Set(plays.filter(({ does }) => does === 'play').map(({ name }) => name)),
];

export interface WheelData {
  readonly title: string;
  readonly segments: readonly { readonly label: string; readonly colour: string; readonly weight: number }[];
  /** the spin; another turns the wheel anew */
  readonly id: string;
  readonly name: string;
  /** the segment it stops on, from 0 */
  readonly stops: number;
  readonly seconds: number;
}
export const wheel = piece<WheelData>(
  'wheel',
  'Wheel',
  'the wheel that turns, and where it stops',
  [640, 640],
  (seen) => {
    const { segments = [], turns = 5 } = settingsOf<Pick<WheelData, 'segments'> & { turns: number }>(seen);
    const [result] = seen.round.results;
    const stops = Number(/^segment (\d+)$/u.exec(result?.outcome ?? '')?.[1] ?? 1) - 1;
    return {
      title: seen.game.name,
      segments: segments.map(({ label, colour, weight }) => ({ label, colour, weight })),
      id: seen.round.id,
      name: result?.name ?? '',
      stops,
      seconds: turns,
    };
  },
  'wheel',
  (title) => ({
    title,
    segments: ['dry', 'wet', 'deep'].map((label, n) => ({
      ...{ label, weight: 1 },
      colour: ['#97401f', '#1d5f70', '#48652a'][n] ?? '',
    })),
    ...{ id: 'sample', name: NAMES[0], stops: 0, seconds: 3 },
  }),
);

export interface BossData {
  readonly title: string;
  readonly left: number;
  readonly most: number;
  readonly fighters: string;
  readonly over: boolean;
}
export const boss = piece<BossData>(
  'boss',
  'Boss',
  'what a boss has left, and who fights it',
  [720, 160],
  (seen) => ({
    title: seen.game.name,
    left: stateOf<{ left: number }>(seen).left ?? 0,
    most: settingsOf<{ health: number }>(seen).health ?? 1,
    fighters: namesInWords(playersOf(seen.round)),
    over: seen.over,
  }),
  'boss',
  (title) => ({
    ...{ title, left: 40, most: 100, over: false },
    fighters: namesInWords(NAMES.slice(0, 3)),
  }),
);

export interface CrewData {
  readonly title: string;
  readonly names: readonly { readonly name: string; readonly fate: 'waits' | 'back' | 'lost' }[];
  readonly more: number;
  readonly over: boolean;
}
const CREW = 24;
export const crew = piece<CrewData>(
  'crew',
  'Crew',
  'who sets out on an expedition, and who comes back',
  [560, 420],
  ({ game, round, over }) => {
    const fates = new Map(round.results.map(({ n, outcome }) => [n, outcome]));
    const all = round.plays.map(({ n, name }) => {
      const fate = fates.get(n);
      return {
        name,
        fate:
          fate === undefined ? ('waits' as const) : fate === 'back' ? ('back' as const) : ('lost' as const),
      };
    });
    return { title: game.name, names: all.slice(0, CREW), more: Math.max(0, all.length - CREW), over };
  },
  'expedition',
  (title) => ({
    title,
    names: NAMES.map((name, n) => ({ name, fate: n === 1 ? 'lost' : n < 4 ? 'back' : 'waits' })),
    ...{ more: 0, over: false },
  }),
);

export interface FindsData {
  readonly title: string;
  readonly left: number;
  readonly most: number;
  readonly last: string;
}
export const finds = piece<FindsData>(
  'finds',
  'Finds',
  'what lies in chat to be claimed',
  [480, 160],
  (seen) => ({
    title: seen.game.name,
    left: stateOf<{ left: number }>(seen).left ?? 0,
    most: settingsOf<{ finds: number }>(seen).finds ?? 0,
    last: seen.round.results.at(-1)?.name ?? '',
  }),
  'scatter',
  (title) => ({ title, left: 2, most: 5, last: NAMES[2] }),
);

export interface CallsData {
  readonly title: string;
  readonly called: readonly string[];
  readonly winners: string;
}
export const bingo = piece<CallsData>(
  'bingo',
  'Bingo',
  'what was called so far, the last call large',
  [560, 320],
  (seen) => {
    const { mode = 'numbers', words: all = [] } = settingsOf<{ mode: string; words: readonly string[] }>(
      seen,
    );
    const { called = [] } = stateOf<{ called: readonly number[] }>(seen);
    return {
      title: seen.game.name,
      called: called.map((place) => (mode === 'numbers' ? String(place + 1) : (all[place] ?? ''))),
      winners: namesInWords(
        seen.round.results.filter(({ outcome }) => outcome === 'won').map(({ name }) => name),
      ),
    };
  },
  'bingo',
  (title) => ({ title, called: ['7', '23', '4', '16'], winners: '' }),
);
