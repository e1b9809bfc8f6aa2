import { Injectable } from '@nestjs/common';
import { ChatLog } from '../chat/index.js';
import { Database, type EntityManager, newId, likePart } from '../database/index.js';
import { ViewerRow } from './rows.js';
import { JobQueue } from '../jobs/index.js';
import { NewsService } from '../news/index.js';
import { ViewerChanges } from './viewer-changes.js';
import { ViewerParts } from './viewer-parts.js';
import { ViewersService } from './viewers.service.js';

/** What stands where a name or a text was. */
export const ERASED = 'erased viewer';

/**
 * A viewer's right to be forgotten: their names and texts go, from the log, the whys, the
 * activity and what is held in memory. Counts without a name stay, so that sums stay true.
 * This cannot be undone.
 */
@Injectable()
export class Erasing {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly viewers: ViewersService,
    private readonly changes: ViewerChanges,
    private readonly parts: ViewerParts,
    private readonly chatLog: ChatLog,
    private readonly news: NewsService,
  ) {}

  erase(id: string): Promise<void> {
    return this.queue.alone(() => this.eraseAlone(id));
  }

  private async eraseAlone(id: string): Promise<void> {
    await this.changes.require(id);
    const ids = await this.changes.allIds(id);
    await this.database.flushed();
    const names = new Set((await this.changes.namesOf(ids)).values());
    await this.database.write(async (manager) => {
      const marks = ids.map(() => '?').join(', ');
      const spoken = await manager.query<{ name: string }[]>(
        `SELECT DISTINCT name FROM chat_lines WHERE viewer_id IN (${marks})`,
        ids,
      );
      for (const { name } of spoken) names.add(name);
      await manager.query(
        `UPDATE chat_lines SET name = ?, text = '', brief = '', why = NULL WHERE viewer_id IN (${marks})`,
        [ERASED, ...ids],
      );
      // What the bot said or sent for them may have their words in it.
      await manager.query(
        `UPDATE chat_lines SET text = ?, brief = '', why = NULL WHERE caused_by IN (${marks})`,
        [`(for an ${ERASED})`, ...ids],
      );
      await manager.query(
        `UPDATE deliveries SET body = '{}', answer = '' WHERE substr(id, 1, 26) IN
           (SELECT id FROM chat_lines WHERE viewer_id IN (${marks}))`,
        ids,
      );
      for (const name of names) await eraseName(manager, name, [...TEXTS, ...this.parts.texts]);
      await manager.query(`DELETE FROM remembered WHERE viewer IN (${marks}) OR caused_by IN (${marks})`, [
        ...ids,
        ...ids,
      ]);
      await manager.query(
        `UPDATE run_log SET viewer = ?, words = '', checks = '[]' WHERE viewer_id IN (${marks})`,
        [ERASED, ...ids],
      );
      // Runs that ended with the name are told of as ended.
      await manager.query(
        `UPDATE run_log SET ended = 'stopped', ended_at = ?, words = 'a viewer was erased'
         WHERE ended = 'going' AND id NOT IN (SELECT id FROM runs)`,
        [Date.now()],
      );
      await this.parts.erase(manager, ids);
      await manager.query(`DELETE FROM viewer_notes WHERE viewer_id IN (${marks})`, ids);
      for (const each of ids)
        await manager.update(
          ViewerRow,
          { id: each },
          {
            name: ERASED,
            account: `erased:${newId()}`,
            followedSince: null,
            subscribedMonths: 0,
          },
        );
    });
    await this.viewers.changed();
    await this.chatLog.reload();
    this.news.forget();
    this.news.publish('erased', { viewer: id });
  }
}

/** Tables with an id in which texts of others, and what was said or sent, may have the name. */
const TEXTS: readonly (readonly [table: string, columns: readonly string[]])[] = [
  ['chat_lines', ['text', 'brief', 'why']],
  ['activity', ['subject', 'text']],
  ['run_log', ['words', 'checks']],
  ['deliveries', ['body', 'answer']],
];

/** A name goes where others' lines and what the bot said have it, as a whole word in any case. */
async function eraseName(manager: EntityManager, name: string, texts: typeof TEXTS): Promise<void> {
  const likes = likePart(name);
  const word = new RegExp(
    `(?<![\\p{L}\\p{N}_])${name.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&')}(?![\\p{L}\\p{N}_])`,
    'giu',
  );
  const without = (text: string | null): string | null => (text === null ? null : text.replace(word, ERASED));
  for (const [table, columns] of texts) {
    const where = columns.map((column) => `${column} LIKE ? ESCAPE '\\'`).join(' OR ');
    const rows = await manager.query<Record<string, string | null>[]>(
      `SELECT id, ${columns.join(', ')} FROM ${table} WHERE ${where}`,
      columns.map(() => likes),
    );
    for (const row of rows)
      await manager.query(
        `UPDATE ${table} SET ${columns.map((column) => `${column} = ?`).join(', ')} WHERE id = ?`,
        [...columns.map((column) => without(row[column] ?? null)), row.id],
      );
  }
  await manager.query(`UPDATE remembered SET text = ? WHERE text LIKE ? ESCAPE '\\'`, [ERASED, likes]);
  // A run that goes on would say the name; it ends here.
  await manager.query(`DELETE FROM runs WHERE state LIKE ? ESCAPE '\\'`, [likes]);
}
