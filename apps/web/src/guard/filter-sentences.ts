import type { FilterKey } from './use-guard-draft.js';

/** A piece of a filter’s sentence: plain words, or one of its limits. */
export type Piece = string | { readonly field: string; readonly label: string; readonly unit?: '%' | 's' };

/** What each filter catches, as a sentence with its limits to fill in. Filters with more than numbers have blanks of their own. */
export const SENTENCES: Readonly<Partial<Record<FilterKey, readonly Piece[]>>> = {
  capitals: [
    { field: 'most', label: 'Capitals, at most', unit: '%' },
    'of letters, from',
    { field: 'from', label: 'Letters from which capitals count' },
    'on',
  ],
  symbols: [
    { field: 'most', label: 'Symbols, at most', unit: '%' },
    'from',
    { field: 'from', label: 'Characters from which symbols count' },
    'on,',
    { field: 'run', label: 'Symbols in a row' },
    'in a row,',
    { field: 'marks', label: 'Marks on one letter' },
    'marks on a letter',
  ],
  length: [
    { field: 'characters', label: 'Characters' },
    'characters,',
    { field: 'lines', label: 'Lines' },
    'lines',
  ],
  emotes: [
    { field: 'most', label: 'Emotes' },
    'emotes, or',
    { field: 'share', label: 'Share of emotes', unit: '%' },
    'from',
    { field: 'from', label: 'Emotes from which the share counts' },
    'on',
  ],
  repetition: [
    { field: 'most', label: 'Same messages' },
    'alike in',
    { field: 'seconds', label: 'Time for messages that are alike', unit: 's' },
    'by one viewer',
  ],
  pace: [
    { field: 'most', label: 'Messages' },
    'messages in',
    { field: 'seconds', label: 'Time for messages', unit: 's' },
  ],
  wave: [
    { field: 'most', label: 'Viewers' },
    'viewers, alike in',
    { field: 'seconds', label: 'Time for a wave', unit: 's' },
  ],
};

/** Limits that are needed less often; they stand with the rest of a filter’s settings. */
export const FURTHER: Readonly<Partial<Record<FilterKey, readonly Exclude<Piece, string>[]>>> = {
  repetition: [
    { field: 'alike', label: 'Alike from', unit: '%' },
    { field: 'characters', label: 'One character in a row' },
    { field: 'words', label: 'One word in a row' },
  ],
  wave: [
    { field: 'alike', label: 'Alike from', unit: '%' },
    { field: 'from', label: 'Letters from which a message counts' },
  ],
};
