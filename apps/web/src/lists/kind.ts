import { listsQuery } from '../live/index.js';
import { answerOf, api, type List } from '../api/index.js';
import type { Kind } from '../editing/index.js';
import { draftsOf } from '../ui/index.js';

export interface ListBody {
  readonly name: string;
  readonly text: string;
}

/** A list with its lines, which are asked for apart from all lists. */
export type ListWithText = List & { readonly text: string };

/** Lists that are edited and not saved. */
export const drafts = draftsOf<ListBody>({
  kind: 'list',
  blank: () => ({ name: '', text: '' }),
  whole: (body) => ({ name: '', text: '', ...body }),
  differ: (a, b) => a.name !== b.name || a.text !== b.text,
});

const refresh: Kind<ListBody, ListWithText>['refresh'] = (queries) => {
  void queries.invalidateQueries(listsQuery);
  void queries.invalidateQueries({ queryKey: ['list-text'] });
};
/** The lines are not in the answer; they are asked for again. */
const bare = (list: List): ListWithText => ({ ...list, text: '' });

export const LIST: Kind<ListBody, ListWithText> = {
  thing: 'list',
  word: 'list',
  path: '/prepare/lists',
  drafts,
  blank: () => ({ name: '', text: '' }),
  bodyOf: ({ name, text }) => ({ name, text }),
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
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
  server: {
    create: async (body) => bare(await answerOf(api.POST('/api/lists', { body }))),
    replace: async (id, body, version) =>
      bare(
        await answerOf(api.PUT('/api/lists/{id}', { params: { path: { id } }, body: { ...body, version } })),
      ),
    remove: (id) => answerOf(api.DELETE('/api/lists/{id}', { params: { path: { id } } })),
    restore: async (id) =>
      bare(await answerOf(api.POST('/api/lists/{id}/restore', { params: { path: { id } } }))),
    stepBack: async (id, version) =>
      bare(
        await answerOf(
          api.POST('/api/lists/{id}/step-back', { params: { path: { id } }, body: { version } }),
        ),
      ),
  },
  place: refresh,
  drop: refresh,
  refresh,
};
