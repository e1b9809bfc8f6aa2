import { BLANK_OUTPUT, outputBody, type OutputBody } from '@gully/core/outputs';
import { plainText } from '@gully/core/routines';
import { answerOf, api, type Output } from '../api/index.js';
import { placesIn, type Kind } from '../editing/index.js';
import { outputsQuery } from '../live/index.js';
import { draftsOf } from '../ui/index.js';

const blank = (): OutputBody => ({ ...BLANK_OUTPUT });

export const OUTPUT_KIND: Kind<OutputBody, Output> = {
  thing: 'output',
  word: 'text file',
  path: '/prepare/outputs',
  drafts: draftsOf<OutputBody>({
    kind: 'output',
    blank,
    whole: (body) => ({ ...blank(), ...body }),
    differ: (a, b) => a.name !== b.name || a.text !== b.text,
  }),
  blank,
  bodyOf: (output) => outputBody(output),
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: (body) => ({ ...blank(), ...body }),
  parts: {
    name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' },
    text: { label: 'Text', of: ({ text }) => text, words: ({ text }) => plainText(text) || 'none' },
  },
  server: {
    create: (body) => answerOf(api.POST('/api/outputs', { body })),
    replace: (id, body, version) =>
      answerOf(api.PUT('/api/outputs/{id}', { params: { path: { id } }, body: { ...body, version } })),
    remove: (id) => answerOf(api.DELETE('/api/outputs/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/outputs/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(api.POST('/api/outputs/{id}/step-back', { params: { path: { id } }, body: { version } })),
  },
  ...placesIn<Output>(outputsQuery.queryKey, ({ name }) => name),
};
