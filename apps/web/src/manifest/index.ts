export { Areas, useAreas } from './areas.js';
export type {
  Act,
  Action,
  ActsProps,
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
  ViewerPart,
} from './manifest.js';
