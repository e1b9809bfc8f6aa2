import { characterCount } from '../text/index.js';
import type { NamedViewer } from '../viewers/index.js';

/** What a bonus adds to a payout: whole units, or the base times a factor in hundredths (150: half as much again). */
export interface Bonus {
  readonly how: 'amount' | 'factor';
  readonly value: number;
}

/** Amounts for the three tiers of a subscription. */
export type ByTier<T> = readonly [T, T, T];

export interface CurrencySettings {
  /** while off, nothing is paid, nothing costs and nobody has a balance */
  readonly enabled: boolean;
  /** one unit, and several: `1 flint`, `40 flint` */
  readonly one: string;
  readonly many: string;
  /** stands before an amount where there is little room */
  readonly mark: string;
  readonly payout: {
    /** minutes between payouts, 1 to 60 */
    readonly every: number;
    /** units while live, and while offline */
    readonly live: number;
    readonly offline: number;
  };
  readonly bonuses: {
    /** for having written since the last payout */
    readonly active: Bonus;
    readonly vip: Bonus;
    readonly regular: Bonus;
    readonly moderator: Bonus;
    readonly subscriber: ByTier<Bonus>;
  };
  /** time in the room counts as watch time while offline too */
  readonly watchOffline: boolean;
  /** a viewer with several roles gets the bonuses of all of them, or the best */
  readonly severalRoles: 'all' | 'best';
  readonly events: {
    /** the first time ever */
    readonly follow: number;
    readonly subscribed: ByTier<number>;
    readonly renewed: ByTier<number>;
    /** for each subscription gifted */
    readonly gifted: number;
    readonly raid: number;
    /** for each person in the raid */
    readonly raider: number;
    /** for each 100 tokens */
    readonly cheer: number;
    /** for each unit of money */
    readonly tip: number;
  };
  /** viewers beside bots, the ignored and the streamer who earn nothing */
  readonly never: readonly NamedViewer[];
  readonly regular: {
    /** hours of watch time, or units earned, that make someone a regular; null for never */
    readonly hours: number | null;
    readonly earned: number | null;
    readonly always: readonly NamedViewer[];
  };
  /** viewers giving to each other */
  readonly sharing: {
    readonly enabled: boolean;
    readonly least: number;
    /** null for no limit */
    readonly most: number | null;
    /** percent of what is given that is lost on the way, 0 to 90 */
    readonly fee: number;
    /** seconds */
    readonly cooldown: number;
    /** minutes someone must have watched before */
    readonly watched: number;
  };
  /** the most a payout or an event fills a balance to; null for no limit */
  readonly cap: number | null;
}

/** The most an amount in the settings may be. */
export const AMOUNT_MOST = 1_000_000;
/** The most a balance may be capped at. */
export const CAP_MOST = 1_000_000_000_000;
/** Factors in hundredths: no less than the base, at most 100 times it. */
export const FACTOR_LEAST = 100;
export const FACTOR_MOST = 10_000;
export const FEE_MOST = 90;
export const PAYOUT_MINUTES_MOST = 60;
const NAME_MOST = 30;
const MARK_MOST = 4;
const NAMED_MOST = 200;

export const NO_BONUS: Bonus = { how: 'amount', value: 0 };

/** A channel without a currency; what the page begins with when one is set up. */
export const NO_CURRENCY: CurrencySettings = {
  enabled: false,
  one: 'point',
  many: 'points',
  mark: '',
  payout: { every: 10, live: 10, offline: 0 },
  bonuses: {
    active: { how: 'amount', value: 5 },
    vip: NO_BONUS,
    regular: NO_BONUS,
    moderator: NO_BONUS,
    subscriber: [NO_BONUS, NO_BONUS, NO_BONUS],
  },
  watchOffline: false,
  severalRoles: 'best',
  events: {
    follow: 0,
    subscribed: [0, 0, 0],
    renewed: [0, 0, 0],
    gifted: 0,
    raid: 0,
    raider: 0,
    cheer: 0,
    tip: 0,
  },
  never: [],
  regular: { hours: null, earned: null, always: [] },
  sharing: { enabled: false, least: 1, most: null, fee: 0, cooldown: 60, watched: 0 },
  cap: null,
};

/** Settings as they were stored or sent; what is not there is as in a channel without a currency. */
export function readCurrency(given: unknown): CurrencySettings {
  return over(NO_CURRENCY, given) as CurrencySettings;
}

/** `given` where it has what `base` has, part by part; lists and what is not an object are taken whole. */
function over(base: unknown, given: unknown): unknown {
  if (given === undefined) return base;
  if (!isRecord(base) || !isRecord(given)) return given;
  return Object.fromEntries(Object.entries(base).map(([key, value]) => [key, over(value, given[key])]));
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** What is wrong with settings, by place (`payout.every`); empty when nothing is. */
export function currencyFaults(settings: CurrencySettings): Record<string, string> {
  const faults: Record<string, string> = {};
  const { one, many, mark, payout, bonuses, events, regular, sharing, cap } = settings;
  const whole = (place: string, value: unknown, least: number, most: number): void => {
    if (!(Number.isSafeInteger(value) && Number(value) >= least && Number(value) <= most))
      faults[place] =
        `Give a whole number from ${least.toLocaleString('en')} to ${most.toLocaleString('en')}`;
  };
  const wholeOrNone = (place: string, value: unknown, least: number, most: number): void => {
    if (value !== null) whole(place, value, least, most);
  };
  for (const [place, name] of Object.entries({ one, many }))
    if (!isName(name))
      faults[place] = `Give it a name of 1 to ${String(NAME_MOST)} characters, without line breaks`;
  if (typeof mark !== 'string' || characterCount(mark) > MARK_MOST || /\s/u.test(mark))
    faults.mark = `A mark has at most ${String(MARK_MOST)} characters and no spaces`;
  if (typeof settings.watchOffline !== 'boolean') faults.watchOffline = 'Choose yes or no';
  whole('payout.every', payout.every, 1, PAYOUT_MINUTES_MOST);
  whole('payout.live', payout.live, 0, AMOUNT_MOST);
  whole('payout.offline', payout.offline, 0, AMOUNT_MOST);
  for (const [name, bonus] of Object.entries(bonuses as Readonly<Record<string, Bonus | ByTier<Bonus>>>))
    for (const [n, each] of threeOrOne(bonus).entries()) {
      const place = `bonuses.${name}${Array.isArray(bonus) ? `.${String(n)}` : ''}`;
      if (!isRecord(each)) faults[place] = 'Give an amount or a factor';
      else if (each.how === 'factor') whole(place, each.value, FACTOR_LEAST, FACTOR_MOST);
      else whole(place, each.value, 0, AMOUNT_MOST);
    }
  for (const [name, amount] of Object.entries(events as Readonly<Record<string, number | ByTier<number>>>))
    for (const [n, each] of threeOrOne(amount).entries())
      whole(`events.${name}${Array.isArray(amount) ? `.${String(n)}` : ''}`, each, 0, AMOUNT_MOST);
  wholeOrNone('regular.hours', regular.hours, 1, 100_000);
  wholeOrNone('regular.earned', regular.earned, 1, CAP_MOST);
  whole('sharing.least', sharing.least, 1, AMOUNT_MOST);
  wholeOrNone('sharing.most', sharing.most, 1, CAP_MOST);
  if (sharing.most !== null && faults['sharing.most'] === undefined && sharing.most < sharing.least)
    faults['sharing.most'] = 'The most is less than the least';
  whole('sharing.fee', sharing.fee, 0, FEE_MOST);
  whole('sharing.cooldown', sharing.cooldown, 0, 86_400);
  whole('sharing.watched', sharing.watched, 0, 100_000);
  wholeOrNone('cap', cap, 1, CAP_MOST);
  if (!['all', 'best'].includes(settings.severalRoles)) faults.severalRoles = 'Choose all, or only the best';
  for (const [place, named] of Object.entries({ never: settings.never, 'regular.always': regular.always }))
    if (!areNames(named)) faults[place] = `Name at most ${String(NAMED_MOST)} viewers, each by one word`;
  return faults;
}

function threeOrOne<T>(value: T | ByTier<T>): readonly T[] {
  if (!Array.isArray(value)) return [value as T];
  const tiers = value as readonly T[];
  return [0, 1, 2].map((n) => tiers[n] as T);
}

function isName(name: unknown): boolean {
  return typeof name === 'string' && name.trim() === name && /^[^\p{C}{}%]{1,30}$/u.test(name);
}

function areNames(named: unknown): boolean {
  return (
    Array.isArray(named) &&
    named.length <= NAMED_MOST &&
    named.every((each) => isRecord(each) && typeof each.name === 'string' && /^\S{1,50}$/u.test(each.name))
  );
}
