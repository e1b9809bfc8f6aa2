import { Injectable } from '@nestjs/common';
import { ulid } from 'ulid';
import { ActivityService } from '../activity/index.js';
import { ChatLog } from '../chat/index.js';
import { Database, ViewerRow, type EntityManager } from '../database/index.js';
import { NewsService } from '../news/index.js';
import { ViewerChanges } from './viewer-changes.js';
import { ViewersService } from './viewers.service.js';

/** What stands where a name or a text was. */
const ERASED = 'erased viewer';

/**
 * A viewer's right to be forgotten: their names and texts go, from the log, the whys, the
 * activity and what is held in memory. Counts without a name stay, so that sums stay true.
 * This cannot be undone.
 */
@Injectable()
export class Erasing {
  constructor(
    private readonly database: Database,
    private readonly viewers: ViewersService,
    private readonly changes: ViewerChanges,
    private readonly chatLog: ChatLog,
    private readonly activity: ActivityService,
    private readonly news: NewsService,
  ) {}

  async erase(id: string): Promise<void> {
    await this.changes.require(id);
    const ids = await this.changes.allIds(id);
    await Promise.all([this.viewers.counted(), this.chatLog.written(), this.activity.written()]);
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
      for (const name of names) await eraseName(manager, name);
      await manager.query(`DELETE FROM remembered WHERE viewer IN (${marks})`, ids);
      await manager.query(`UPDATE run_log SET viewer = ?, checks = '[]' WHERE viewer_id IN (${marks})`, [
        ERASED,
        ...ids,
      ]);
      await manager.query(`DELETE FROM viewer_notes WHERE viewer_id IN (${marks})`, ids);
      for (const each of ids)
        await manager.update(
          ViewerRow,
          { id: each },
          {
            name: ERASED,
            account: `erased:${ulid()}`,
            followedSince: null,
            subscribedMonths: 0,
          },
        );
    });
    this.viewers.changed();
    await this.chatLog.reload();
    this.news.forget();
    this.news.publish('erased', { viewer: id });
  }
}

/** A name goes where others' lines and what the bot said have it, as a whole word in any case. */
async function eraseName(manager: EntityManager, name: string): Promise<void> {
  const likes = `%${name.replace(/[\\%_]/g, '\\$&')}%`;
  const lines = await manager.query<{ id: string; text: string; brief: string; why: string | null }[]>(
    `SELECT id, text, brief, why FROM chat_lines
     WHERE text LIKE ? ESCAPE '\\' OR brief LIKE ? ESCAPE '\\' OR why LIKE ? ESCAPE '\\'`,
    [likes, likes, likes],
  );
  const word = new RegExp(
    `(?<![\\p{L}\\p{N}_])${name.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&')}(?![\\p{L}\\p{N}_])`,
    'giu',
  );
  const without = (text: string): string => text.replace(word, ERASED);
  for (const { id, text, brief, why } of lines)
    await manager.query('UPDATE chat_lines SET text = ?, brief = ?, why = ? WHERE id = ?', [
      without(text),
      without(brief),
      why === null ? null : without(why),
      id,
    ]);
  const entries = await manager.query<{ id: string; subject: string; text: string }[]>(
    `SELECT id, subject, text FROM activity WHERE subject LIKE ? ESCAPE '\\' OR text LIKE ? ESCAPE '\\'`,
    [likes, likes],
  );
  for (const { id, subject, text } of entries)
    await manager.query('UPDATE activity SET subject = ?, text = ? WHERE id = ?', [
      without(subject),
      without(text),
      id,
    ]);
}
