import { IF_FAILS, type MayFail, type StepBase, type StepKindOf } from '../area/index.js';
import type { TimersTypes } from './types.js';

/** Stands in place of a timer's id where it is named by a text. Ids are ULIDs, so this cannot be one. */
export const NAMED_TIMER = 'named';

export const TIMER_ACTS = ['hold', 'go-on', 'fire'] as const;
/** Holds a timer for this stream, lets it go on, or has it fire now. */
export interface TimerStep extends StepBase, MayFail {
  readonly kind: 'timer';
  readonly does: (typeof TIMER_ACTS)[number];
  /** its id, or `named` for the one called what `named` comes to */
  readonly timer: string;
  /** Liquid that comes to a timer's name; of use only where none is chosen */
  readonly named: string;
}

const timer: StepKindOf<TimersTypes, TimerStep> = {
  kind: 'timer',
  group: 'Do',
  verb: 'Timer',
  means: 'holds a timer for this stream, resumes it, or fires it now',
  words: ['timers', 'hold', 'pause', 'mute', 'fire'],
  blanks: {
    does: {
      as: 'choice',
      label: 'What it does',
      options: { hold: 'hold for this stream', 'go-on': 'resume', fire: 'fire now' },
    },
    timer: {
      as: 'reference',
      to: 'timer',
      label: 'Timer',
      otherwise: { value: NAMED_TIMER, words: 'the one called' },
    },
    named: { as: 'text', label: 'The timer’s name', example: '{{ input.timer }}', most: 200 },
    ifFails: IF_FAILS,
  },
  applies: ({ timer: which }, field) => field !== 'named' || which === NAMED_TIMER,
  line: ({ timer: which }) => [
    { blank: 'does' },
    { blank: 'timer' },
    ...(which === NAMED_TIMER ? [{ blank: 'named' as const }] : []),
    'if there is none, or it cannot,',
    { blank: 'ifFails' },
  ],
  blank: (id) => ({ kind: 'timer', id, does: 'hold', timer: '', named: '', ifFails: 'stop' }),
  run({ does, timer: which, named, ifFails }, run) {
    const isNamed = which === NAMED_TIMER;
    const name = isNamed ? run.render(named).text.trim() : run.world.timers.nameOf(which);
    const stop = ifFails === 'stop';
    if (name === undefined) return { failed: 'there is no such timer', stop };
    return { ask: { kind: 'timer', does, timer: isNamed ? '' : which, name }, stop };
  },
};

export const TIMER_STEPS = { timer };
