import type { GameBody } from '@gully/core/games';
import { createStore } from '../ui/index.js';

/** The game in its editor as it stands there, for the rehearsal to have in force; the id is undefined for a new one. */
export const openGame = createStore<{ readonly id: string | undefined; readonly body: GameBody } | undefined>(
  undefined,
);
