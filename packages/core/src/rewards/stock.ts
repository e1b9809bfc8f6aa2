import type { ListView } from '../lists/index.js';
import { countedFrom, type RedeemWorld, type Reward, type RewardsView } from './view.js';

/** The first line of a list that nobody has got; undefined when all were handed out. */
export function nextLine(list: ListView, rewards: Pick<RewardsView, 'isGiven'>): string | undefined {
  for (let place = 0; place < list.size; place += 1) {
    const text = list.line(place);
    if (text !== undefined && !rewards.isGiven(list.id, text)) return text;
  }
  return undefined;
}

/** How many different lines of a list nobody has got. */
export function linesLeft(list: ListView, rewards: Pick<RewardsView, 'isGiven'>): number {
  const left = new Set<string>();
  for (let place = 0; place < list.size; place += 1) {
    const text = list.line(place);
    if (text !== undefined && !rewards.isGiven(list.id, text)) left.add(text);
  }
  return left.size;
}

/** How many of a reward can still be sold, to anybody; undefined for any number. */
export function leftOf(
  { id, terms }: Reward,
  world: Pick<RedeemWorld, 'rewards' | 'lists' | 'stream'>,
): number | undefined {
  const { rewards, lists } = world;
  const sales = rewards.sales(id);
  const { all, stream } = terms.stock;
  const limits: number[] = [];
  if (all !== null) limits.push(all - sales.count(0));
  if (stream !== null) limits.push(stream - sales.count(countedFrom(world)));
  if (terms.gives === 'line') {
    const list = lists.find(terms.list);
    limits.push(list === undefined ? 0 : linesLeft(list, rewards));
  }
  return limits.length === 0 ? undefined : Math.max(0, Math.min(...limits));
}
