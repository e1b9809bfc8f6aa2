import { type Change, channelLayers, type Effect, type World } from '@gully/core/channel';
import type { SaidOfGame } from '@gully/core/games';
import { quietAt } from '@gully/core/quiet';
import { begin, type Started } from '@gully/core/routines';
import type { ViewerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';

/** What is said of a game that no command brought about. */
export interface Said {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly started: Started | undefined;
}

/**
 * Begins saying something of a game, after what was decided in it.
 *
 * @param decided changes that are written together with what it says
 * @param viewer whom its texts are about
 */
export function sayOfGame(
  world: World,
  game: { readonly id: string; readonly name: string },
  says: SaidOfGame | undefined,
  {
    decided,
    viewer,
    at,
  }: { readonly decided: readonly Change[]; readonly viewer: ViewerFacts; readonly at: number },
): Said {
  const routine = says === undefined ? undefined : world.gameTexts.of(game.id, says, world.chance);
  if (says === undefined || routine === undefined || quietAt(world.quiet, at) === 'all')
    return { changes: [], effects: [], started: undefined };
  const layers = channelLayers();
  for (const change of decided) layers.apply(change, layers.over(world));
  const started = begin(
    routine,
    {
      cause: newId(at),
      by: `the game ${game.name}`,
      viewer,
      roles: viewer.roles,
      target: viewer,
      inputs: {},
      inputNames: [],
      typed: '',
      line: undefined,
      command: { name: game.name, uses: 0, usesByViewer: 0 },
      event: undefined,
      game: { id: game.id, told: says.told },
      at,
    },
    layers.over(world),
    [],
  );
  return { changes: started.changes, effects: started.effects, started };
}
