import { BLANK_MEDIA, mediaBody, type MediaBody } from '@gully/core/media';
import type { Media } from '../api/index.js';
import { declared } from '../editing/index.js';

export const MEDIA_KIND = declared<MediaBody, Media>({
  thing: 'media',
  word: 'file',
  blank: BLANK_MEDIA,
  rehearsed: 'never',
  bodyOf: (media) => mediaBody(media),
  parts: { name: { label: 'Name', of: ({ name }) => name, words: ({ name }) => name || 'none' } },
});
