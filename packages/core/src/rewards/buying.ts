import { hasAtLeast, ROLE_NAMES } from '../chat/index.js';
import {
  amountOfCurrency,
  balancesOf,
  costFor,
  move,
  holderStandingOf,
  viewerAccount,
  type PostedChange,
} from '../currency/index.js';
import { checkWhen } from '../stream/index.js';
import { durationInWords } from '../text/index.js';
import { isAnswered, readAnswers } from './answers.js';
import { readBench } from './bench.js';
import { happens, type Redemption } from './redemption.js';
import { nextLine } from './stock.js';
import {
  countedFrom,
  type AskedOfRewards,
  type Purchase,
  type RedeemWorld,
  type Reward,
  type Wish,
} from './view.js';

/** What the price of a purchase is taken by: one posting for each, so that nothing is paid twice. */
export const priceKey = (redemption: string): string => `${redemption}:price`;

/**
 * Decides a purchase as one: check, charge, reserve, record. Nothing of it is carried out yet: a
 * purchase that is `bought` is then delivered, one that is `asked` waits for its buyer's answers.
 */
export function buy(world: RedeemWorld, reward: Reward, wish: Wish, asked: AskedOfRewards): Purchase {
  const { terms } = reward;
  const { viewer } = wish;
  const refused = gateFault(world, reward, wish, asked.at) ?? limitFault(world, reward, wish, asked.at);
  if (refused !== undefined) return { fault: refused };
  const benched = terms.gives === 'bench' ? readBench(terms.bench, wish, world, asked.at) : undefined;
  if (benched !== undefined && 'fault' in benched) return benched;
  const noBench = benched === undefined ? undefined : world.guard.powerless();
  if (noBench !== undefined) return { fault: noBench };
  // What is typed after a bench is who and how long.
  const read = readAnswers(terms.asks, benched === undefined ? wish.typed : '');
  if ('fault' in read) return read;
  const list = terms.gives === 'line' ? world.lists.find(terms.list) : undefined;
  const text = list === undefined ? undefined : nextLine(list, world.rewards);
  if (terms.gives === 'line' && text === undefined) return { fault: `${terms.name} is sold out` };
  const price = benched?.price ?? priceFor(world, reward, wish);
  const redemption: Redemption = {
    id: asked.mark,
    reward: reward.id,
    title: terms.name,
    gives: terms.gives,
    viewer: viewer.id,
    name: viewer.name,
    price,
    paidBy: wish.paidBy,
    state: isAnswered(read.answers) ? 'bought' : 'asked',
    at: asked.at,
    since: asked.at,
    answers: read.answers,
    ...(text === undefined ? {} : { line: { list: terms.list, text } }),
    ...(benched === undefined
      ? {}
      : {
          target: {
            viewer: benched.target.id,
            name: benched.target.name,
            seconds: benched.length.seconds,
          },
        }),
    note: '',
  };
  const charged = charge(world, redemption, asked);
  if (charged !== undefined && 'fault' in charged) return charged;
  return {
    redemption,
    changes: [...(charged === undefined ? [] : [charged.change]), happens('bought', redemption, asked)],
  };
}

/** What a reward costs someone, in whole units; what only a bench of a certain length costs aside. */
export function priceFor(
  { purse }: Pick<RedeemWorld, 'purse'>,
  { terms }: Reward,
  { viewer, roles, paidBy }: Pick<Wish, 'viewer' | 'roles' | 'paidBy'>,
): number {
  if (paidBy !== 'currency') return 0;
  if (terms.gives === 'bench') return terms.bench.lengths.find(({ price }) => price !== null)?.price ?? 0;
  return costFor(terms.cost, roles, holderStandingOf(purse, viewer, roles)?.regular ?? false);
}

/** Who may buy it, and when. */
export function gateFault(
  world: RedeemWorld,
  { terms }: Reward,
  { viewer, roles }: Pick<Wish, 'viewer' | 'roles'>,
  at: number,
): string | undefined {
  const { name, lowestRole, rank } = terms;
  if (!terms.enabled) return `${name} is not for sale at the moment`;
  const closed = checkWhen(terms.when, world.stream, at, world.timeZone).find(({ holds }) => !holds);
  if (closed !== undefined) return `${name}: ${closed.rule.charAt(0).toLowerCase()}${closed.rule.slice(1)}`;
  if (!hasAtLeast(roles, lowestRole)) return `${name} is for ${ROLE_NAMES[lowestRole].toLowerCase()}s and up`;
  if (rank === '') return undefined;
  const needed = world.purse.ranks.ranks.find((each) => each.id === rank);
  const ranks = holderStandingOf(world.purse, viewer, roles)?.ranks ?? [];
  return needed === undefined || ranks.some((each) => each.id === rank)
    ? undefined
    : `${name} is for those who have reached ${needed.name}`;
}

/** Cooldowns and stock. */
function limitFault(
  world: RedeemWorld,
  { id, terms }: Reward,
  { viewer }: Wish,
  at: number,
): string | undefined {
  const { name, stock } = terms;
  const { stream } = world;
  const since = countedFrom(world);
  const sales = world.rewards.sales(id);
  const wait = Math.max(
    waitFor(sales.last(), terms.cooldown, at),
    waitFor(sales.last(viewer.id), terms.viewerCooldown, at),
  );
  const within = (most: number | null, sold: () => number): boolean => most === null || sold() < most;
  if (!within(stock.all, () => sales.count(0))) return `${name} is sold out`;
  if (!within(stock.stream, () => sales.count(since))) return `${name} is sold out for this stream`;
  if (!within(stock.viewer, () => sales.count(0, viewer.id)))
    return stock.viewer === 1 ? `you already bought ${name}` : `you cannot buy ${name} again`;
  if (!within(stock.viewerStream, () => sales.count(since, viewer.id)))
    return `you had ${name} already ${stream.live ? 'in this stream' : 'in the last stream'}`;
  return wait > 0 ? `${name} is available again in ${durationInWords(wait)}` : undefined;
}

/** Milliseconds left; a sale later than now was told by another clock. */
function waitFor(last: number | undefined, seconds: number, at: number): number {
  return last === undefined || last > at ? 0 : Math.max(0, last + seconds * 1_000 - at);
}

/** Takes the price; undefined where it costs nothing. */
function charge(
  { purse }: RedeemWorld,
  { id, reward, title, viewer, name, price }: Redemption,
  { by, at }: AskedOfRewards,
): { readonly change: PostedChange } | { readonly fault: string } | undefined {
  if (price === 0) return undefined;
  const { settings } = purse;
  if (!settings.enabled) return { fault: `${title} costs ${settings.many}, and there is none here` };
  const has = purse.of(viewerAccount(viewer))?.balance;
  if (has !== undefined && has < price)
    return {
      fault: `${title} costs ${amountOfCurrency(settings, price)}; you have ${amountOfCurrency(settings, has)}`,
    };
  return move(
    balancesOf(purse),
    { from: viewerAccount(viewer), to: 'spent', amount: price },
    {
      key: priceKey(id),
      cause: 'reward',
      reference: reward,
      by,
      at,
      words: `takes ${amountOfCurrency(settings, price)} from ${name} for ${title}`,
    },
  );
}
