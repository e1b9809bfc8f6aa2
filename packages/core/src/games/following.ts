import { occasionFor, type Begins, type DueOf, type FollowMoment, type FollowUpOf } from '../area/index.js';
import { quietAt } from '../quiet/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';
import type { PlayedChange, Result, Round } from './round.js';
import type { GamesTypes } from './types.js';
import type { Game, SaidOfGame } from './view.js';

type World = GamesTypes['looksAt'] & GamesTypes['view'];

/** What is said of a game that no command brought about; undefined where nothing is. */
export function sayingOf(
  { gameTexts, chance, quiet }: World,
  { id, name }: Pick<Game, 'id' | 'name'>,
  says: SaidOfGame | undefined,
  { viewer, at, id: cause }: Pick<FollowMoment, 'at' | 'id'> & { readonly viewer: ViewerFacts },
): Begins | undefined {
  const routine = says === undefined ? undefined : gameTexts.of(id, says, chance);
  if (says === undefined || routine === undefined || quietAt(quiet, at) === 'all') return undefined;
  const occasion = occasionFor({ cause, by: `the game ${name}`, viewer, at, title: name });
  const about = { game: { id, told: says.told } };
  return { routine, occasion: { ...occasion, ...about } };
}

/** The person the texts of a round are about: who played first, else the streamer. */
export function firstOf({ plays }: Pick<Round, 'plays'>, world: World, at: number): ViewerFacts {
  const first = plays.find(({ viewer }) => viewer !== '');
  if (first === undefined) return strangerFacts(world.self, world.channelName, ['streamer'], at);
  return world.viewers.known(first.viewer) ?? strangerFacts(first.viewer, first.name, [], at);
}

/** The next round whose time comes. */
export function roundsDue({ games }: World): DueOf<GamesTypes> | undefined {
  const rounds = games.all().flatMap(({ id }) => games.rounds(id));
  const [round] = rounds
    .filter(({ until }) => until !== undefined)
    .sort((a, b) => (a.until ?? 0) - (b.until ?? 0));
  if (round?.until === undefined) return undefined;
  return { at: round.until, follow: tickOf(round) };
}

/** Takes a round on whose time has come. */
export function tickOf(round: Pick<Round, 'id' | 'game' | 'title' | 'plays'>): DueOf<GamesTypes>['follow'] {
  const players = round.plays.map(({ viewer }) => viewer).filter((viewer) => viewer !== '');
  return {
    does: 'decide',
    about: [...new Set(players)],
    because: `of the game ${round.title}`,
    decide(world, { at, id: mark }) {
      const now = world.games.rounds(round.game).find(({ id }) => id === round.id);
      if (now === undefined) return undefined;
      const decision = world.games.tick(world, now, { by: 'gully', at, mark });
      if (decision === undefined) return undefined;
      // The caller is told, and tries again.
      if ('fault' in decision) throw new Error(`a round could not go on (${round.id}): ${decision.fault}`);
      const game = world.games.find(round.game) ?? { id: round.game, name: round.title };
      const viewer = firstOf(now, world, at);
      return {
        changes: decision.changes,
        begins: sayingOf(world, game, decision.says, { viewer, at, id: mark }),
      };
    },
  };
}

const netOf = ({ paid, staked }: Result): number => paid - staked;

/** The end of a round, which is about the player who did best in it, for routines that wait for it. */
export function followPlayed(
  { round, at }: PlayedChange,
  { routines }: World,
): readonly FollowUpOf<GamesTypes>[] {
  // Games end all the time, and are listed as plays: nothing is told that nothing waits for.
  if (round.over !== 'ended' || routines.forEvent('played').length === 0) return [];
  const [best] = [...round.results].sort((a, b) => netOf(b) - netOf(a) || a.n - b.n);
  if (best === undefined) return [];
  const won = round.results.filter((result) => netOf(result) > 0);
  const told = {
    stake: best.staked,
    pays: best.paid,
    result: best.shown,
    outcome: best.outcome,
    pot: round.plays.reduce((sum, { stake }) => sum + stake, 0),
    names: [...new Set(round.results.map(({ name }) => name))],
    winners: won.map(({ name, paid }) => ({ name, pays: paid })),
    losers: round.results.length - won.length,
  };
  return [
    {
      does: 'happen',
      event: {
        kind: 'played',
        count: Math.max(0, netOf(best)),
        ...{ amount: '', message: round.title, recipient: '' },
        viewer: { id: best.viewer, name: best.name },
        game: { id: round.game, told },
        at,
      },
    },
  ];
}
