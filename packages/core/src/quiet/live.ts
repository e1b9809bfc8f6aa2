import type { LiveArea } from '../area/index.js';
import { NOT_QUIET, type Quiet } from './quiet.js';

interface QuietTypes {
  readonly view: { readonly quiet: Quiet };
}

export const QUIET_LIVE: LiveArea<QuietTypes> = { empty: { quiet: NOT_QUIET } };
