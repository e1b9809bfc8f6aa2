export * from './cairn.js';
export type { CairnsView } from './laid.js';
export { CAIRN_PIECE, type CairnData } from './piece.js';
