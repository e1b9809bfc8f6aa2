import { Injectable } from '@nestjs/common';
import { earnsNothing } from '@gully/core/currency';
import type { Redemption } from '@gully/core/rewards';
import { viewerKey, type ViewerFacts } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { Database } from '../database/index.js';
import { ChannelWorld, SELF } from '../live/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { redemptionFrom, SELECT_REDEMPTIONS, type StoredRedemption } from './redemption-rows.js';

/** Who a purchase is about, beside its buyer. */
@Injectable()
export class Company {
  constructor(
    private readonly connection: ConnectionService,
    private readonly connectionSettings: ConnectionSettings,
    private readonly viewers: ViewersService,
    private readonly world: ChannelWorld,
    private readonly database: Database,
  ) {}

  /** Everybody in the room, but for Gully. */
  here(): Seen[] {
    const at = Date.now();
    const own = new Set([this.connection.self, viewerKey('', this.connectionSettings.room.nick)]);
    return this.connection.room
      .present()
      .filter(({ key }) => !own.has(key))
      .map(({ key, nick }) => ({ key, name: nick, role: 'viewer', at }));
  }

  /** Those of them among whom something is split. */
  among(ids: readonly string[], buyer: string): ViewerFacts[] {
    const { settings } = this.world.now().purse;
    return ids.flatMap((id) => {
      const viewer = id === buyer || id === SELF ? undefined : this.viewers.facts(id);
      return viewer === undefined || earnsNothing(settings, viewer) ? [] : [viewer];
    });
  }

  /** A purchase, however long ago. */
  async find(id: string): Promise<Redemption | undefined> {
    const [found] = await this.findAll([id]);
    return found;
  }

  async findAll(ids: readonly string[]): Promise<Redemption[]> {
    const rows = await this.database.read.query<StoredRedemption[]>(
      `${SELECT_REDEMPTIONS} WHERE r.id IN (SELECT value FROM json_each(?)) ORDER BY r.at, r.id`,
      [JSON.stringify(ids)],
    );
    return rows.map(redemptionFrom);
  }
}
