export { newPiece, relayered, within } from './arrange.js';
export { overlayFaults } from './check.js';
export { dataOf, drawnPieces, trialOf, type DrawnPiece } from './data.js';
export {
  PIECE_KINDS,
  pieceKind,
  rulesOf,
  untilHour,
  type BossData,
  type CallsData,
  type CommandsData,
  type CounterData,
  type CountdownData,
  type CrewData,
  type FindsData,
  type GoalData,
  type PictureData,
  type PieceKind,
  type PieceKindName,
  type PieceMoment,
  type QueueData,
  type RowsData,
  type Settings,
  type ShownLine,
  type StageData,
  type TextData,
  type WheelData,
} from './kinds/index.js';
export {
  ALIGNMENTS,
  BLANK_OVERLAY,
  FONTS,
  isColour,
  OVERLAY_LIMITS,
  overlayBody,
  USUAL_LOOK,
  USUAL_PIECE,
  type Look,
  type OverlayBody,
  type Piece,
} from './overlay.js';
export type { FromOverlay, PageState, Scene, ShownAlert, ToOverlay } from './scene.js';
export { OVERLAY_THING } from './thing.js';
