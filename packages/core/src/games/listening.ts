import type { AskedOfGame, HeardOf, Heard, PlayWorld } from './view.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { PreparedGame } from './game.js';
import { playHeard } from './playing.js';

/**
 * What games make of a message that is no command: those that listen are told the last lines, the new
 * one at the end.
 *
 * @param games those that listen
 */
export function listenTo(
  world: PlayWorld,
  games: readonly PreparedGame[],
  line: Heard,
  { viewer, ...asked }: AskedOfGame & { readonly viewer: ViewerFacts },
): readonly HeardOf[] {
  const on = games.filter(({ body }) => body.enabled);
  if (on.length === 0 || viewer.bot) return [];
  const lines = [...world.games.heard(), line];
  return on.flatMap((game): HeardOf[] => {
    const found = game.kind.hear?.(lines, { settings: game.body.settings });
    if (found === undefined) return [];
    const decision =
      'says' in found
        ? { changes: [], says: found.says, words: game.name }
        : playHeard(world, game, { does: 'play', viewer, roles: viewer.roles, typed: found.plays }, asked);
    return 'fault' in decision ? [] : [{ game: game.id, decision }];
  });
}
