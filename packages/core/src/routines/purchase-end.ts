import { prepareLines } from '../chat/index.js';
import { settle } from '../redemptions/index.js';
import { parseText, renderText, type Scope } from '../text/index.js';
import type { RunEnd } from './run-state.js';
import type { Occasion, RoutineChange, RoutineWorld } from './world.js';

interface Settled {
  readonly changes: readonly RoutineChange[];
  /** what the buyer is told, ready for chat */
  readonly lines: readonly string[];
}

const NOTHING: Settled = { changes: [], lines: [] };

/**
 * What becomes of the purchase a run carried out, once that has ended: done, to be handed over, or
 * given back where a step of it failed. Nothing for a run no purchase started.
 *
 * @param scope what texts are filled in with, asked only when something is said
 */
export function endOfPurchase(
  { how, words }: RunEnd,
  { redemption }: Occasion,
  world: RoutineWorld,
  { at, scope }: { readonly at: number; readonly scope: () => Scope },
): Settled {
  if (redemption === undefined) return NOTHING;
  const failed = how === 'failed' || how === 'limited' ? words : undefined;
  const changes = settle(world, redemption.id, { failed, at });
  const isTold = failed !== undefined && changes.length > 0;
  return { changes, lines: isTold ? sayReturned(redemption.reward, world, scope()) : [] };
}

/** What is said in chat of a purchase that is returned; nothing where the reward has no text for it. */
export function sayReturned(reward: string, { rewards }: RoutineWorld, scope: Scope): string[] {
  const parsed = parseText(rewards.find(reward)?.terms.says.returned ?? '');
  if ('fault' in parsed) return [];
  return prepareLines(renderText(parsed.text, scope).text, parsed.text.ownStart);
}
