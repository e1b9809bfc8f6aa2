import type { Game } from './view.js';
import type { Stake } from './stake.js';
import { GAME_KINDS } from './kinds/index.js';
import { GAME_KIND_NAMES, type AnyKind, type GameKindName, type LineShape } from './kind.js';
import { readSettings, type Settings } from './settings.js';

/** Whether players begin a round, or only a person or a routine. */
export const BEGINS = ['player', 'hand'] as const;

/** What a person makes of a game. */
export interface GameBody {
  readonly name: string;
  readonly kind: GameKindName;
  readonly enabled: boolean;
  readonly stake: Stake;
  readonly begins: (typeof BEGINS)[number];
  /** seconds between two rounds */
  readonly pause: number;
  readonly settings: Settings;
  /** Liquid texts by line, one of which is drawn; none says nothing */
  readonly lines: Readonly<Record<string, readonly string[]>>;
  /** routines that follow, by line and id; empty for none */
  readonly routines: Readonly<Record<string, string>>;
}

export const GAME_LIMITS = {
  games: 100,
  name: 60,
  stake: 1_000_000_000,
  pause: 86_400,
  /** plays in one round */
  plays: 5_000,
  /** texts of a line, and letters of each */
  texts: 100,
  text: 1_000,
} as const;

/** Lines every game has, beside those of its kind. */
export const COMMON_LINES: Readonly<Record<string, LineShape>> = {
  restart: {
    label: 'Gully stopped in the middle of it',
    texts: [
      'The lights went out in the middle of {{ game.name }}. Whatever was staked is back with {{ game.names }}.',
    ],
  },
  stopped: {
    label: 'Someone stops it, and stakes go back',
    texts: [
      '{{ game.name }} was stopped.{% if game.names != "" %} {{ game.names }} got their stakes back.{% endif %}',
    ],
  },
  stats: {
    label: 'Someone asks how they did',
    texts: [
      '{% if game.plays == 0 %}{{ viewer.name }} has not played {{ game.name }} yet.{% else %}{{ viewer.name }}, {{ game.name }}: {{ game.plays | amount: "play", "plays" }}, {% if game.staked > 0 %}{{ game.staked | amount: currency }} staked, {% endif %}{% if game.won < 0 %}{{ game.won | times: -1 | amount: currency }} down{% else %}{{ game.won | amount: currency }} up{% endif %}. Best play: {{ game.best | amount: currency }} up. Longest streaks: {{ game.longest_win | amount: "win", "wins" }}, {{ game.longest_loss | amount: "loss", "losses" }}.{% endif %} Everyone together: {{ game.all_plays | amount: "play", "plays" }}, the best of them {{ game.all_best | amount: currency }} up.',
    ],
  },
};

/** All lines of a kind of game, in their order. */
export function linesOf(kind: AnyKind): Readonly<Record<string, LineShape>> {
  return { ...kind.lines, ...COMMON_LINES };
}

/** A new game of a kind, with everything as it ships. */
export function blankGame(kind: GameKindName): GameBody {
  const shape = GAME_KINDS[kind];
  return {
    name: shape.name,
    kind,
    enabled: true,
    stake: shape.stake,
    begins: shape.begins === 'hand' ? 'hand' : 'player',
    pause: shape.pause,
    settings: shape.settings,
    lines: Object.fromEntries(Object.entries(linesOf(shape)).map(([line, { texts }]) => [line, texts])),
    routines: {},
  };
}

export const BLANK_GAME = blankGame('high-roll');

/** What a person wrote of a game, without what Gully keeps beside it; what is left out is as it ships. */
export function gameBody(game: GameBody): GameBody {
  const { name, enabled, stake, begins, pause, settings, lines, routines } = game;
  const kind = GAME_KIND_NAMES.includes(game.kind) ? game.kind : 'high-roll';
  const blank = blankGame(kind);
  const shape = GAME_KINDS[kind];
  const names = Object.keys(linesOf(shape));
  return {
    name,
    kind,
    enabled,
    stake,
    begins: shape.begins === 'either' ? begins : blank.begins,
    pause,
    settings: readSettings(shape.blanks, settings, shape.settings),
    lines: Object.fromEntries(names.map((line) => [line, textsIn(lines[line]) ?? blank.lines[line] ?? []])),
    routines: Object.fromEntries(
      names.flatMap((line) => (typeof routines[line] === 'string' ? [[line, routines[line]]] : [])),
    ),
  };
}

function textsIn(given: unknown): string[] | undefined {
  return Array.isArray(given) ? given.filter((each) => typeof each === 'string') : undefined;
}

/** A game ready to be played. */
export interface PreparedGame extends Game {
  readonly body: GameBody;
  readonly kind: AnyKind;
}

export function prepareGame(id: string, version: number, body: GameBody): PreparedGame {
  return { id, version, name: body.name, stake: body.stake, body, kind: GAME_KINDS[body.kind] };
}
