import { BLANK_GROUP, phraseGroupBody, type PhraseGroupBody } from '@gully/core/guard';
import type { PhraseGroup } from '../api/index.js';
import { declared } from '../editing/index.js';
import { shortly } from './consequence-words.js';

export const PHRASE_GROUP = declared<PhraseGroupBody, PhraseGroup>({
  thing: 'phrase-group',
  path: '/prepare/phrases',
  blank: BLANK_GROUP,
  bodyOf: (group) => phraseGroupBody(group),
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
});
