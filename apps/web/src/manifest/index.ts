export { Areas, useAreas } from './areas.js';
export type {
  Action,
  CardPart,
  Finding,
  Found,
  IndexEntry,
  Manifest,
  Mode,
  Panel,
  Place,
  Referable,
  TopBarPart,
} from './manifest.js';
