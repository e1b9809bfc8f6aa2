import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { Batch, Database, type EntityManager } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';

/** Messages that are remembered, in memory and on disk: more than any server sends again after a reconnect. */
const REMEMBERED = 20_000;
/** How many are written between two looks at what may be forgotten on disk. */
const LOOK_AFTER = 1_000;

/**
 * Which messages were handled, by what the server calls them: one that is handed on again, as after a
 * reconnect, starts nothing a second time. What a message changes is written in one transaction with
 * its id, so a power cut loses both or neither; of talk that changes nothing, ids are written in batches.
 */
@Injectable()
export class HandledMessages implements OnModuleInit {
  /** the oldest first */
  private readonly known = new Set<string>();
  private readonly batch: Batch<string>;
  private written = 0;

  constructor(
    private readonly database: Database,
    @Inject(LOG) log: Log,
  ) {
    this.batch = new Batch(
      database,
      async (manager, ids) => {
        for (const id of ids) await this.write(manager, id);
      },
      (error, count) => {
        log.error({ error, count }, 'it could not be written which messages were handled');
      },
    );
  }

  async onModuleInit(): Promise<void> {
    const rows = await this.database.read.query<{ id: string }[]>(
      'SELECT id FROM (SELECT seq, id FROM handled_messages ORDER BY seq DESC LIMIT ?) ORDER BY seq',
      [REMEMBERED],
    );
    for (const { id } of rows) this.known.add(id);
  }

  /** Begins with a message. @returns false for one that was begun before */
  begin(id: string): boolean {
    if (this.known.has(id)) return false;
    this.known.add(id);
    if (this.known.size > REMEMBERED) this.known.delete(this.known.values().next().value ?? '');
    return true;
  }

  /** Notes that it was handled, within the write of what it changed. */
  async write(manager: EntityManager, id: string): Promise<void> {
    await manager.query('INSERT OR IGNORE INTO handled_messages (id) VALUES (?)', [id]);
    this.written += 1;
    if (this.written % LOOK_AFTER !== 0) return;
    await manager.query(
      'DELETE FROM handled_messages WHERE seq <= (SELECT max(seq) FROM handled_messages) - ?',
      [REMEMBERED],
    );
  }

  /** Notes that one was handled which changed nothing. */
  writeSoon(id: string): void {
    this.batch.add(id);
  }

  /** It could not be handled; if it comes again it is handled then. */
  forget(id: string): void {
    this.known.delete(id);
  }
}
