import { blankFaults, wordFault } from '../routines/index.js';
import { foldName } from '../text/index.js';
import { closed, text, type ThingShape } from '../things/index.js';

/** A text file that is kept up to date for streaming software to read. */
export interface OutputBody {
  /** of the file, without its ending */
  readonly name: string;
  /** Liquid */
  readonly text: string;
}

export const BLANK_OUTPUT: OutputBody = { name: '', text: '' };
export const OUTPUTS_LIMIT = 100;
/** Characters of a file’s text, with its values. */
export const OUTPUT_TEXT = 5_000;

export function outputBody({ name, text }: OutputBody): OutputBody {
  return { name, text };
}

/** Texts of files that Gully keeps by itself, unless a text of the streamer's has the name. */
export const READY_TEXTS: readonly OutputBody[] = [
  { name: 'last-follower', text: '{{ stream.last_follower }}' },
  { name: 'top-five', text: '{{ currency.top }}' },
  { name: 'last-winner', text: '{{ game.last_winner }}' },
];

/** Files the queue keeps by itself. */
export const READY_OUTPUTS = ['queue', 'queue-next', 'queue-called'];

/** What is wrong with an output, by place; empty when nothing is. */
export function outputFaults(
  { name, text }: OutputBody,
  others: readonly Pick<OutputBody, 'name'>[],
): Record<string, string> {
  const trimmed = name.trim();
  const faults: Record<string, string> = {
    ...blankFaults({ as: 'text', label: 'Text', example: '', most: OUTPUT_TEXT }, text, 'text', {}),
  };
  const fault = wordFault(trimmed, 'output');
  if (fault !== undefined) faults.name = fault;
  else if (READY_OUTPUTS.includes(foldName(trimmed)))
    faults.name = `${trimmed}.txt is kept for the queue by itself`;
  else if (others.some((other) => foldName(other.name.trim()) === foldName(trimmed)))
    faults.name = `There is a file called ${trimmed} already`;
  if (text.trim() === '') faults.text ??= 'Write what the file holds';
  return faults;
}

export const OUTPUT_THING: ThingShape<OutputBody> = {
  one: 'output',
  many: 'outputs',
  bodyOf: outputBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  schema: {
    name: 'Output',
    most: OUTPUTS_LIMIT,
    defs: { Output: closed({ name: text(100), text: text(OUTPUT_TEXT) }) },
  },
  textsOf: ({ text }) => [text],
};
