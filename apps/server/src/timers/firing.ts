import { randomInt } from 'node:crypto';
import type { Change, RunEffect, World } from '@gully/core/channel';
import type { PreparedRoutine } from '@gully/core/routines';
import {
  beginTimer,
  factOf,
  fired,
  firingChecks,
  saidAfter,
  type BreathingRoom,
  type Moment,
  type Said,
  type Timed,
} from '@gully/core/timers';
import { strangerFacts } from '@gully/core/viewers';
import { newId } from '../database/index.js';
import { SELF } from '../live/index.js';
import type { LoggedRun } from '../runs/index.js';

/** What a firing comes to. */
export interface Fired {
  readonly changes: readonly Change[];
  readonly effects: readonly RunEffect[];
  readonly because: string;
  readonly told: LoggedRun;
}

interface Around {
  /** undefined when what it runs is gone */
  readonly prepared: PreparedRoutine | undefined;
  readonly said: readonly Said[];
  readonly room: BreathingRoom;
  readonly moment: Moment;
  readonly world: World;
}

/** Fires one timer: begins what it runs, and counts it as fired whatever came of that. */
export function fireTimer(timed: Timed, byHand: boolean, around: Around): Fired {
  const { timer, state } = timed;
  const { prepared, said, room, moment, world } = around;
  const { at } = moment;
  const viewer = strangerFacts(SELF, world.channelName, ['streamer'], at);
  const checks = byHand
    ? [{ rule: 'Fired by hand', measure: '', outcome: 'passed' as const }]
    : firingChecks(timer, factOf(timed, said, moment), room);
  const cause = newId(at);
  const begun =
    prepared === undefined
      ? {
          refused: [
            ...checks,
            { rule: 'What it runs is there', measure: 'gone', outcome: 'stopped' as const },
          ],
        }
      : beginTimer(timer, prepared, { cause, viewer, at, checks }, world);
  const { changes, effects } = 'started' in begun ? begun.started : { changes: [], effects: [] };
  const lines = effects.reduce((sum, effect) => sum + (effect.kind === 'say' ? effect.lines.length : 0), 0);
  const chance = { below: (count: number) => randomInt(count) };
  return {
    changes: [
      ...changes,
      {
        kind: 'timer',
        id: timer.id,
        state: fired(state, moment, lines, chance),
        said: saidAfter(said, moment.running, lines),
      },
    ],
    effects,
    because: byHand ? `the timer ${timer.name} was run by hand` : `the timer ${timer.name} was due`,
    told:
      'started' in begun
        ? begun.started
        : {
            id: `${cause}:${timer.id}`,
            owner: timer.id,
            title: timer.name,
            occasion: { by: `the timer ${timer.name}`, at, viewer },
            checks: begun.refused,
            ended: { how: 'refused', words: begun.refused.at(-1)?.rule ?? '' },
          },
  };
}
