import { BLANK_OUTPUT, outputBody, type OutputBody } from '@gully/core/outputs';
import { plainText } from '@gully/core/routines';
import type { Output } from '../api/index.js';
import { declared } from '../editing/index.js';

export const OUTPUT_KIND = declared<OutputBody, Output>({
  thing: 'output',
  word: 'text file',
  blank: BLANK_OUTPUT,
  rehearsed: 'never',
  bodyOf: (output) => outputBody(output),
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    text: { label: 'Text', of: ({ text }) => text, words: ({ text }) => plainText(text) || 'none' },
  },
});
