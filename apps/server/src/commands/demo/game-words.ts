/** The demo's games, and the words they are played with. */
export const GAME = {
  toss: 'DEMOGAME000000000000000001',
  reels: 'DEMOGAME000000000000000002',
  descent: 'DEMOGAME000000000000000003',
  wheel: 'DEMOGAME000000000000000004',
  boiler: 'DEMOGAME000000000000000005',
  bridge: 'DEMOGAME000000000000000006',
} as const;

/** By the game's id. */
export const GAME_WORDS: Readonly<Record<string, string>> = {
  [GAME.toss]: 'toss',
  [GAME.reels]: 'reels',
  [GAME.descent]: 'descent',
  [GAME.wheel]: 'wheel',
  [GAME.boiler]: 'boiler',
  [GAME.bridge]: 'duel',
};
