import type { Area } from '../area/index.js';
import { GAME_STEPS } from './steps.js';
import type { GamesTypes } from './types.js';

export const GAMES_AREA: Area<GamesTypes> = {
  steps: GAME_STEPS,
  events: {
    played: {
      name: 'a game ends',
      noun: 'the end of a game',
      did: ({ count, message }) =>
        count > 0 ? `wins ${count.toLocaleString('en')} in ${message}` : `plays ${message}`,
      counts: 'won beyond the stake',
      namesIt: true,
    },
  },
};
