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
    seconds: { as: 'number', label: 'For how long', least: 5, most: GRACE_LIMIT_S, unit: 's' },
  },
  line: () => ['for', { blank: 'seconds' }],
  blank: (id) => ({ kind: 'grace', id, seconds: 60 }),
  run({ seconds }, run) {
    const { id, name } = run.occasion.target;
    const until = run.at + seconds * 1000;
    run.change({ kind: 'grace', viewer: id, name, until, at: run.at, by: run.occasion.viewer.name });
    run.note(`${run.name}: ${name} may post links`, `for ${durationInWords(seconds * 1000)}`, 'passed');
    return undefined;
  },
};
