import { Injectable } from '@nestjs/common';
import { ChatLog } from '../chat/index.js';
import { breathe, Database, type EntityManager, newId, likePart } from '../database/index.js';
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
    // Looked for beside chat: it takes going through all there is. Nothing is decided meanwhile.
    const all = JSON.stringify(ids);
    const own = await this.found('chat_lines', `viewer_id IN ${EACH}`, [all]);
    const caused = await this.found('chat_lines', `caused_by IN ${EACH}`, [all]);
    const runs = await this.found('run_log', `viewer_id IN ${EACH}`, [all]);
    const spoken = await this.database.long.rows<{ name: string }>(
      `SELECT DISTINCT name FROM chat_lines WHERE id IN ${EACH}`,
      [JSON.stringify(own)],
    );
    for (const { name } of spoken) names.add(name);
    const named = await this.findNames([...names]);
    await this.database.write(async (manager) => {
      const marks = ids.map(() => '?').join(', ');
      await eachPiece(own, (some) =>
        manager.query(
          `UPDATE chat_lines SET name = ?, text = '', brief = '', why = NULL WHERE id IN ${EACH}`,
          [ERASED, some],
        ),
      );
      // What the bot said or sent for them may have their words in it.
      await eachPiece(caused, (some) =>
        manager.query(`UPDATE chat_lines SET text = ?, brief = '', why = NULL WHERE id IN ${EACH}`, [
          `(for an ${ERASED})`,
          some,
        ]),
      );
      await eachPiece(own, (some) =>
        manager.query(`UPDATE deliveries SET body = '{}', answer = '' WHERE substr(id, 1, 26) IN ${EACH}`, [
          some,
        ]),
      );
      for (const { table, columns, ids: rows } of named)
        await eachPiece(rows, (some) => eraseNames(manager, [...names], { table, columns }, some));
      for (const name of names) await eraseRemembered(manager, name);
      await manager.query(`DELETE FROM remembered WHERE viewer IN (${marks}) OR caused_by IN (${marks})`, [
        ...ids,
        ...ids,
      ]);
      await eachPiece(runs, (some) =>
        manager.query(`UPDATE run_log SET viewer = ?, words = '', checks = '[]' WHERE id IN ${EACH}`, [
          ERASED,
          some,
        ]),
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

  private async found(table: string, where: string, values: readonly unknown[]): Promise<string[]> {
    const sql = `SELECT id FROM ${table} WHERE ${where}`;
    return (await this.database.long.rows<{ id: string }>(sql, values)).map(({ id }) => id);
  }

  /** Rows of all texts that have one of these names. */
  private async findNames(
    names: readonly string[],
  ): Promise<(Texts & { readonly ids: readonly string[] })[]> {
    const found: (Texts & { readonly ids: readonly string[] })[] = [];
    for (const [table, columns] of [...TEXTS, ...this.parts.texts]) {
      const likes = names.flatMap((name) => columns.map((column) => [column, likePart(name)] as const));
      const where = likes.map(([column]) => `${column} LIKE ? ESCAPE '\\'`).join(' OR ');
      const values = likes.map(([, like]) => like);
      found.push({ table, columns, ids: await this.found(table, where, values) });
    }
    return found;
  }
}

/** Tables with an id in which texts of others, and what was said or sent, may have the name. */
const TEXTS: readonly (readonly [table: string, columns: readonly string[]])[] = [
  ['chat_lines', ['text', 'brief', 'why']],
  ['activity', ['subject', 'text']],
  ['run_log', ['words', 'checks']],
  ['deliveries', ['body', 'answer']],
];

/** A table with an id, and its texts. */
interface Texts {
  readonly table: string;
  readonly columns: readonly string[];
}

/** Ids that are given as JSON. */
const EACH = '(SELECT value FROM json_each(?))';
/** Rows that are changed in one go. */
const TOGETHER = 500;

async function eachPiece(ids: readonly string[], work: (some: string) => Promise<unknown>): Promise<void> {
  for (let at = 0; at < ids.length; at += TOGETHER) {
    await work(JSON.stringify(ids.slice(at, at + TOGETHER)));
    await breathe();
  }
}

/** Names go where others' lines and what the bot said have them, as whole words in any case. */
async function eraseNames(
  manager: EntityManager,
  names: readonly string[],
  { table, columns }: Texts,
  some: string,
): Promise<void> {
  const words = names.map(wordOf);
  const without = (text: string | null): string | null =>
    text === null ? null : words.reduce((left, word) => left.replace(word, ERASED), text);
  const rows = await manager.query<Record<string, string | null>[]>(
    `SELECT id, ${columns.join(', ')} FROM ${table} WHERE id IN ${EACH}`,
    [some],
  );
  for (const row of rows)
    await manager.query(
      `UPDATE ${table} SET ${columns.map((column) => `${column} = ?`).join(', ')} WHERE id = ?`,
      [...columns.map((column) => without(row[column] ?? null)), row.id],
    );
}

function wordOf(name: string): RegExp {
  return new RegExp(
    `(?<![\\p{L}\\p{N}_])${name.replace(/[.*+?^${}()|[\]\\]/gu, '\\$&')}(?![\\p{L}\\p{N}_])`,
    'giu',
  );
}

async function eraseRemembered(manager: EntityManager, name: string): Promise<void> {
  const likes = likePart(name);
  await manager.query(`UPDATE remembered SET text = ? WHERE text LIKE ? ESCAPE '\\'`, [ERASED, likes]);
  // A run that goes on would say the name; it ends here.
  await manager.query(`DELETE FROM runs WHERE state LIKE ? ESCAPE '\\'`, [likes]);
  await breathe();
}
