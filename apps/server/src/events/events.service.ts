import { Injectable } from '@nestjs/common';
import { strongestRole } from '@gully/core/chat';
import { amountInWords } from '@gully/core/currency';
import { EVENT_NAMES, type ChannelEvent } from '@gully/core/routines';
import { strangerFacts, foldNick } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { Database, newId } from '../database/index.js';
import { PipelineService, SELF } from '../pipeline/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';
import { TYPE_PREFIX, type CloudEvent, type EventPerson, type EventType } from './cloud-event.js';

/** Milliseconds an event's name is remembered, so that it is taken once; far longer than one may be late. */
const REMEMBERED_MS = 7 * 86_400_000;

/** What came of an event. */
export type Receipt = 'taken' | 'known' | 'late';

/** Takes events from outside, each once however often it comes. */
@Injectable()
export class EventsService {
  constructor(
    private readonly database: Database,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly pipeline: PipelineService,
    private readonly activity: ActivityService,
  ) {}

  async take(given: CloudEvent): Promise<Receipt> {
    const now = Date.now();
    if (!(await this.isNew(given, now))) return 'known';
    const kind = given.type.slice(TYPE_PREFIX.length) as EventType;
    const at = Math.min(now, given.time === undefined ? now : Date.parse(given.time));
    if (kind === 'live' || kind === 'offline') {
      const held = await this.stream.told(kind === 'live', at);
      return held ? 'taken' : 'late';
    }
    const { viewer, count, currency = 'EUR', message, recipient } = given.data;
    const amount = kind === 'tip' ? amountInWords(count, currency) : '';
    const who = await this.personOf(viewer, now);
    const event: ChannelEvent = { id: newId(now), kind, at: now, count, amount, message, recipient, ...who };
    this.pipeline.do({ kind: 'event', event });
    this.activity.tell('event', who.viewer.name, eventInWords(event));
    return 'taken';
  }

  /** Writes down that it came; false when it had. */
  private async isNew({ source, id }: CloudEvent, now: number): Promise<boolean> {
    return this.database.write(async (manager) => {
      await manager.query('DELETE FROM events_taken WHERE at < ?', [now - REMEMBERED_MS]);
      const before = await manager.query<object[]>('SELECT 1 FROM events_taken WHERE source = ? AND id = ?', [
        source,
        id,
      ]);
      if (before.length > 0) return false;
      await manager.query('INSERT INTO events_taken (source, id, at) VALUES (?, ?, ?)', [source, id, now]);
      return true;
    });
  }

  /** Who did it: a viewer known by the account, else somebody who becomes known now. */
  private async personOf(
    person: EventPerson | undefined,
    now: number,
  ): Promise<Pick<ChannelEvent, 'viewer' | 'roles'>> {
    if (person === undefined) return { viewer: strangerFacts(SELF, 'somebody', [], now), roles: [] };
    const { name, account = name, roles = [] } = person;
    const key = foldNick(account);
    const { viewers, fresh } = await this.viewers.identify([
      { key, name, role: strongestRole(roles), at: now },
    ]);
    if (fresh.length > 0) await this.database.write((manager) => this.viewers.insert(manager, fresh));
    for (const row of fresh) this.viewers.remember(row);
    const facts = this.viewers.facts(viewers.get(key)?.id ?? '') ?? strangerFacts(key, name, roles, now);
    const known = roles.length > 0 ? roles : facts.roles;
    return { viewer: { ...facts, name, roles: known }, roles: known };
  }
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
