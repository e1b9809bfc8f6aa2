import { occasionFor } from '../area/index.js';
import type { Occasion, World } from '../channel/index.js';
import { prepareLines } from '../chat/index.js';
import {
  amountOfCurrency,
  balancesOf,
  post,
  split,
  viewerAccount,
  type Entry,
  type PostedChange,
} from '../currency/index.js';
import { silenceOf } from '../guard/index.js';
import { budgetOfOne, checkStart, knownValues, textValues } from '../routines/index.js';
import { ALWAYS } from '../stream/index.js';
import { parseText, renderText } from '../text/index.js';
import type { Redemption } from './redemption.js';
import { returns } from './returning.js';
import { prepareReward, type PreparedReward, type RewardBody } from './reward.js';
import { settle } from './settling.js';
import type { RewardTerms } from './terms.js';
import type { Delivering, Delivery, Speaking } from './types.js';

/** Made ready once for each body. */
const ready = new WeakMap<RewardTerms, PreparedReward>();

/** A reward with the routine a purchase begins; undefined for one that was deleted. */
function preparedOf({ rewards }: World, id: string): PreparedReward | undefined {
  const reward = rewards.find(id);
  if (reward === undefined) return undefined;
  // Rewards come with their routines.
  const prepared = ready.get(reward.terms) ?? prepareReward(reward.id, reward.terms as RewardBody);
  ready.set(reward.terms, prepared);
  return prepared;
}

/**
 * Carries out a purchase that was paid: splits what is split, benches who is benched, and begins the
 * reward's routine, whose end says what happens to it. What cannot be carried out is returned; a line its
 * buyer has stays theirs.
 */
export function deliver(world: World, redemption: Redemption, about: Delivering): Delivery {
  const prepared = preparedOf(world, redemption.reward);
  if (prepared === undefined && redemption.line !== undefined)
    return { changes: settle(world, redemption.id, { failed: undefined, at: about.at }) };
  if (prepared === undefined) return failedDelivery(world, redemption, about, 'the reward was deleted');
  const shared = prepared.terms.gives === 'share' ? shareOut(world, prepared, redemption, about) : undefined;
  if (shared !== undefined && 'fault' in shared)
    return failedDelivery(world, redemption, about, shared.fault);
  const { checks, stopped } = checkStart(prepared.routine, ALWAYS, about.at, world);
  if (stopped) return failedDelivery(world, redemption, about, checks.at(-1)?.measure ?? '');
  const bench = benches(world, redemption, about.at);
  return {
    changes: [...(shared === undefined ? [] : [shared.change]), ...(bench?.changes ?? [])],
    effects: bench?.effects ?? [],
    begins: { routine: prepared.routine, occasion: occasionOf(prepared, redemption, about), checks },
  };
}

/** A purchase that cannot be carried out: the price goes back, and its buyer is told. @param note why */
export function failedDelivery(
  world: World,
  redemption: Redemption,
  about: Omit<Delivering, 'present'>,
  note: string,
): Delivery {
  const changes = returns(world.purse, redemption, { by: 'gully', at: about.at, note, lineBack: false });
  const lines = sayOf(world, redemption, { ...about, message: 'returned' });
  return { changes, effects: lines.length === 0 ? [] : [{ kind: 'say', lines }] };
}

/** One of the messages of a reward, ready to be said; no lines where it has none, or was deleted. */
export function sayOf(world: World, redemption: Redemption, { message, line, ...about }: Speaking): string[] {
  const prepared = preparedOf(world, redemption.reward);
  const parsed = prepared === undefined ? undefined : parseText(prepared.terms.says[message]);
  if (prepared === undefined || parsed === undefined || 'fault' in parsed)
    return line === undefined ? [] : prepareLines(line, false);
  // The purchase as it is here, whatever happens to it.
  const own = { ...world, rewards: { ...world.rewards, open: () => redemption } };
  const budget = budgetOfOne(world);
  const occasion = occasionOf(prepared, redemption, about);
  const values = textValues(occasion, own, {}, about.at, {}, (steps) => {
    budget.left -= steps;
  });
  const inputs = prepared.terms.asks.map(({ name }) => name);
  const { text } = renderText(parsed.text, {
    values: { ...values, reward: { ...(values.reward as () => object)(), line: line ?? '' } },
    known: knownValues(inputs, world),
    chance: world.chance,
    now: about.at,
    budgets: [budget],
  });
  // Whatever someone wrote around it, the buyer gets their line.
  const whole = line === undefined || text.includes(line) ? text : `${text} ${line}`;
  return prepareLines(whole, parsed.text.ownStart);
}

function occasionOf(
  { id, terms }: PreparedReward,
  redemption: Redemption,
  { viewer, at }: Pick<Delivering, 'viewer' | 'at'>,
): Occasion {
  const { answers, target } = redemption;
  const told = answers.filter((answer) => !answer.private);
  const benched = target === undefined ? undefined : { ...viewer, id: target.viewer, name: target.name };
  const occasion = occasionFor({
    cause: redemption.id,
    by: `the reward ${terms.name}`,
    title: terms.name,
    viewer,
    target: benched ?? viewer,
    inputs: Object.fromEntries(told.map(({ name, text }) => [name, text])),
    inputNames: terms.asks.map(({ name }) => name),
    typed: told.map(({ text }) => text ?? '').join(' '),
    at,
  });
  return { ...occasion, redemption: { id: redemption.id, reward: id } };
}

/** Splits what the reward splits among those present, as far as they may hold more. */
function shareOut(
  { purse }: World,
  { id, terms }: PreparedReward,
  redemption: Redemption,
  { viewer, present: all, at }: Delivering,
): { readonly change: PostedChange } | { readonly fault: string } {
  const present = all.filter(({ id: each }) => each !== viewer.id);
  if (present.length === 0) return { fault: 'nobody else was present' };
  const { cap } = purse.settings;
  const shares = split(terms.share, present.length);
  const entries: Entry[] = [];
  for (const [n, { id: each }] of present.entries()) {
    const has = purse.of(viewerAccount(each))?.balance;
    const most = cap === null || has === undefined ? Infinity : Math.max(0, cap - has);
    const amount = Math.min(shares[n] ?? 0, most);
    if (amount > 0 && has !== undefined) entries.push({ from: 'issued', to: viewerAccount(each), amount });
  }
  if (entries.length === 0) return { fault: 'nobody present may hold more' };
  return post(balancesOf(purse), entries, {
    key: `${redemption.id}:share`,
    cause: 'reward',
    reference: id,
    by: `viewer:${redemption.viewer}`,
    at,
    words: `splits ${amountOfCurrency(purse.settings, terms.share)} among ${String(present.length)} present`,
  });
}

/** The timeout someone bought, beside what holds them already. */
function benches(
  { guard }: World,
  { id, target, name, title, viewer }: Redemption,
  at: number,
): Pick<Delivery, 'changes' | 'effects'> | undefined {
  if (target === undefined) return undefined;
  const { seconds } = target;
  const given = [...guard.standingOf(target.viewer).given, { id, at, by: 'guard', seconds } as const];
  const silence = silenceOf(given, guard.prepared.settings.overlapping, at);
  const own = target.viewer === viewer;
  const reason = `Gully: ${title}${own ? '' : `, bought by ${name}`}`;
  const about = { id, viewer: target.viewer, name: target.name, reason };
  return {
    changes: [{ kind: 'moderated', act: 'person', ...about, at, by: name, does: 'bench', seconds }],
    effects:
      silence?.by === 'guard' && silence.until !== undefined
        ? [{ kind: 'silence', by: 'guard', ...about, until: silence.until }]
        : [],
  };
}
