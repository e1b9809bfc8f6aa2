import { ROLES } from '../chat/index.js';
import { ASK_TYPES, GIVES, REWARD_LIMITS, REWARD_MESSAGES, type Ask, type Bench } from './terms.js';
import { checkRoutine, textFault, type Faults, type Surroundings } from '../routines/index.js';
import { whenFault } from '../stream/index.js';
import { characterCount, durationInWords, foldName } from '../text/index.js';
import type { RewardBody } from './reward.js';

interface RewardSurroundings extends Surroundings {
  /** whether there is such a rank; left out where that is not asked */
  readonly hasRank?: (id: string) => boolean;
}

/** What is wrong with a reward, by place (`stock.all`, `bench.lengths.0.seconds`, `steps.0.texts.0`). */
export function rewardFaults(
  body: RewardBody,
  others: readonly Pick<RewardBody, 'name'>[],
  about: RewardSurroundings = {},
): Faults {
  const { cost, stock, gives, routine } = body;
  // A routine may be empty here: what is bought happens anyway, unless the routine is all there is.
  const faults: Faults = routine.steps.length === 0 ? {} : { ...checkRoutine(routine, about) };
  if (gives === 'routine' && routine.steps.length === 0)
    faults.steps = 'Add a step: what happens when someone buys it';
  const whole = (place: string, value: number | null, least: number, most: number): void => {
    if (value !== null && !(Number.isInteger(value) && value >= least && value <= most))
      faults[place] =
        `Give a whole number from ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;
  };
  Object.assign(faults, nameFaults(body, others));
  for (const role of ['base', 'subscriber', 'regular', 'moderator'] as const)
    whole(`cost.${role}`, cost[role], 0, REWARD_LIMITS.price);
  for (const of of ['all', 'stream', 'viewer', 'viewerStream'] as const)
    whole(`stock.${of}`, stock[of], 1, REWARD_LIMITS.stock);
  for (const of of ['cooldown', 'viewerCooldown'] as const)
    if (!(Number.isInteger(body[of]) && body[of] >= 0 && body[of] <= REWARD_LIMITS.cooldown))
      faults[of] = `A cooldown is whole seconds, up to ${durationInWords(REWARD_LIMITS.cooldown * 1_000)}`;
  if (!ROLES.includes(body.lowestRole)) faults.lowestRole = 'There is no such role';
  if (body.rank !== '' && about.hasRank?.(body.rank) === false)
    faults.rank = 'That rank was deleted; choose another';
  const when = whenFault(body.when);
  if (when !== undefined) faults.when = when;
  if (!GIVES.includes(gives)) faults.gives = 'Choose what it gives';
  if (body.picture !== '' && about.has?.('media', body.picture) === false)
    faults.picture = 'That picture was deleted; choose another';
  Object.assign(faults, givesFaults(body, about, whole), asksFaults(body.asks));
  whole('keepDays', body.keepDays, 0, REWARD_LIMITS.keepDays);
  for (const of of REWARD_MESSAGES) {
    const text = body.says[of];
    const fault = text.trim() === '' ? undefined : textFault(text);
    if (fault !== undefined) faults[`says.${of}`] = fault;
  }
  return faults;
}

type Whole = (place: string, value: number | null, least: number, most: number) => void;

/** What only some of the things it may give need. */
function givesFaults(
  { enabled, gives, list, warnAt, share, bench, asks }: RewardBody,
  about: Surroundings,
  whole: Whole,
): Faults {
  switch (gives) {
    case 'line':
      whole('warnAt', warnAt, 0, REWARD_LIMITS.stock);
      // What is not for sale may be set up later, as what came with a bundle is.
      if (list === '') return enabled ? { list: 'Choose the list its lines are handed out from' } : {};
      return about.has?.('list', list) === false ? { list: 'That list was deleted; choose another' } : {};
    case 'share':
      whole('share', share, 1, REWARD_LIMITS.price);
      return {};
    case 'bench':
      return benchFaults(bench, asks, whole);
    case 'routine':
    case 'hand-over':
      return {};
  }
}

function benchFaults({ lengths }: Bench, asks: readonly Ask[], whole: Whole): Faults {
  const faults: Faults = {};
  const { least, most } = REWARD_LIMITS.bench;
  const seen = new Set<number>();
  if (lengths.length === 0) faults['bench.lengths'] = 'Give at least one time';
  if (lengths.length > REWARD_LIMITS.lengths)
    faults['bench.lengths'] = `At most ${String(REWARD_LIMITS.lengths)} times`;
  for (const [n, { seconds, price, cheer, tip }] of lengths.entries()) {
    const at = `bench.lengths.${String(n)}`;
    if (!(Number.isInteger(seconds) && seconds >= least && seconds <= most))
      faults[`${at}.seconds`] = `Give ${durationInWords(least * 1_000)} to ${durationInWords(most * 1_000)}`;
    else if (seen.has(seconds)) faults[`${at}.seconds`] = 'That time is there twice';
    seen.add(seconds);
    whole(`${at}.price`, price, 0, REWARD_LIMITS.price);
    whole(`${at}.cheer`, cheer, 1, REWARD_LIMITS.price);
    whole(`${at}.tip`, tip, 1, REWARD_LIMITS.price);
    if (price === null && cheer === null && tip === null) faults[`${at}.price`] = 'Give it a price';
  }
  if (asks.some((ask) => !ask.private))
    faults.asks = 'What is typed after a bench is who and how long; ask for nothing else in chat';
  return faults;
}

function asksFaults(asks: readonly Ask[]): Faults {
  const faults: Faults = {};
  if (asks.length > REWARD_LIMITS.asks)
    faults.asks = `It asks for at most ${String(REWARD_LIMITS.asks)} things`;
  const seen = new Set<string>();
  let optional = false;
  for (const [n, ask] of asks.entries()) {
    const { name, type, choices, required } = ask;
    const at = `asks.${String(n)}`;
    if (!/^[a-z][a-z0-9_]{0,19}$/u.test(name))
      faults[`${at}.name`] = 'A name is small letters, digits and _, beginning with a letter, at most 20';
    else if (name === 'all' || seen.has(name)) faults[`${at}.name`] = `<${name}> is there already`;
    seen.add(name);
    if (!ASK_TYPES.includes(type)) faults[`${at}.type`] = 'Choose what it asks for';
    if (type === 'choice' && (choices.length < 2 || choices.length > REWARD_LIMITS.choices))
      faults[`${at}.choices`] = `Give 2 to ${String(REWARD_LIMITS.choices)} choices`;
    if (choices.some((choice) => !/^[^|\p{C}]{1,50}$/u.test(choice.trim()) || choice.trim() === ''))
      faults[`${at}.choices`] = 'A choice is 1 to 50 characters, without |';
    if (!ask.private && optional && required)
      faults[`${at}.required`] = `<${name}> cannot be required after one that is optional`;
    optional ||= !ask.private && !required;
  }
  return faults;
}

function nameFaults({ name, description }: RewardBody, others: readonly Pick<RewardBody, 'name'>[]): Faults {
  const faults: Faults = {};
  const trimmed = name.trim();
  if (trimmed === '' || characterCount(trimmed) > REWARD_LIMITS.name || /[\p{C}{}%|]/u.test(trimmed))
    faults.name = `Give it a name of 1 to ${String(REWARD_LIMITS.name)} characters, without { } % or |`;
  else if (!/[\p{L}\p{N}]/u.test(trimmed)) faults.name = 'A name has at least one letter or digit';
  else if (others.some((other) => foldName(other.name.trim()) === foldName(trimmed)))
    faults.name = `There is a reward called ${trimmed} already`;
  if (characterCount(description) > REWARD_LIMITS.description)
    faults.description = `At most ${String(REWARD_LIMITS.description)} characters`;
  return faults;
}
