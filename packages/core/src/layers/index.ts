export {
  Layers,
  NOT_LOOKED_AT,
  type About,
  type Kinded,
  type Layer,
  type Slice,
  type Slices,
} from './slice.js';
