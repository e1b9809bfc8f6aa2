import { comesLater } from '../ui/index.js';

/** The why of a line and of a run; their code comes when one is first opened. */
export const LineWhyLater = comesLater(async () => (await import('./line-why.js')).LineWhy, 3);
export const RunWhyLater = comesLater(async () => (await import('./run-why.js')).RunWhy, 3);
