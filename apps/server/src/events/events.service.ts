import { Injectable } from '@nestjs/common';
import { strongestRole } from '@gully/core/chat';
import { amountInWords, minorUnits } from '@gully/core/currency';
import { LATE_MS } from '@gully/core/area';
import { ConnectionService } from '../chat/index.js';
import { Database, newId } from '../database/index.js';
import { SettingsService } from '../settings/index.js';
import { StreamService } from '../stream/index.js';
import type { Seen } from '../viewers/index.js';
import { ChannelEvents } from './channel-events.js';
import { LATE_EVENTS } from './late.js';
import { markTaken, wasTaken, type Receipt } from './outside-events.js';
import { TYPE_PREFIX, type CloudEvent, type EventPerson, type EventType } from './cloud-event.js';

/** What came of an event. */
export type EventReceipt = Receipt | 'late';

/** Takes events from outside, each once however often it comes; answered when what they do is on disk. */
@Injectable()
export class EventsService {
  constructor(
    private readonly database: Database,
    private readonly stream: StreamService,
    private readonly events: ChannelEvents,
    private readonly connection: ConnectionService,
    private readonly settings: SettingsService,
  ) {}

  async take(given: CloudEvent): Promise<EventReceipt> {
    const now = Date.now();
    const kind = given.type.slice(TYPE_PREFIX.length) as EventType;
    if (kind === 'live' || kind === 'offline') return this.turnOfStream(given, kind === 'live', now);
    const { viewer, count, currency = 'EUR', tier, message, recipient } = given.data;
    const amount = kind === 'tip' ? amountInWords(count, currency) : '';
    const minor = kind === 'tip' ? minorUnits(currency) : undefined;
    const { source, id } = given;
    const happened = Math.min(now, given.time === undefined ? now : Date.parse(given.time));
    const late = now - happened >= LATE_MS ? now - happened : undefined;
    const starts = late === undefined || this.settings.get(LATE_EVENTS).value === 'told';
    return this.events.take({
      source,
      id,
      starts,
      byHand: given.byhand,
      event: { id: newId(now), kind, at: now, count, amount, message, recipient, tier, minor, late },
      who:
        viewer === undefined
          ? undefined
          : { ...this.seenOf(viewer, now), ...standingBy(kind, count, tier, happened) },
      roles: viewer?.roles ?? [],
    });
  }

  /** Who did it, identified as when they write. */
  private seenOf({ name, account, roles = [] }: EventPerson, at: number): Seen {
    return { key: this.connection.identityOf(name, account), name, role: strongestRole(roles), at };
  }

  /** Marked as taken once it was; told twice, a stream is no more live than told once. */
  private async turnOfStream(event: CloudEvent, live: boolean, now: number): Promise<EventReceipt> {
    if (await wasTaken(this.database.read, event)) return 'known';
    const { time } = event;
    const held = await this.stream.told(live, Math.min(now, time === undefined ? now : Date.parse(time)));
    await this.database.write((manager) => markTaken(manager, event, now));
    return held ? 'taken' : 'late';
  }
}

/** What an event says of a viewer that the chat server may not. */
function standingBy(kind: EventType, count: number, tier: number | undefined, at: number): Partial<Seen> {
  if (kind === 'follow') return { followedSince: at };
  if (kind === 'subscribed') return { subscribedTier: tier };
  return kind === 'renewed' ? { subscribedMonths: count, subscribedTier: tier } : {};
}
