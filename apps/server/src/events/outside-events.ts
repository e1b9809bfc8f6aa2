import { Injectable } from '@nestjs/common';
import type { Role } from '@gully/core/chat';
import type { ChannelEvent } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { Database, type EntityManager } from '../database/index.js';
import type { Seen } from '../viewers/index.js';
import { SELF } from '../live/index.js';

/** Milliseconds an event's name is remembered, so that it is taken once; far longer than one may be late. */
const REMEMBERED_MS = 7 * 86_400_000;

/** An event from outside, known by where it comes from and what it is called there. */
export interface OutsideEvent {
  readonly source: string;
  readonly id: string;
  readonly event: Omit<ChannelEvent, 'viewer' | 'roles'>;
  /** whether it starts what waits for it */
  readonly starts: boolean;
  /** someone raised it to try things out */
  readonly byHand: boolean;
  /** who did it; undefined for no one in particular */
  readonly who: Seen | undefined;
  /** the roles told with it; the viewer's own where there are none */
  readonly roles: readonly Role[];
}

/** What came of an event. */
export type Receipt = 'taken' | 'known';

type Named = Pick<OutsideEvent, 'source' | 'id'>;

/** Whether an event is marked as taken. */
export async function wasTaken(read: EntityManager, { source, id }: Named): Promise<boolean> {
  const rows = await read.query<object[]>('SELECT 1 FROM events_taken WHERE source = ? AND id = ?', [
    source,
    id,
  ]);
  return rows.length > 0;
}

/** Marks an event as taken, within the caller's write, and forgets those of long ago. */
export async function markTaken(manager: EntityManager, { source, id }: Named, at: number): Promise<void> {
  await manager.query('DELETE FROM events_taken WHERE at < ?', [at - REMEMBERED_MS]);
  await manager.query('INSERT OR IGNORE INTO events_taken (source, id, at) VALUES (?, ?, ?)', [
    source,
    id,
    at,
  ]);
}

/** Which events from outside were taken, so that each is taken once however often it comes. */
@Injectable()
export class OutsideEvents {
  /** by name, whether it was taken; of those that are being decided */
  private readonly known = new Map<string, boolean>();

  constructor(private readonly database: Database) {}

  /** Looks up whether it was taken; before it is decided. */
  async recall(event: OutsideEvent): Promise<void> {
    this.known.set(nameOf(event), await wasTaken(this.database.read, event));
  }

  /** @returns false for one that was taken, also when that was earlier in the same moment */
  take(event: OutsideEvent): boolean {
    const name = nameOf(event);
    if (this.known.get(name) === true) return false;
    this.known.set(name, true);
    return true;
  }

  /** Marks it as taken, within the transaction of what it changes. */
  write(manager: EntityManager, event: OutsideEvent): Promise<void> {
    return markTaken(manager, event, event.event.at);
  }

  /** From here on the mark on disk says it. */
  stored(event: OutsideEvent): void {
    this.known.delete(nameOf(event));
  }
}

/** The event with who did it: a viewer that is known, or someone who is not. */
export function wholeEvent(
  { event, who, roles }: OutsideEvent,
  viewer: ViewerFacts | undefined,
): ChannelEvent {
  const facts = viewer ?? strangerFacts(who?.key ?? SELF, who?.name ?? 'someone', [...roles], event.at);
  const held = roles.length > 0 || who === undefined ? [...roles] : facts.roles;
  return { ...event, viewer: { ...facts, name: who?.name ?? facts.name, roles: held }, roles: held };
}

function nameOf({ source, id }: Named): string {
  return JSON.stringify([source, id]);
}
