export { thing, withThings, type ThingPlace } from './things.js';
export { useAnyName, useNames, useReferables } from './use-names.js';
export { usePlaceOf } from './use-place-of.js';
export { AreaParts } from './area-parts.js';
export { Areas, useAreas } from './areas.js';
export type {
  Bundled,
  Act,
  Action,
  ActsProps,
  CardPart,
  Finding,
  Found,
  IndexEntry,
  Manifest,
  Mode,
  ModeCount,
  Panel,
  PickerProps,
  Place,
  Referable,
  FramePart,
  ViewerPart,
} from './manifest.js';
