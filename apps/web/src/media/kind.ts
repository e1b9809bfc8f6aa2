import { BLANK_MEDIA, mediaBody, type MediaBody } from '@gully/core/media';
import { answerOf, api, type Media } from '../api/index.js';
import { placesIn, type Kind } from '../editing/index.js';
import { mediaQuery } from '../live/index.js';
import { draftsOf } from '../ui/index.js';

const blank = (): MediaBody => ({ ...BLANK_MEDIA });

export const MEDIA_KIND: Kind<MediaBody, Media> = {
  thing: 'media',
  word: 'file',
  path: '/prepare/media',
  drafts: draftsOf<MediaBody>({
    kind: 'media',
    blank,
    whole: (body) => ({ ...blank(), ...body }),
    differ: (a, b) => JSON.stringify(a) !== JSON.stringify(b),
  }),
  blank,
  bodyOf: (media) => mediaBody(media),
  copyOf: (body) => ({ ...body, name: `${body.name} copy` }),
  readVersion: (body) => ({ ...blank(), ...body }),
  parts: { name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' } },
  server: {
    create: (body) => answerOf(api.POST('/api/media', { body })),
    replace: (id, body, version) =>
      answerOf(api.PUT('/api/media/{id}', { params: { path: { id } }, body: { ...body, version } })),
    remove: (id) => answerOf(api.DELETE('/api/media/{id}', { params: { path: { id } } })),
    restore: (id) => answerOf(api.POST('/api/media/{id}/restore', { params: { path: { id } } })),
    stepBack: (id, version) =>
      answerOf(api.POST('/api/media/{id}/step-back', { params: { path: { id } }, body: { version } })),
  },
  ...placesIn<Media>(mediaQuery.queryKey, ({ name }) => name),
};
