export {
  escrowOfRound,
  nextPlace,
  stakersOf,
  type Play,
  type PlayedChange,
  type Result,
  type Round,
  type RoundEnd,
  type Tick,
} from './round.js';
export { firstOf, sayingOf, tickOf } from './following.js';
export { HEARD, HEARD_LINES, PLAYED } from './slices.js';
export { afford, isFixed, readStake, type Stake, type Typed } from './stake.js';
export { NO_TALLY, tallyAfter, tallyJoined, type Tally } from './tally.js';
export { gameValues, namesInWords, type ToldPlay, type Winner } from './values.js';
export {
  GAME_DOES,
  NO_GAMES,
  type AskedOfGame,
  type Game,
  type Heard,
  type HeardChange,
  type HeardOf,
  type GamesView,
  type PlayDecision,
  type PlayWish,
  type PlayWorld,
  type SaidOfGame,
} from './view.js';
export { routineCells, gameFaults } from './check.js';
export {
  BEGINS,
  BLANK_GAME,
  blankGame,
  GAME_LIMITS,
  gameBody,
  linesOf,
  prepareGame,
  type GameBody,
  type PreparedGame,
} from './game.js';
export { expectedOf, fitInWords, fitOf, longestRun, type Counted, type Expected, type Fit } from './fit.js';
export { commandForGame } from './in-chat.js';
export { GAME_KIND_NAMES, type AnyKind, type GameKindName, type LineShape, type Trial } from './kind.js';
export { GAME_KINDS } from './kinds/index.js';
export {
  fates,
  LARGE_SHARE,
  oddsOfGame,
  simulated,
  solve,
  warningsOf,
  type Bar,
  type Fates,
  type Simulated,
  type Solved,
} from './lab.js';
export { oddsOf, stationary, type Branch, type Level, type Odds, type OddsCase } from './odds.js';
export { asPlayed, type AsPlayed, type PlayedCount } from './played.js';
export { listenTo } from './listening.js';
export { endRound, playGame, tickRound } from './playing.js';
export { recompute, type KeptRound, type Recomputed } from './replaying.js';
export { gameSays } from './saying.js';
export type { Cell, CellBlank, Row, Setting, SettingBlank, Settings } from './settings.js';
export { GAME_THING } from './thing.js';
