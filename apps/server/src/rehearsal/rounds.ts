import { tickRound, type PreparedGame } from '@gully/core/games';
import type { Change, World } from '@gully/core/channel';
import type { Started } from '@gully/core/routines';
import { strangerFacts } from '@gully/core/viewers';
import { sayOfGame } from '../games/index.js';
import type { Overlay } from './overlay.js';
import { playOut, saidOf, type Played } from './playing.js';

/** How many times rounds are looked at for one line: each may go on several times while the clock is moved. */
const TICKS = 50;

/** Takes rounds of games on as far as the rehearsal's clock has been moved, and says what they would say. */
export function roundsGoOn(session: Overlay, worldAt: (at: number) => World, now: number): Played {
  const started: Started[] = [];
  const changes: Change[] = [];
  for (let tick = 0; tick < TICKS; tick += 1) {
    const world = session.over(worldAt(now));
    const due = world.games
      .all()
      .flatMap(({ id }) => world.games.rounds(id))
      .filter(({ until }) => until !== undefined && until <= now)
      .sort((a, b) => (a.until ?? 0) - (b.until ?? 0))[0];
    const game = world.games.find(due?.game ?? '') as PreparedGame | undefined;
    if (due?.until === undefined || game === undefined) break;
    const at = due.until;
    const decided = tickRound(world, game, due, {
      by: 'gully',
      at,
      mark: `rehearsed:${due.id}:${String(at)}`,
    });
    if (decided === undefined || 'fault' in decided) break;
    const first = due.plays.find(({ viewer }) => viewer !== '');
    const viewer = strangerFacts(first?.viewer ?? '', first?.name ?? world.channelName, [], at);
    const said = sayOfGame(world, game, decided.says, { decided: decided.changes, viewer, at });
    for (const change of [...decided.changes, ...said.changes]) session.apply(change, world);
    changes.push(...decided.changes, ...said.changes);
    if (said.started !== undefined) started.push(said.started);
  }
  const played = playOut(started, session, worldAt);
  return {
    ...played,
    said: [...started.flatMap(({ effects }) => saidOf(effects, 0)), ...played.said],
    effects: [...started.flatMap(({ effects }) => effects), ...played.effects],
    changes: [...changes, ...played.changes],
  };
}
