import { BLANK_GROUP, phraseGroupBody, type PhraseGroupBody } from '@gully/core/guard';
import { answerOf, api, type PhraseGroup } from '../api/index.js';
import { placesIn, type Kind } from '../editing/index.js';
import { draftsOf } from '../ui/index.js';
import { shortly } from './consequence-words.js';
import { phraseGroupsQuery } from './queries.js';

const blank = (): PhraseGroupBody => structuredClone(BLANK_GROUP);

/** Groups of phrases that are edited and not saved. */
export const groupDrafts = draftsOf<PhraseGroupBody>({
  kind: 'phrase-group',
  blank,
  whole: (body) => ({ ...blank(), ...body }),
  differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
});

/** As it is sent: the same, but for lists that nobody promises not to change. */
const asSent = (body: PhraseGroupBody) =>
  body as unknown as Omit<PhraseGroup, 'id' | 'version' | 'changedAt'>;

export const PHRASE_GROUP: Kind<PhraseGroupBody, PhraseGroup> = {
  thing: 'phrase-group',
  word: 'phrase group',
  path: '/prepare/phrases',
  drafts: groupDrafts,
  blank,
  bodyOf: (group) => phraseGroupBody(group),
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: (body) => body as PhraseGroupBody,
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    enabled: { label: 'On', of: ({ enabled }) => enabled, words: ({ enabled }) => (enabled ? 'on' : 'off') },
    consequence: {
      label: 'Leads to',
      of: ({ consequence }) => consequence,
      words: ({ consequence }) => (consequence === null ? 'as the ladder says' : shortly(consequence)),
    },
    entries: {
      label: 'Phrases',
      of: ({ entries }) => entries,
      words: ({ entries }) =>
        `${entries.length.toLocaleString('en')} phrases${entries.length > 0 ? `, from “${entries[0]?.text.slice(0, 40) ?? ''}”` : ''}`,
    },
  },
  server: {
    create: (body) => answerOf(api.POST('/api/phrase-groups', { body: asSent(body) })),
    replace: (id, body, version) =>
      answerOf(
        api.PUT('/api/phrase-groups/{id}', { params: { path: { id } }, body: { ...asSent(body), version } }),
      ),
    remove: (id) => answerOf(api.DELETE('/api/phrase-groups/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/phrase-groups/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(
        api.POST('/api/phrase-groups/{id}/step-back', { params: { path: { id } }, body: { version } }),
      ),
  },
  ...placesIn<PhraseGroup>(phraseGroupsQuery.queryKey, ({ name }) => name),
};
