import { Inject, Injectable } from '@nestjs/common';
import { reasonOfCatch } from '@gully/core/guard';
import { ChatLog } from '../chat/index.js';
import { Batch, Database } from '../database/index.js';
import type { EffectOf } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { Listeners } from '../signals/index.js';
import { CatchNews } from './catch-news.js';
import { GuardStore } from './guard.store.js';
import { CatchRow } from './rows.js';

/** What a consequence is carried out on. */
export type Part = 'message' | 'viewer';

interface Told {
  readonly id: string;
  readonly part: Part;
  readonly note: string;
  readonly failed?: true;
}

/** @param failed why it could not be carried out; undefined where it was */
type Follower = (id: string, failed: string | undefined) => void;

/** A consequence that was decided at some time and not carried out. */
export interface Unfinished {
  readonly at: number;
  readonly effect: EffectOf<'redact'> | EffectOf<'silence'>;
}

/** Keeps what became of the guard’s consequences: done, or why not. */
@Injectable()
export class CarriedOut {
  private readonly told: Batch<Told>;
  private readonly gone: Batch<string>;
  private readonly listeners = new Listeners<Parameters<Follower>>();

  constructor(
    private readonly database: Database,
    private readonly store: GuardStore,
    private readonly chatLog: ChatLog,
    news: CatchNews,
    @Inject(LOG) log: Log,
  ) {
    this.told = new Batch(
      database,
      async (manager, all) => {
        for (const { id, part, note, failed } of all)
          // Of someone who was timed out, that says how it went; what became of the message is a note.
          await manager.query(
            `UPDATE catches SET state = CASE WHEN silenced = 1 AND ? = 'message' THEN state ELSE ? END,
               note = CASE WHEN ? = '' THEN note WHEN note = '' THEN ? ELSE note || '; ' || ? END
             WHERE id = ?`,
            [part, failed === true ? 'failed' : 'done', note, note, note, id],
          );
        news.changed();
      },
      (error, count) => {
        log.error({ error, count }, 'what became of catches could not be written');
      },
    );
    this.gone = new Batch(
      database,
      (manager, ids) => chatLog.writeRemoved(manager, ids),
      (error, count) => {
        log.error({ error, count }, 'lines that were removed could not be marked as removed');
      },
    );
  }

  /** Is told of what becomes of anything that keeps someone from writing. */
  follow(listener: Follower): void {
    this.listeners.add(listener);
  }

  /** What came of a part of a catch’s consequence. */
  tell(
    { id, part }: Pick<Told, 'id' | 'part'>,
    { note, failed }: { readonly note: string; readonly failed?: true },
  ): void {
    this.told.add({ id, part, note, ...(failed === undefined ? {} : { failed }) });
    if (part !== 'viewer') return;
    if (failed === true) this.store.withdraw(id);
    this.listeners.tell(id, failed === true ? note : undefined);
  }

  /** Lines that the server was told to take out. */
  removed(ids: readonly string[]): void {
    this.chatLog.removeNow(ids);
    for (const id of ids) this.gone.add(id);
  }

  /** What was decided before a restart and not carried out. */
  async unfinished(): Promise<Unfinished[]> {
    const rows = await this.database.read.find(CatchRow, {
      where: { state: 'waiting' },
      order: { id: 'ASC' },
      take: 1_000,
    });
    return rows.flatMap(
      ({ id, at, viewerId: viewer, name, by, text, does, seconds, silenced, until, filter, measure }) => {
        const reason = by === null ? reasonOfCatch({ filter: filter ?? 'links', measure }) : text;
        const since = does === 'clear' ? at - seconds * 1000 : undefined;
        const redact = { at, effect: { kind: 'redact', id, viewer, name, since, reason } } as const;
        const silence = { kind: 'silence', by: 'guard', id, viewer, name, until, reason } as const;
        if (by !== null) return [{ at, effect: silence }];
        return silenced ? [{ at, effect: silence }, redact] : [redact];
      },
    );
  }
}
