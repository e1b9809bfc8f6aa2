import { IF_FAILS, type MayFail, type StepBase, type StepKindOf } from '../area/index.js';
import type { OutputsTypes } from './types.js';

/** Writes a text file for streaming software to read. */
export interface OutputStep extends StepBase, MayFail {
  readonly kind: 'output';
  readonly file: string;
  /** Liquid */
  readonly text: string;
}
const output: StepKindOf<OutputsTypes, OutputStep> = {
  kind: 'output',
  group: 'Do',
  verb: 'Write',
  means: 'a text file for streaming software to read',
  words: ['file', 'output', 'text', 'save', 'overlay'],
  blanks: {
    file: { as: 'word', label: 'File', of: 'output' },
    text: { as: 'text', label: 'What it holds', example: '{{ counter.depth }} m', most: 5_000 },
    ifFails: IF_FAILS,
  },
  line: () => ['into', { blank: 'file' }, '.txt', { blank: 'text' }, 'if it fails,', { blank: 'ifFails' }],
  blank: (id) => ({ kind: 'output', id, file: '', text: '', ifFails: 'go-on' }),
  run: ({ file, text, ifFails }, run) => ({
    ask: { kind: 'output', file, text: run.render(text).text },
    stop: ifFails === 'stop',
  }),
};

export const OUTPUT_STEPS = { output };
