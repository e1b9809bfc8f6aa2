import { Injectable } from '@nestjs/common';
import { strongestRole } from '@gully/core/chat';
import { amountInWords } from '@gully/core/currency';
import { EVENT_NAMES, type ChannelEvent } from '@gully/core/routines';
import { foldNick } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { Database, newId } from '../database/index.js';
import { Happenings, markTaken, wasTaken, type Receipt } from '../pipeline/index.js';
import { StreamService } from '../stream/index.js';
import type { Seen } from '../viewers/index.js';
import { TYPE_PREFIX, type CloudEvent, type EventPerson, type EventType } from './cloud-event.js';

/** What came of an event. */
export type EventReceipt = Receipt | 'late';

/** Takes events from outside, each once however often it comes; answered when what they do is on disk. */
@Injectable()
export class EventsService {
  constructor(
    private readonly database: Database,
    private readonly stream: StreamService,
    private readonly happenings: Happenings,
    private readonly activity: ActivityService,
  ) {}

  async take(given: CloudEvent): Promise<EventReceipt> {
    const now = Date.now();
    const kind = given.type.slice(TYPE_PREFIX.length) as EventType;
    if (kind === 'live' || kind === 'offline') return this.turnOfStream(given, kind === 'live', now);
    const { viewer, count, currency = 'EUR', message, recipient } = given.data;
    const amount = kind === 'tip' ? amountInWords(count, currency) : '';
    const { source, id } = given;
    return this.happenings.do({
      kind: 'outside',
      source,
      id,
      event: { id: newId(now), kind, at: now, count, amount, message, recipient },
      who: viewer === undefined ? undefined : seenOf(viewer, now),
      roles: viewer?.roles ?? [],
      tell: (event) => {
        this.activity.tell('event', event.viewer.name, eventInWords(event));
      },
    });
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

/** Who did it, as viewers are identified. */
function seenOf({ name, account = name, roles = [] }: EventPerson, at: number): Seen {
  return { key: foldNick(account), name, role: strongestRole(roles), at };
}

function eventInWords({ kind, count, amount, recipient, message }: ChannelEvent): string {
  const figures: Readonly<Record<string, string>> = {
    renewed: `, ${String(count)} months`,
    gifted: `, ${String(count)}${recipient === '' ? '' : ` to ${recipient}`}`,
    raid: ` of ${String(count)}`,
    tip: ` of ${amount}`,
    cheer: ` of ${String(count)}`,
  };
  const said = message === '' ? '' : `: ${message}`;
  return `${EVENT_NAMES[kind]}${figures[kind] ?? ''}${said}`;
}
