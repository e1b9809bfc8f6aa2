import type { ThingShape } from '../things/index.js';
import { mediaBody, type MediaBody } from './media.js';

export const MEDIA_THING: ThingShape<MediaBody> = {
  one: 'media',
  many: 'media',
  bodyOf: mediaBody,
  nameOf: ({ name }) => name,
  named: (body, name) => ({ ...body, name }),
  referencesOf: () => [],
  withReferences: (body) => body,
  portable: (body) => body,
  isCostly: () => false,
};
