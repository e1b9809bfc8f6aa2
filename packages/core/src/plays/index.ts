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
export { HEARD, HEARD_LINES, PLAYED } from './slices.js';
export { afford, isFixed, readStake, type Stake, type Typed } from './stake.js';
export { NO_TALLY, tallyAfter, tallyJoined, type Tally } from './tally.js';
export { gameValues, namesInWords, type Told, type Winner } from './values.js';
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
