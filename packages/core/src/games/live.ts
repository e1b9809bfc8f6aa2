import type { LiveArea, ValuesOfArea } from '../area/index.js';
import { followPlayed, roundsDue } from './following.js';
import { HEARD, PLAYED } from './slices.js';
import type { GamesTypes } from './types.js';
import { GAME_VALUES } from './reference.js';
import { gameValues, lastWinner } from './values.js';
import { NO_GAMES } from './view.js';

export const GAMES_LIVE: LiveArea<GamesTypes> = {
  empty: { games: NO_GAMES, gameTexts: { of: () => undefined } },
  slices: { played: PLAYED, heard: HEARD },
  values: GAME_VALUES,
  fill: { game: valuesNow },
  about: ['game'],
  followUps: { played: followPlayed },
  due: roundsDue,
};

/** Most are empty where the run is not about a game. */
function valuesNow({ occasion: { game, viewer }, world }: ValuesOfArea<GamesTypes>): Record<string, unknown> {
  const { games, purse, commands } = world;
  const id = game?.id ?? '';
  const values = gameValues({
    name: games.find(id)?.name ?? '',
    told: game?.told ?? {},
    settings: purse.settings,
    own: () => games.tally(id, viewer.id),
    total: () => games.total(id),
    type: () => commands.doing({ kind: 'play', does: 'play', game: id }) ?? '',
  });
  return { ...values, last_winner: () => lastWinner(games) };
}
