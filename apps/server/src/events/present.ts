import { Injectable } from '@nestjs/common';
import { earnsNothing } from '@gully/core/currency';
import { viewerKey, type ViewerFacts } from '@gully/core/viewers';
import { ConnectionService } from '../chat/index.js';
import { ConnectionSettings } from '../connection/index.js';
import { ChannelWorld, SELF } from '../live/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';

/** Who is in the room, for what is shared among them. */
@Injectable()
export class Present {
  constructor(
    private readonly connection: ConnectionService,
    private readonly connectionSettings: ConnectionSettings,
    private readonly viewers: ViewersService,
    private readonly world: ChannelWorld,
  ) {}

  /** Everyone in the room, but for Gully. */
  seen(): Seen[] {
    const at = Date.now();
    const own = new Set([this.connection.self, viewerKey('', this.connectionSettings.room.nick)]);
    return this.connection.room
      .present()
      .filter(({ key }) => !own.has(key))
      .map(({ key, nick }) => ({ key, name: nick, role: 'viewer', at }));
  }

  /** Those of them who take part in the currency. */
  among(ids: readonly string[]): ViewerFacts[] {
    const { settings } = this.world.now().purse;
    return ids.flatMap((id) => {
      const viewer = id === SELF ? undefined : this.viewers.facts(id);
      return viewer === undefined || earnsNothing(settings, viewer) ? [] : [viewer];
    });
  }
}
