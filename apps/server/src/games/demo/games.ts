import { blankGame, type GameBody, type GameKindName } from '@gully/core/games';
import { GAME } from '../../commands/demo/index.js';

function game(
  kind: GameKindName,
  name: string,
  more: Partial<GameBody>,
  settings: GameBody['settings'] = {},
): GameBody {
  const body = { ...blankGame(kind), ...more, name };
  return { ...body, settings: { ...body.settings, ...settings } };
}

/** The reels as they were at first: they gave back far more than was staked. */
export const GENEROUS_REELS = game(
  'reels',
  'Carbide reels',
  { stake: { least: 5, most: 50, usual: 5 } },
  { chance: 41 },
);

/** What the demo's channel plays, by id. */
export const DEMO_GAMES: Readonly<Record<string, GameBody>> = {
  [GAME.toss]: game('high-roll', 'Pebble toss', { stake: { least: 5, most: 100, usual: 5 } }),
  [GAME.reels]: { ...GENEROUS_REELS, settings: { ...GENEROUS_REELS.settings, chance: 35.4 } },
  [GAME.descent]: game('expedition', 'The Descent', { stake: { least: 5, most: 200, usual: 10 } }),
  [GAME.wheel]: game(
    'wheel',
    'The survey wheel',
    { stake: { least: 20, most: 20, usual: 20 } },
    {
      segments: [
        { label: 'Nothing but mud', colour: '#566259', weight: 6, gains: 0, routine: '' },
        { label: 'A handful', colour: '#1d5f70', weight: 5, gains: 15, routine: '' },
        { label: 'A pouch', colour: '#48652a', weight: 3, gains: 40, routine: '' },
        { label: 'Wet boots', colour: '#8a5a00', weight: 2, gains: -10, routine: '' },
        { label: 'The deep vein', colour: '#97401f', weight: 1, gains: 150, routine: '' },
      ],
    },
  ),
  [GAME.boiler]: game(
    'boss',
    'The Old Boiler',
    { stake: { least: 10, most: 10, usual: 10 } },
    { health: 110, bonus: 40 },
  ),
  [GAME.bridge]: game('duel', 'Rope bridge', { stake: { least: 5, most: 100, usual: 5 } }, { cut: 4 }),
};
