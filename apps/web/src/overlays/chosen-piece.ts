import { createStore } from '../ui/index.js';

/** The piece that is edited, by its id; an overlay that gets its first save is drawn anew, and goes on with it. */
export const chosenPiece = createStore<string | undefined>(undefined);
