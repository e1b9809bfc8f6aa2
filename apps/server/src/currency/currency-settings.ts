import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import {
  currencyFaults,
  NO_CURRENCY,
  NO_RANKS,
  rankFaults,
  readCurrency,
  type CurrencySettings,
  type PurseView,
  type Ranks,
} from '@gully/core/currency';
import type { NamedViewer } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { LedgerStore } from '../ledger/index.js';
import { ChannelWorld, SELF } from '../live/index.js';
import { Problem } from '../problem/index.js';
import { SettingsService, type Setting, type SettingOf } from '../settings/index.js';
import { ViewersService, WatchTime } from '../viewers/index.js';
import { Places } from './places.js';

export const CURRENCY: SettingOf<CurrencySettings> = { name: 'currency', fallback: NO_CURRENCY };
export const RANKS: SettingOf<Ranks> = { name: 'ranks', fallback: NO_RANKS };

/** What the currency and its ranks are set to, and the channel's purse as decisions look at it. */
@Injectable()
export class CurrencySettingsService {
  private read: { readonly of: unknown; readonly value: CurrencySettings } | undefined;

  constructor(
    private readonly settings: SettingsService,
    private readonly viewers: ViewersService,
    private readonly activity: ActivityService,
    places: Places,
    ledger: LedgerStore,
    world: ChannelWorld,
    watchTime: WatchTime,
  ) {
    watchTime.countBy(() => this.currency.value.watchOffline);
    world.add('purse', {
      look: (): PurseView => ({
        settings: this.currency.value,
        ranks: this.ranks.value,
        of: (account) => ledger.of(account),
        place: (balance) => places.of(balance),
        top: () => places.top(),
      }),
      prepare: async ({ viewers: about }) => {
        if (this.currency.value.enabled) await ledger.load([SELF, ...about]);
      },
    });
  }

  /** Settings of before a part of them existed have it as in a channel without a currency. */
  get currency(): Setting<CurrencySettings> {
    const { value, version } = this.settings.get(CURRENCY);
    if (this.read?.of !== value) this.read = { of: value, value: readCurrency(value) };
    return { value: this.read.value, version };
  }

  get ranks(): Setting<Ranks> {
    return this.settings.get(RANKS);
  }

  /** When ranks were last set, in UTC milliseconds. */
  get ranksSince(): number {
    return this.settings.changedAt(RANKS) ?? 0;
  }

  /** @throws Problem 422 with the faults by their places; 409 when someone else was first */
  async setCurrency(given: unknown, version: number, actor: Actor): Promise<Setting<CurrencySettings>> {
    const value = readCurrency(given);
    refuse(currencyFaults(value), 'The currency is not changed');
    const saved = await this.settings.set(CURRENCY, await this.bound(value), version, actor);
    const { enabled, many, payout } = saved.value;
    const told = enabled
      ? `pays ${String(payout.live)} ${many} every ${String(payout.every)} min`
      : 'switched off';
    this.activity.record('changed', 'Currency', told, actor);
    return saved;
  }

  async setRanks(given: Ranks, version: number, actor: Actor): Promise<Setting<Ranks>> {
    const ranks = given.ranks.map((rank) => ({ ...rank, id: rank.id === '' ? randomUUID() : rank.id }));
    const value = { by: given.by, ranks };
    refuse(rankFaults(value), 'The ranks are not changed');
    const saved = await this.settings.set(RANKS, value, version, actor);
    this.activity.record('changed', 'Ranks', `changed: there are ${String(ranks.length)}`, actor);
    return saved;
  }

  /** With the viewers it names bound to who they are. */
  private async bound(settings: CurrencySettings): Promise<CurrencySettings> {
    const { never, regular } = settings;
    const bound = await this.viewers.bind([...never, ...regular.always]);
    const bind = (each: NamedViewer): NamedViewer => bound.get(each) ?? each;
    return { ...settings, never: never.map(bind), regular: { ...regular, always: regular.always.map(bind) } };
  }
}

function refuse(faults: Readonly<Record<string, string>>, title: string): void {
  const words = [...new Set(Object.values(faults))];
  if (words.length > 0)
    throw new Problem(422, title, `${words.slice(0, 3).join('. ')}. Your changes are kept on this page.`, {
      fields: { ...faults },
    });
}
