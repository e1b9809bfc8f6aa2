import type { Check } from '@gully/core/chat';
import type { SayEffect } from '@gully/core/area';
import type { Change, Effect, World } from '@gully/core/channel';
import { resumeRun, type Started } from '@gully/core/routines';
import { beginMessage, tellingsOf } from '../queue/index.js';
import type { Overlay } from './overlay.js';

/** One line that would be said. */
export interface Said {
  readonly text: string;
  /** seconds after what started it */
  readonly after: number;
  /** to all in chat, as an answer to the line, or to the viewer alone */
  readonly how: 'chat' | 'reply' | 'tell';
}

export interface Played {
  readonly said: readonly Said[];
  readonly effects: readonly Effect[];
  readonly changes: readonly Change[];
  /** how each run ended, where that says more than that it is done */
  readonly ended: readonly string[];
  /** the whole why of each run that went on, by run */
  readonly checks: ReadonlyMap<string, readonly Check[]>;
}

/**
 * Takes what was begun to its end at once, each wait by moving the clock. What a run asks
 * of the outside is taken to work.
 *
 * @param worldAt the rehearsal's channel at a time
 */
export function playOut(
  started: readonly Started[],
  session: Overlay,
  worldAt: (at: number) => World,
): Played {
  const said: Said[] = [];
  const effects: Effect[] = [];
  const changes: Change[] = [];
  const ended: string[] = [];
  const checks = new Map<string, readonly Check[]>();
  for (const begun of started) {
    let at = begun.occasion.at;
    let { run, ended: end } = begun;
    const begunAt = at;
    while (run !== undefined) {
      if (run.awaiting.for === 'time') at = run.awaiting.until;
      const world = session.over(worldAt(at));
      const segment = resumeRun(run, world, at, { failed: undefined });
      for (const change of segment.changes) session.apply(change, world);
      changes.push(...segment.changes);
      effects.push(...segment.effects);
      said.push(...saidOf(segment.effects, (at - begunAt) / 1000));
      checks.set(begun.id, segment.checks);
      ({ run, ended: end } = segment);
    }
    if (end !== undefined && end.how !== 'done') ended.push(`${begun.title} ended: ${end.words}`);
  }
  return { said, effects, changes, ended, checks };
}

/** What queues would say of what happened in them; nobody but those in them hears it. */
export function queuesSay(changes: readonly Change[], world: World, at: number): Started[] {
  return changes.flatMap((change) =>
    change.kind === 'queue'
      ? tellingsOf(change).flatMap((telling) => beginMessage(world, change, telling, undefined, at) ?? [])
      : [],
  );
}

export function saidOf(effects: readonly Effect[], after: number): Said[] {
  return effects
    .filter((effect): effect is SayEffect => effect.kind === 'say')
    .flatMap(({ lines, to }) => lines.map((text): Said => ({ text, after, how: to?.how ?? 'chat' })));
}
