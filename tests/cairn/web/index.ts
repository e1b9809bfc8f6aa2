export { CAIRN } from './manifest.js';
export { CairnPiece } from './piece.js';
