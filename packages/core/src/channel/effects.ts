import type { EffectWords } from '../area/index.js';
import type { About } from '../layers/index.js';
import { LIVE_AREAS } from './live-areas.js';
import { changeInWords } from './slices.js';
import type { AskEffect, Change, Effect, World } from './types.js';

/** What effects are called in lists of what was done; undefined for what other lists show. */
export const EFFECTS = Object.assign(
  // Lines of several effects are counted together.
  { say: () => undefined },
  ...LIVE_AREAS.flatMap((area) => ['asks' in area ? area.asks : {}, 'effects' in area ? area.effects : {}]),
) as EffectWords<Exclude<Effect, AskEffect> | AskEffect>;

/**
 * What a decision comes to, in words.
 *
 * @param about the world has the changes made
 */
export function outcomeInWords(
  effects: readonly Effect[],
  changes: readonly Change[],
  about: About<World>,
): string[] {
  const lines = effects.reduce((sum, effect) => sum + (effect.kind === 'say' ? effect.lines.length : 0), 0);
  const words = lines === 0 ? [] : [`says ${String(lines)} ${lines === 1 ? 'line' : 'lines'}`];
  for (const effect of effects) {
    const inWords = (EFFECTS[effect.kind] as (effect: Effect) => string | undefined)(effect);
    if (inWords !== undefined) words.push(inWords);
  }
  for (const change of changes) words.push(...changeInWords(change, about));
  return words;
}
