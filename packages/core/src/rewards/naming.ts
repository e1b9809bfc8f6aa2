import { foldName, nearestName, shortened } from '../text/index.js';
import type { Reward, RewardsView } from './view.js';

/**
 * The reward someone names at the start of what they type, and what they type after it. Of several
 * that fit, the longest name is meant.
 */
export function rewardTyped(
  rewards: Pick<RewardsView, 'all'>,
  typed: string,
): { readonly reward: Reward; readonly rest: string } | { readonly fault: string } {
  const words = typed.trim().split(/\s+/u);
  const byName = new Map(rewards.all().map((reward) => [formOf(reward.terms.name), reward]));
  for (let count = words.length; count > 0; count -= 1) {
    const reward = byName.get(formOf(words.slice(0, count).join(' ')));
    if (reward !== undefined) return { reward, rest: words.slice(count).join(' ') };
  }
  if (typed.trim() === '') return { fault: 'say which reward: type its name after it' };
  const near = nearestName(formOf(typed), [...byName.keys()]);
  const meant = near === undefined ? undefined : byName.get(near)?.terms.name;
  return {
    fault: `there is no reward called “${shortened(typed.trim())}”${meant === undefined ? '' : `; the nearest is “${meant}”`}`,
  };
}

/** Punctuation between words and after them is what people leave out or add. */
function formOf(name: string): string {
  return foldName(name)
    .replace(/[\p{P}\p{Z}\s]+/gu, ' ')
    .trim();
}
