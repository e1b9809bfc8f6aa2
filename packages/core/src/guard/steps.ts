import { IF_FAILS, type MayFail, type StepBase, type StepKindOf } from '../area/index.js';
import { durationInWords } from '../text/index.js';
import type { GuardTypes } from './types.js';

/** Takes the last messages out of chat. */
export interface ClearStep extends StepBase, MayFail {
  readonly kind: 'clear';
}
/** Lets the viewer named, or the one who typed, post links for a while. */
export interface GraceStep extends StepBase {
  readonly kind: 'grace';
  /** up to GRACE_LIMIT_S; 0 for as long as the guard is set to */
  readonly seconds: number;
}

/** Seconds someone may post links at most. */
const GRACE_LIMIT_S = 3_600;

const clear: StepKindOf<GuardTypes, ClearStep> = {
  kind: 'clear',
  group: 'Do',
  verb: 'Clear chat',
  means: 'removes the last messages from the chat room',
  words: ['wipe', 'delete', 'clean', 'moderation'],
  blanks: { ifFails: IF_FAILS },
  line: () => ['if the room does not allow it,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'clear', id, ifFails: 'go-on' }),
  run: ({ ifFails }) => ({ ask: { kind: 'clear' }, stop: ifFails === 'stop' }),
};

const grace: StepKindOf<GuardTypes, GraceStep> = {
  kind: 'grace',
  group: 'Do',
  verb: 'Let post links',
  means: 'lets the viewer named, or the one who typed, post links for a while',
  words: ['grace', 'permit', 'link', 'allow', 'guard', 'moderation'],
  blanks: {
    seconds: {
      as: 'number',
      label: 'For how long; 0 for as long as Filters says',
      least: 0,
      most: GRACE_LIMIT_S,
      unit: 's',
    },
  },
  line: () => ['for', { blank: 'seconds' }],
  blank: (id) => ({ kind: 'grace', id, seconds: 0 }),
  run({ seconds }, run) {
    const { id, name } = run.occasion.target;
    const span = (seconds === 0 ? run.world.grace.seconds() : seconds) * 1000;
    const until = run.at + span;
    run.change({ kind: 'grace', viewer: id, name, until, at: run.at, by: run.occasion.viewer.name });
    run.note(`${run.name}: ${name} may post links`, `for ${durationInWords(span)}`, 'passed');
    return undefined;
  },
};

export const GUARD_STEPS = { clear, grace };
