import type { AnyKind, GameKindName } from '../kind.js';
import { bingo } from './bingo/index.js';
import { boss } from './boss/index.js';
import { duel } from './duel/index.js';
import { expedition } from './expedition/index.js';
import { guess } from './guess/index.js';
import { highRoll } from './high-roll/index.js';
import { oracle } from './oracle/index.js';
import { pyramid } from './pyramid/index.js';
import { raffle } from './raffle/index.js';
import { reels } from './reels/index.js';
import { roulette } from './roulette/index.js';
import { scatter } from './scatter/index.js';
import { wheel } from './wheel/index.js';

/** The kinds of games there are, in the order they are offered. This is the one place where a kind is added. */
export const GAME_KINDS: Readonly<Record<GameKindName, AnyKind>> = {
  'high-roll': highRoll,
  reels,
  expedition,
  duel,
  roulette,
  wheel,
  scatter,
  raffle,
  boss,
  oracle,
  guess,
  pyramid,
  bingo,
};
