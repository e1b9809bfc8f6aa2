import { NO_GAMES, NO_TALLY, type Game, type GamesView, type ToldPlay } from '@gully/core/games';

/** What previews are told of a round: a bit of everything, since each text asks for something else. */
export const TOLD: ToldPlay = {
  stake: 25,
  pays: 60,
  result: '‹what came up›',
  pot: 180,
  count: 3,
  names: ['tallowfen', 'siltlark', 'karstveil'],
  winners: [
    { name: 'tallowfen', pays: 60 },
    { name: 'karstveil', pays: 45 },
  ],
  losers: 1,
  seconds: 60,
  left: 3,
  most: 5,
  rival: 'quillrush',
  times: 2,
};

const TOTAL = { ...NO_TALLY, plays: 1_512, staked: 30_000, won: 29_000, best: 400 };

/** Games as previews have them: the one that is edited. */
export function sampleGames(id: string, game: Pick<Game, 'name' | 'stake'> | undefined): GamesView {
  if (game === undefined) return NO_GAMES;
  const known: Game = { ...game, id, version: 0 };
  const tally = { ...NO_TALLY, plays: 42, staked: 1_050, won: 1_110, best: 120, streak: 2 };
  return { ...NO_GAMES, all: () => [known], find: () => known, tally: () => tally, total: () => TOTAL };
}
