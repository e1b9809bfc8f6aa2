import { type ValuesOfArea } from '../area/index.js';
import { amountOfCurrency, minutesFor } from '../currency/index.js';
import type { Role } from '../chat/index.js';
import { durationInWords } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import { nextPrivate } from './answers.js';
import { gateFault, priceFor } from './buying.js';
import { leftOf } from './stock.js';
import { countedFrom, type RedeemWorld, type Reward } from './view.js';
import type { Redemption } from './redemption.js';
import type { RewardsTypes } from './types.js';
import { NAMED_REWARD, REWARD_WORD } from './words.js';

type About = Pick<ValuesOfArea<RewardsTypes>, 'occasion' | 'world' | 'memory'>;

/** The reward a purchase is of, or a step before was about. */
export function rewardOf({
  occasion: { redemption },
  world: { rewards },
  memory,
}: About): Reward | undefined {
  if (redemption !== undefined) return rewards.find(redemption.reward);
  const name = memory[REWARD_WORD];
  return name === undefined ? undefined : rewards.all().find(({ terms }) => terms.name === name);
}

/** A reward's own command, else the one for any with its name; undefined where there is neither. */
export function redeemedWith(
  reward: string | undefined,
  { commands, rewards }: About['world'],
): string | undefined {
  const own = reward === undefined ? undefined : commands.doing({ kind: 'redeem', reward });
  if (own !== undefined) return own;
  const any = commands.doing({ kind: 'redeem', reward: NAMED_REWARD });
  const name = rewards.find(reward ?? '')?.terms.name;
  return any === undefined || name === undefined ? any : `${any} ${name}`;
}

/** Rewards that are named by `reward.list`. */
const LISTED = 8;

/** What texts are told of a reward and of a purchase. */
export interface RewardValuesOf {
  readonly reward: Reward | undefined;
  readonly redemption: Redemption | undefined;
  readonly viewer: ViewerFacts;
  readonly roles: readonly Role[];
  /** UTC milliseconds */
  readonly at: number;
  /** the command a reward is redeemed with, as it is typed; undefined where there is none */
  readonly commandFor: (reward: string | undefined) => string | undefined;
}

/** The values `reward.…`; each is worked out only when a text asks for it. */
export function rewardValues(world: RedeemWorld, about: RewardValuesOf): Record<string, unknown> {
  const { reward, redemption, viewer, roles, at, commandFor } = about;
  const list = (): string => rewardsInWords(world, { viewer, roles, at });
  if (reward === undefined)
    return { name: '', description: '', price: '', list, type: () => commandFor(undefined) ?? '' };
  const { terms } = reward;
  const price = (): number =>
    redemption?.price ?? priceFor(world, reward, { viewer, roles, paidBy: 'currency' });
  return {
    list,
    name: terms.name,
    description: terms.description,
    price,
    minutes: () => minutesFor(world.purse.settings, price()) ?? '',
    left: () => leftOf(reward, world) ?? '',
    sold: () => world.rewards.sales(reward.id).count(countedFrom(world)),
    type: () => commandFor(reward.id) ?? '',
    missing: () => nextPrivate(redemption?.answers ?? [])?.name.replaceAll('_', ' ') ?? '',
    bot: () => world.rewards.bot(),
    line: '',
    answer: () => redemption?.answers.find((answer) => !answer.private && answer.text !== null)?.text ?? '',
    target: redemption?.target?.name ?? '',
    time: redemption?.target === undefined ? '' : durationInWords(redemption.target.seconds * 1_000),
  };
}

/** What someone may buy, the cheapest first, with what it costs them. */
function rewardsInWords(
  world: RedeemWorld,
  { viewer, roles, at }: Pick<RewardValuesOf, 'viewer' | 'roles' | 'at'>,
): string {
  const wish = { viewer, roles, paidBy: 'currency' } as const;
  const open = world.rewards
    .all()
    .filter((reward) => gateFault(world, reward, wish, at) === undefined && leftOf(reward, world) !== 0)
    .map((reward) => ({ name: reward.terms.name, price: priceFor(world, reward, wish) }))
    .sort((a, b) => a.price - b.price || a.name.localeCompare(b.name));
  if (open.length === 0) return 'nothing just now';
  const named = open
    .slice(0, LISTED)
    .map(({ name, price }) => `${name} (${amountOfCurrency(world.purse.settings, price)})`);
  const more = open.length - named.length;
  return `${named.join(', ')}${more > 0 ? `, and ${String(more)} more` : ''}`;
}
