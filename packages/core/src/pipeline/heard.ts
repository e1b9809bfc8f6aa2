import { occasionFor } from '../area/index.js';
import { channelLayers, type Change, type World } from '../channel/index.js';
import type { ChatLine } from '../chat/index.js';
import { begin, type Started } from '../routines/index.js';

import type { PassedOn } from './stages.js';

/** What games that listen make of a message, on its way to commands. */
export function decideHeard(line: ChatLine, world: World): PassedOn {
  if (!world.games.listens()) return { passOn: [], changes: [], effects: [], started: [] };
  const viewer = { ...world.viewers.of(line), roles: line.roles };
  const { viewer: id, name, text, at } = line;
  const heard = { viewer: id, name, text, at };
  const changes: Change[] = [{ kind: 'heard', line: heard }];
  const started: Started[] = [];
  const layers = channelLayers();
  const found = world.games.listen(world, heard, {
    viewer,
    by: `viewer:${id}`,
    at,
    mark: `${line.id}:heard`,
  });
  for (const { game, decision } of found) {
    for (const change of decision.changes) {
      changes.push(change);
      layers.apply(change, layers.over(world));
    }
    const { says } = decision;
    const routine = says === undefined ? undefined : world.gameTexts.of(game, says, world.chance);
    if (says === undefined || routine === undefined) continue;
    const title = world.games.find(game)?.name ?? '';
    const occasion = occasionFor({
      cause: `${line.id}:heard`,
      by: `the game ${title}`,
      title,
      viewer,
      typed: text,
      line: line.id,
      at,
    });
    const about = { game: { id: game, told: says.told } };
    const begun = begin(routine, { ...occasion, ...about }, layers.over(world), []);
    started.push(begun);
    changes.push(...begun.changes);
  }
  return {
    passOn: found.map(({ game, decision }) => ({
      rule: world.games.find(game)?.name ?? 'A game',
      measure: decision.words,
      outcome: 'noted',
    })),
    changes,
    effects: started.flatMap(({ effects }) => effects),
    started,
  };
}
