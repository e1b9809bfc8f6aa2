export {
  BLANK_MEDIA,
  isMediaFile,
  MEDIA_BYTES,
  MEDIA_KINDS,
  MEDIA_LIMITS,
  mediaBody,
  mediaFaults,
  nameFrom,
  type MediaBody,
  type MediaKind,
} from './media.js';
export { MEDIA_THING } from './thing.js';
