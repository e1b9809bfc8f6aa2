import type { ServerArea } from '../area/index.js';
import { BundlesModule } from './bundles.module.js';
import { BUNDLES_ROWS } from './rows.js';

export const BUNDLES_AREA: ServerArea = {
  module: BundlesModule,
  rows: BUNDLES_ROWS,
};
