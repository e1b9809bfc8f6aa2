import { bingo, boss, crew, finds, wheel } from './games.js';
import type { PieceKind } from './kind.js';
import { counter, goal } from './numbers.js';
import { chat, leaderboard, queue } from './people.js';
import { commands, countdown, picture, stage, text, viewerCard } from './plain.js';

/**
 * The kinds of pieces there are, in the order they are offered. This is the one place where a kind
 * is added; how it is drawn stands in the overlay's page, under the same name.
 */
export const PIECE_KINDS = {
  stage,
  text,
  counter,
  goal,
  queue,
  leaderboard,
  'viewer-card': viewerCard,
  commands,
  picture,
  countdown,
  chat,
  wheel,
  boss,
  crew,
  finds,
  bingo,
} as const satisfies Readonly<Record<string, PieceKind>>;

export type PieceKindName = keyof typeof PIECE_KINDS;

/** Undefined for a kind of a later Gully. */
export function pieceKind(kind: string): PieceKind | undefined {
  return Object.hasOwn(PIECE_KINDS, kind) ? PIECE_KINDS[kind as PieceKindName] : undefined;
}
export { rulesOf, untilHour } from './plain.js';
export type { CommandsData, CountdownData, PictureData, StageData, TextData } from './plain.js';
export type { BossData, CallsData, CrewData, FindsData, WheelData } from './games.js';
export type { CounterData, GoalData } from './numbers.js';
export type { QueueData, RowsData } from './people.js';
export type { PieceKind, PieceMoment, Settings, ShownLine } from './kind.js';
