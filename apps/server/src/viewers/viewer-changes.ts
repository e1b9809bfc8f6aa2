import { Injectable } from '@nestjs/common';
import { In, IsNull, Not } from 'typeorm';
import { Database, type EntityManager, newId } from '../database/index.js';
import { ViewerMergeRow, ViewerNoteRow, ViewerRow } from './rows.js';
import { JobQueue } from '../jobs/index.js';
import { Problem } from '../problem/index.js';
import { ViewerParts, type Joined } from './viewer-parts.js';
import { ViewersService } from './viewers.service.js';

/** What a merge changed in the winner and cannot be worked out from the loser. */
interface Before {
  readonly firstSeen: number;
  readonly lastSeen: number;
  readonly subscribedMonths: number;
  readonly followedSince: number | null;
}

/** Marks, notes and merges: what a person decides about a viewer. */
@Injectable()
export class ViewerChanges {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly viewers: ViewersService,
    private readonly parts: ViewerParts,
  ) {}

  async require(id: string, manager: EntityManager = this.database.read): Promise<ViewerRow> {
    const row = await manager.findOneBy(ViewerRow, { id });
    if (row === null) throw new Problem(404, 'There is no such viewer', 'They may have been erased.');
    return row;
  }

  async mark(id: string, marks: { bot?: boolean | undefined; ignored?: boolean | undefined }): Promise<void> {
    await this.require(id);
    const { bot, ignored } = marks;
    await this.queue.alone(async () => {
      // What was counted of them is in memory only for a moment longer.
      await this.viewers.counted();
      await this.database.write((manager) =>
        manager.update(
          ViewerRow,
          { id },
          {
            ...(bot === undefined ? {} : { bot }),
            ...(ignored === undefined ? {} : { ignored }),
          },
        ),
      );
      this.viewers.forget(id);
    });
  }

  async addNote(viewerId: string, text: string): Promise<ViewerNoteRow> {
    await this.require(viewerId);
    const note: ViewerNoteRow = { id: newId(), viewerId, at: Date.now(), text: text.trim(), deletedAt: null };
    await this.database.write((manager) => manager.insert(ViewerNoteRow, note));
    return note;
  }

  /** Takes a note away, or puts it back. */
  async setNoteDeleted(viewerId: string, id: string, deleted: boolean): Promise<void> {
    const deletedAt = deleted ? Date.now() : null;
    const { affected } = await this.database.write((manager) =>
      manager.update(ViewerNoteRow, { id, viewerId }, { deletedAt }),
    );
    if (affected === 0) throw new Problem(404, 'There is no such note', 'Nothing was changed.');
  }

  async notes(viewers: readonly string[]): Promise<ViewerNoteRow[]> {
    return this.database.read.find(ViewerNoteRow, {
      where: { viewerId: In([...viewers]), deletedAt: IsNull() },
      order: { id: 'DESC' },
      take: 200,
    });
  }

  /** All ids under which one viewer was ever known: their own and those merged into them. */
  async allIds(id: string): Promise<string[]> {
    const merged = await this.database.read.findBy(ViewerRow, { mergedInto: id });
    return [id, ...merged.map((row) => row.id)];
  }

  async mergesInto(winnerId: string): Promise<ViewerMergeRow[]> {
    return this.database.read.find(ViewerMergeRow, {
      where: { winnerId, undoneAt: IsNull() },
      order: { id: 'DESC' },
    });
  }

  /**
   * Finds that two viewers are one person. What the loser had is added to the winner; the
   * loser keeps its own figures as they are, so that it can be undone.
   */
  merge(winnerId: string, loserId: string): Promise<ViewerMergeRow> {
    return this.queue.alone(() => this.mergeAlone(winnerId, loserId));
  }

  private async mergeAlone(winnerId: string, loserId: string): Promise<ViewerMergeRow> {
    if (winnerId === loserId)
      throw new Problem(422, 'Nothing was merged', 'These are the same viewer. Choose another one.');
    await this.viewers.counted();
    const merge = await this.database.write(async (manager) => {
      const winner = await this.require(winnerId, manager);
      const loser = await this.require(loserId, manager);
      const dependants = await manager.countBy(ViewerRow, { mergedInto: loserId });
      if (winner.mergedInto !== null || loser.mergedInto !== null || dependants > 0)
        throw new Problem(
          409,
          'Nothing was merged',
          `${dependants > 0 ? loser.name : (winner.mergedInto === null ? loser : winner).name} is part of another merge. Undo that one first.`,
        );
      const { firstSeen, lastSeen, subscribedMonths, followedSince } = winner;
      const before: Before = { firstSeen, lastSeen, subscribedMonths, followedSince };
      await addCounts(manager, winnerId, loser, 1);
      await manager.update(
        ViewerRow,
        { id: winnerId },
        {
          firstSeen: Math.min(winner.firstSeen, loser.firstSeen),
          lastSeen: Math.max(winner.lastSeen, loser.lastSeen),
          subscribedMonths: Math.max(subscribedMonths, loser.subscribedMonths),
          followedSince: followedSince ?? loser.followedSince,
        },
      );
      return joinViewers(manager, this.parts, { winnerId, loserId, before });
    });
    await this.viewers.changed();
    return merge;
  }

  /** Takes a merge back. What came since stays with the winner. */
  undoMerge(id: string): Promise<void> {
    return this.queue.alone(() => this.undoMergeAlone(id));
  }

  private async undoMergeAlone(id: string): Promise<void> {
    await this.viewers.counted();
    await this.database.write(async (manager) => {
      const merge = await manager.findOneBy(ViewerMergeRow, { id, undoneAt: IsNull() });
      if (merge === null)
        throw new Problem(404, 'There is no such merge', 'It may have been undone already.');
      const loser = await this.require(merge.loserId, manager);
      await addCounts(manager, merge.winnerId, loser, -1);
      const { lastSeen, ...before } = JSON.parse(merge.before) as Before;
      await manager.update(ViewerRow, { id: merge.winnerId }, before);
      // Unless they were seen since, they were last seen when they were before.
      await manager.update(
        ViewerRow,
        { id: merge.winnerId, lastSeen: Math.max(lastSeen, loser.lastSeen) },
        { lastSeen },
      );
      await manager.update(ViewerRow, { id: merge.loserId }, { mergedInto: null });
      for (const statement of TAKE_USES) await manager.query(statement, [merge.winnerId, merge.loserId]);
      await this.parts.part(manager, joinedBy(merge, Date.now()));
      await manager.update(ViewerMergeRow, { id }, { undoneAt: Date.now() });
    });
    await this.viewers.changed();
  }

  async namesOf(ids: readonly string[]): Promise<Map<string, string>> {
    const rows = await this.database.read.findBy(ViewerRow, { id: In([...ids]), name: Not('') });
    return new Map(rows.map(({ id, name }) => [id, name]));
  }
}

/**
 * Writes down that two are one, within the caller's write: uses and what is remembered come along.
 * Their figures are the caller's.
 *
 * @param before what the winner was; left out, what they are
 */
export async function joinViewers(
  manager: EntityManager,
  parts: ViewerParts,
  {
    winnerId,
    loserId,
    before,
  }: { readonly winnerId: string; readonly loserId: string; readonly before?: Before },
): Promise<ViewerMergeRow> {
  await manager.update(ViewerRow, { id: loserId }, { mergedInto: winnerId });
  await manager.query(ADD_USES, [winnerId, loserId]);
  // What is remembered of the winner holds; what only the loser had comes along.
  await manager.query(ADD_WORDS, [winnerId, loserId]);
  const { firstSeen, lastSeen, subscribedMonths, followedSince } =
    before ?? (await manager.findOneByOrFail(ViewerRow, { id: winnerId }));
  const row: ViewerMergeRow = {
    id: newId(),
    winnerId,
    loserId,
    at: Date.now(),
    before: JSON.stringify({ firstSeen, lastSeen, subscribedMonths, followedSince }),
    undoneAt: null,
  };
  await manager.insert(ViewerMergeRow, row);
  await parts.join(manager, joinedBy(row, row.at));
  return row;
}

function joinedBy({ id, winnerId, loserId }: ViewerMergeRow, at: number): Joined {
  return { id, winner: winnerId, loser: loserId, at };
}

async function addCounts(
  manager: EntityManager,
  id: string,
  { messages, watchMs }: ViewerRow,
  sign: 1 | -1,
): Promise<void> {
  await manager.query(
    'UPDATE viewers SET messages = max(0, messages + ?), watch_ms = max(0, watch_ms + ?) WHERE id = ?',
    [messages * sign, watchMs * sign, id],
  );
}

const ADD_WORDS = `INSERT OR IGNORE INTO remembered (span, viewer, name, text, changed_at, caused_by)
  SELECT span, ?, name, text, changed_at, caused_by FROM remembered WHERE viewer = ?`;
const ADD_USES = `INSERT INTO command_viewer_uses (command_id, viewer_id, uses, last_use)
  SELECT command_id, ?, uses, last_use FROM command_viewer_uses WHERE viewer_id = ?
  ON CONFLICT (command_id, viewer_id) DO UPDATE
    SET uses = uses + excluded.uses, last_use = max(last_use, excluded.last_use)`;
/** A row has at least one use, so those that were the loser's altogether go first. */
const TAKE_USES = [
  `DELETE FROM command_viewer_uses WHERE viewer_id = ? AND uses <=
     (SELECT uses FROM command_viewer_uses theirs
      WHERE theirs.viewer_id = ? AND theirs.command_id = command_viewer_uses.command_id)`,
  `UPDATE command_viewer_uses SET uses = command_viewer_uses.uses - theirs.uses
     FROM command_viewer_uses AS theirs
     WHERE command_viewer_uses.viewer_id = ? AND theirs.viewer_id = ?
       AND theirs.command_id = command_viewer_uses.command_id`,
];
