import type { List } from '../api/index.js';
import { declared } from '../editing/index.js';

export interface ListBody {
  readonly name: string;
  readonly text: string;
}

/** A list with its lines, which are asked for apart from all lists. */
export type ListWithText = List & { readonly text: string };

export const LIST = declared<ListBody, ListWithText>({
  thing: 'list',
  blank: { name: '', text: '' },
  rehearsed: 'never',
  bodyOf: ({ name, text }) => ({ name, text }),
  readVersion: (body) => {
    const { name, lines } = body as { readonly name: string; readonly lines: readonly string[] };
    return { name, text: lines.join('\n') };
  },
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    text: {
      label: 'Lines',
      of: ({ text }) => text,
      words: ({ text }) =>
        `${text.split('\n').length.toLocaleString('en')} lines, from “${text.slice(0, 60)}…”`,
    },
  },
  // The lines are not in the answer; they are asked for again.
  from: (answer) => ({ ...(answer as List), text: '' }),
  asksAgain: [['list-text']],
});
export const { drafts } = LIST;
