import { durationInWords } from '../../text/index.js';
import { GRACE_LIMIT_S, type GraceStep } from '../step.js';
import type { StepKind } from './kind.js';

export const grace: StepKind<GraceStep> = {
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
