import { BLANK_CAIRN, cairnBody, type CairnBody } from '@gully/core/cairn';
import type { Stored } from '../api/index.js';
import { declared } from '../editing/index.js';

export type Cairn = Stored<'cairn'>;
export const CAIRN_KIND = declared<CairnBody, Cairn>({
  thing: 'cairn',
  blank: BLANK_CAIRN,
  rehearsed: 'never',
  bodyOf: (cairn) => cairnBody(cairn),
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    goal: { label: 'Goal', of: ({ goal }) => goal, words: ({ goal }) => `${goal} stones` },
  },
});
