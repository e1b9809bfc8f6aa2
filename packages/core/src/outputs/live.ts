import type { LiveArea } from '../area/index.js';
import type { OutputsTypes } from './types.js';

export const OUTPUTS_LIVE: LiveArea<OutputsTypes> = {
  asks: { output: ({ file, text }) => `writes ${file}.txt: ${text}` },
};
