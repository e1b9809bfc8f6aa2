import { payoutHundredths, type Payee } from './payout.js';
import type { CurrencySettings } from './settings.js';

/** Who an hour is told for, in the order of the table. */
export const WATCHERS = ['viewer', 'active', 'regular', 'subscriber', 'moderator'] as const;
export type Watcher = (typeof WATCHERS)[number];

export const WATCHER_NAMES: Readonly<Record<Watcher, string>> = {
  viewer: 'A viewer who only watches',
  active: 'A viewer who talks',
  regular: 'A regular',
  subscriber: 'A subscriber',
  moderator: 'A moderator',
};

/** Units, rounded down as they are paid. */
export interface HourWorth {
  readonly watcher: Watcher;
  readonly least: number;
  readonly most: number;
}

const SILENT: Payee = { roles: [], tier: 1, regular: false, active: false };
const RANGE: Readonly<Record<Watcher, readonly [least: Payee, most: Payee]>> = {
  viewer: [SILENT, SILENT],
  active: [
    { ...SILENT, active: true },
    { ...SILENT, active: true },
  ],
  regular: [
    { ...SILENT, regular: true },
    { ...SILENT, regular: true, active: true },
  ],
  subscriber: [
    { ...SILENT, roles: ['subscriber'] },
    { ...SILENT, roles: ['subscriber'], tier: 3, active: true },
  ],
  moderator: [
    { ...SILENT, roles: ['moderator'] },
    { ...SILENT, roles: ['moderator'], active: true },
  ],
};

/**
 * What an hour of a live stream pays at the least and at the most: silent or talking all the while,
 * on the lowest or the highest tier, and with one payout more where they do not divide the hour.
 */
export function hourWorth(settings: CurrencySettings): HourWorth[] {
  const { every } = settings.payout;
  const [fewest, most] = [Math.floor(60 / every), Math.ceil(60 / every)];
  return WATCHERS.map((watcher) => {
    const [low, high] = RANGE[watcher];
    return {
      watcher,
      least: Math.floor((payoutHundredths(settings, low, true) * fewest) / 100),
      most: Math.floor((payoutHundredths(settings, high, true) * most) / 100),
    };
  });
}

/**
 * Minutes of a live stream after which someone can afford a price, rounded up; undefined where
 * they earn nothing by watching.
 *
 * @param watcher an ordinary viewer, who only watches, when left out
 */
export function minutesFor(
  settings: CurrencySettings,
  price: number,
  watcher: Watcher = 'viewer',
): number | undefined {
  const each = payoutHundredths(settings, RANGE[watcher][0], true);
  if (each === 0) return undefined;
  return Math.ceil((price * 100) / each) * settings.payout.every;
}
