import { CAPITALS } from './filters/capitals.js';
import { EMOTES } from './filters/emotes.js';
import { LENGTH } from './filters/length.js';
import { LINKS } from './filters/links.js';
import { PACE } from './filters/pace.js';
import { PHRASES } from './filters/phrases.js';
import { REPETITION } from './filters/repetition.js';
import { SYMBOLS } from './filters/symbols.js';
import { WAVE } from './filters/wave.js';
import type { Filter } from './filter.js';

/** Every filter there is, in the order in which they are shown. */
export const FILTERS = {
  links: LINKS,
  phrases: PHRASES,
  capitals: CAPITALS,
  symbols: SYMBOLS,
  length: LENGTH,
  emotes: EMOTES,
  repetition: REPETITION,
  pace: PACE,
  wave: WAVE,
} as const;

export type FilterName = keyof typeof FILTERS;
/** A filter by its name, for settings that were checked to be its own. */
export function filterOf(name: FilterName): Filter<object> {
  return FILTERS[name];
}

/** The settings of a filter. */
export type SettingsOf<N extends FilterName> = (typeof FILTERS)[N] extends Filter<infer S> ? S : never;
