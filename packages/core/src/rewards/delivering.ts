import type { SayEffect } from '../area/index.js';
import type { Change, Occasion, World } from '../channel/index.js';
import { prepareLines } from '../chat/index.js';
import {
  balancesOf,
  post,
  POSTED,
  split,
  viewerAccount,
  amountOfCurrency,
  type Entry,
  type PostedChange,
} from '../currency/index.js';
import { silenceOf, type GuardEffect, type PersonActChange } from '../guard/index.js';
import { Layers } from '../layers/index.js';
import { returns } from './returning.js';
import type { Redemption, RedemptionChange } from './redemption.js';
import type { RewardMessage } from './terms.js';
import { begin, checkStart, knownValues, textValues, budgetOfOne, type Started } from '../routines/index.js';
import { ALWAYS } from '../stream/index.js';
import { parseText, renderText } from '../text/index.js';
import type { ViewerFacts } from '../viewers/index.js';
import type { PreparedReward } from './reward.js';

/** What carrying out a purchase comes to. */
export interface Delivery {
  readonly changes: readonly (Change | PersonActChange | RedemptionChange)[];
  /** beside those of what was started */
  readonly effects: readonly (GuardEffect | SayEffect)[];
  readonly started: readonly Started[];
}

export interface Delivering {
  /** the buyer */
  readonly viewer: ViewerFacts;
  /** UTC milliseconds */
  readonly at: number;
  /** those among whom it may be split, the buyer not among them */
  readonly present: readonly ViewerFacts[];
}

/**
 * Carries out a purchase that was paid: splits what is split, benches who is benched, and begins the
 * reward's routine, whose end says what becomes of it. What cannot be carried out is returned.
 */
export function deliver(
  world: World,
  prepared: PreparedReward,
  redemption: Redemption,
  about: Delivering,
): Delivery {
  const shared = prepared.terms.gives === 'share' ? shareOut(world, prepared, redemption, about) : undefined;
  if (shared !== undefined && 'fault' in shared)
    return failedDelivery(world, prepared, redemption, { ...about, note: shared.fault });
  const { checks, stopped } = checkStart(prepared.routine, ALWAYS, about.at, world);
  if (stopped) {
    const note = checks.at(-1)?.measure ?? '';
    return failedDelivery(world, prepared, redemption, { ...about, note });
  }
  const bench = benches(world, redemption, about.at);
  const first = shared === undefined ? [] : [shared.change];
  const occasion = occasionOf(prepared, redemption, about);
  const started = begin(prepared.routine, occasion, withPosted(world, first), checks);
  return {
    changes: [...first, ...(bench?.changes ?? []), ...started.changes],
    effects: bench?.effects ?? [],
    started: [started],
  };
}

/** The world once something was posted. */
function withPosted(world: World, posted: readonly PostedChange[]): World {
  if (posted.length === 0) return world;
  const layers = new Layers<World, PostedChange>({ posted: POSTED });
  const over = layers.over(world);
  for (const change of posted) layers.apply(change, over);
  return over;
}

/** A purchase that cannot be carried out: the price goes back, and its buyer is told. */
export function failedDelivery(
  world: World,
  prepared: PreparedReward,
  redemption: Redemption,
  { note, lineBack = false, ...about }: Delivering & { readonly note: string; readonly lineBack?: boolean },
): Delivery {
  const changes = returns(world.purse, redemption, { by: 'gully', at: about.at, note, lineBack });
  const lines = sayOf(world, prepared, redemption, { ...about, message: 'returned' });
  return { changes, effects: lines.length === 0 ? [] : [{ kind: 'say', lines }], started: [] };
}

/** One of the messages of a reward, ready to be said; no lines where it has none. */
export function sayOf(
  world: World,
  prepared: PreparedReward,
  redemption: Redemption,
  { message, line, ...about }: Delivering & { readonly message: RewardMessage; readonly line?: string },
): string[] {
  const parsed = parseText(prepared.terms.says[message]);
  if ('fault' in parsed) return line === undefined ? [] : prepareLines(line, false);
  // The purchase as it is here, whatever becomes of it.
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
  // Whatever somebody wrote around it, the buyer gets their line.
  const whole = line === undefined || text.includes(line) ? text : `${text} ${line}`;
  return prepareLines(whole, parsed.text.ownStart);
}

function occasionOf(
  { id, terms }: PreparedReward,
  redemption: Redemption,
  { viewer, at }: Delivering,
): Occasion {
  const { answers, target } = redemption;
  const told = answers.filter((answer) => !answer.private);
  const benched = target === undefined ? undefined : { ...viewer, id: target.viewer, name: target.name };
  return {
    cause: redemption.id,
    by: `the reward ${terms.name}`,
    viewer,
    roles: viewer.roles,
    target: benched ?? viewer,
    inputs: Object.fromEntries(told.map(({ name, text }) => [name, text])),
    inputNames: terms.asks.map(({ name }) => name),
    typed: told.map(({ text }) => text ?? '').join(' '),
    line: undefined,
    command: { name: terms.name, uses: 0, usesByViewer: 0 },
    event: undefined,
    redemption: { id: redemption.id, reward: id },
    at,
  };
}

/** Splits what the reward splits among those present, as far as they may hold more. */
function shareOut(
  { purse }: World,
  { id, terms }: PreparedReward,
  redemption: Redemption,
  { present, at }: Delivering,
): { readonly change: PostedChange } | { readonly fault: string } {
  if (present.length === 0) return { fault: 'nobody else was present' };
  const { cap } = purse.settings;
  const shares = split(terms.share, present.length);
  const entries: Entry[] = [];
  for (const [n, { id: viewer }] of present.entries()) {
    const has = purse.of(viewerAccount(viewer))?.balance;
    const most = cap === null || has === undefined ? Infinity : Math.max(0, cap - has);
    const amount = Math.min(shares[n] ?? 0, most);
    if (amount > 0 && has !== undefined) entries.push({ from: 'issued', to: viewerAccount(viewer), amount });
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

/** The timeout somebody bought, beside what holds them already. */
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
