import { closed, oneOf, text, whole, type ThingShape } from '../things/index.js';
import { MEDIA_KINDS, MEDIA_LIMITS, mediaBody, type MediaBody } from './media.js';

export const MEDIA_THING: ThingShape<MediaBody> = {
  one: 'media',
  many: 'media',
  bodyOf: mediaBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  schema: {
    name: 'Media',
    most: MEDIA_LIMITS.files,
    defs: {
      Media: closed({
        name: text(MEDIA_LIMITS.name),
        kind: oneOf(MEDIA_KINDS),
        file: text(80, 'the SHA-256 of its content, and its ending'),
        bytes: whole(0, 1_000_000_000),
        width: whole(0, 100_000),
        height: whole(0, 100_000),
        seconds: { type: 'number', minimum: 0 },
      }),
    },
  },
  textsOf: () => [],
};
