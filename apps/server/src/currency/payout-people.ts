import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import type { PresentViewer } from '@gully/core/currency';
import { viewerKey } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { LedgerStore } from '../ledger/index.js';
import { SELF } from '../live/index.js';
import { MessagesService } from '../messages/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { CurrencySettingsService } from './currency-settings.js';

/** Who is paid: those in the room, their roles as last seen, and whether they wrote since the last payout. */
@Injectable()
export class PayoutPeople implements OnModuleInit {
  /** roles as last seen with a message; what is stored of a viewer is the strongest alone */
  private readonly roles = new Map<string, readonly Role[]>();
  private readonly wrote = new Set<string>();

  constructor(
    private readonly settings: CurrencySettingsService,
    private readonly ledger: LedgerStore,
    private readonly connection: ConnectionService,
    private readonly connectionSettings: ConnectionSettings,
    private readonly viewers: ViewersService,
    private readonly messages: MessagesService,
  ) {}

  onModuleInit(): void {
    this.messages.subscribe(({ viewer, roles }, removed) => {
      if (viewer === SELF || !this.settings.currency.value.enabled) return;
      this.roles.set(viewer, roles);
      // What the guard took out earns nothing.
      if (!removed) this.wrote.add(viewer);
    });
  }

  /** @param now UTC milliseconds */
  present(now: number): Seen[] {
    return this.connection.room
      .present()
      .filter(({ key, nick }) => !this.isSelf(key, nick))
      .map(({ key, nick }): Seen => ({ key, name: nick, role: 'viewer', at: now }));
  }

  /**
   * What a payout must know of one of them; undefined for a bot or someone without an account.
   *
   * @param paidAt when was paid last, UTC milliseconds; 0 for never
   */
  personOf(id: string, name: string, paidAt: number): PresentViewer | undefined {
    const viewer = this.viewers.facts(id);
    if (viewer === undefined || this.ledger.of(`viewer:${id}`) === undefined) return undefined;
    const row = this.viewers.known(id);
    const roles = this.roles.get(id) ?? [
      ...viewer.roles,
      ...(viewer.subscribedMonths > 0 ? (['subscriber'] as const) : []),
    ];
    const active = this.wrote.has(id) || (row?.lastWrote ?? 0) > paidAt;
    return {
      viewer: { ...viewer, name },
      roles,
      tier: viewer.subscribedTier,
      active: paidAt > 0 ? active : this.wrote.has(id),
    };
  }

  /** From here on, only what they write next counts. */
  paid(): void {
    this.wrote.clear();
  }

  private isSelf(key: string, nick: string): boolean {
    return key === this.connection.self || key === viewerKey(nick, this.connectionSettings.room.nick);
  }
}
