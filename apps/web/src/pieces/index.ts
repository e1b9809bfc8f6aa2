export { AlertView } from './alert.js';
export { DRAWN } from './drawn.js';
export { classOf, PieceBox, styleOf, type OnStage } from './piece-box.js';
