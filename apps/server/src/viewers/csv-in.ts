import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { ActivityService } from '../activity/index.js';
import { CONNECTION } from '../chat/index.js';
import { breathe, Database, idsInOrder, insertMany, newId, type EntityManager } from '../database/index.js';
import { ViewerNoteRow, ViewerRow } from './rows.js';
import { JobQueue } from '../jobs/index.js';
import { Problem } from '../problem/index.js';
import { Cancelled, type Task } from '../tasks/index.js';
import { decode, FORMULA, readRecords, readRow, type Given } from './csv-reading.js';
import { CsvMatching, type Known } from './csv-matching.js';
import { joinViewers } from './viewer-changes.js';
import { newViewer } from './viewer-row.js';
import { ViewerParts } from './viewer-parts.js';
import { ViewersService } from './viewers.service.js';

const FAULTS_SHOWN = 20;
/** Rows in one write, so that chat never waits for long. */
const TOGETHER = 200;
/** Viewers found to be others, joined in one write: each takes many statements. */
const JOINED_TOGETHER = 20;
/** How long a looked-at file is kept for being taken in. */
const KEPT_MS = 15 * 60_000;

interface Entry extends Given {
  readonly known: Known | undefined;
  /** what of the file differs from what is known; nothing of someone new */
  readonly change: Partial<ViewerRow> | undefined;
  readonly newNotes: Given['notes'];
  /** whether they are not yet known to be whom the file says */
  readonly joins: boolean;
}

export interface Preview {
  /** names this file for taking it in */
  readonly token: string;
  readonly rows: number;
  readonly fresh: number;
  readonly changed: number;
  readonly same: number;
  readonly columns: readonly string[];
  readonly passedOver: readonly string[];
  readonly faulty: number;
  readonly faults: readonly { readonly line: number; readonly fault: string }[];
}

/**
 * Viewers in from a CSV file, with a look before anything changes. So that chat goes on, it is
 * written some rows at a time; how far it came is written with them, and told when it ends early.
 */
@Injectable()
export class CsvIn implements OnApplicationBootstrap {
  private staged: { token: string; at: number; entries: readonly Entry[] } | undefined;

  // One of chance for each of 100,000 rows would cost seconds; these only count on.
  private readonly nextId = idsInOrder();

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly viewers: ViewersService,
    private readonly parts: ViewerParts,
    private readonly matching: CsvMatching,
    private readonly activity: ActivityService,
  ) {
    // Who was merged or erased since must not come back by what was looked at before.
    viewers.subscribe(() => {
      this.staged = undefined;
      return Promise.resolve();
    });
  }

  /** Says what became of a file that Gully ended in the middle of. */
  async onApplicationBootstrap(): Promise<void> {
    const unfinished = await this.database.read.query<{ rows: number; done: number }[]>(
      'SELECT rows, done FROM imports',
    );
    for (const { rows, done } of unfinished)
      this.activity.record('changed', 'viewers', `from a file, ended early: ${endedEarly(done, rows)}`);
    if (unfinished.length > 0) await this.database.write((manager) => manager.query('DELETE FROM imports'));
  }

  /** Reads a file and tells what taking it in would do. */
  async preview(file: Buffer, task: Task): Promise<Preview> {
    task.begin('Reading the file');
    const { records, columns, passedOver } = await readRecords(decode(file), task.step);
    const faults: { line: number; fault: string }[] = [];
    let faulty = 0;
    const refuse = (line: number, fault: string): void => {
      faulty += 1;
      if (faults.length < FAULTS_SHOWN) faults.push({ line, fault });
    };
    const given = new Map<string, Given & { readonly line: number }>();
    task.begin('Checking the lines', records.length);
    for (const { line, cells } of records) {
      await task.step();
      const result = readRow(cells);
      if (typeof result === 'string') refuse(line, result);
      else given.set(result.account, { ...result, line });
    }
    task.begin('Finding the viewers', given.size);
    const known = await this.matching.known([...given.values()], task.step);
    task.begin('Comparing', given.size);
    const entries: Entry[] = [];
    for (const { line, ...entry } of given.values()) {
      await task.step();
      const viewer = known.get(entry.account);
      // Someone may be called so already; nobody new is, for a spreadsheet would run it.
      if (viewer === undefined && FORMULA.test(entry.given.name))
        refuse(line, `“${entry.given.name.slice(0, 60)}” begins like a formula of a spreadsheet`);
      else entries.push({ ...entry, known: viewer, ...this.matching.differences(entry, viewer) });
    }
    const fresh = entries.filter((entry) => entry.known === undefined).length;
    const changed = entries.filter((entry) => entry.known !== undefined && isChange(entry)).length;
    const token = newId();
    this.staged = { token, at: Date.now(), entries };
    return {
      token,
      rows: records.length,
      fresh,
      changed,
      same: entries.length - fresh - changed,
      columns,
      passedOver,
      faulty,
      faults,
    };
  }

  /** Takes in the file that was looked at. Figures it gives take the place of those kept; what it does not give stays. */
  async apply(token: string, task: Task): Promise<{ added: number; changed: number }> {
    const { staged } = this;
    if (staged?.token !== token || Date.now() - staged.at > KEPT_MS)
      throw new Problem(
        409,
        'This file must be looked at again',
        'Viewers were changed since, or it was too long ago. Nothing was changed. Choose the file again.',
      );
    this.staged = undefined;
    const entries = staged.entries.filter((entry) => entry.known === undefined || isChange(entry));
    const joining = entries.filter(({ joins }) => joins);
    const result = { added: 0, changed: 0 };
    let done = 0;
    task.begin('Importing viewers', entries.length + joining.length);
    try {
      for (let at = 0; at < entries.length; at += TOGETHER) {
        const some = entries.slice(at, at + TOGETHER);
        task.check();
        await this.queue.alone(() => this.write(token, some, entries.length, at + some.length));
        // What was asked for meanwhile is done before the next of them.
        await breathe();
        done = at + some.length;
        task.reach(done);
        result.added += some.filter(({ known }) => known === undefined).length;
        result.changed += some.filter(({ known }) => known !== undefined).length;
      }
      // Whom someone was found to be may stand below them in the file.
      for (let at = 0; at < joining.length; at += JOINED_TOGETHER) {
        task.check();
        await this.queue.alone(() => this.join(joining.slice(at, at + JOINED_TOGETHER)));
        task.reach(entries.length + at);
        await breathe();
      }
    } catch (error) {
      if (done === 0) throw error;
      if (error instanceof Cancelled) {
        await this.settle(token);
        throw new Cancelled(endedEarly(done, entries.length));
      }
      throw new Problem(500, 'Not all of the file was imported', endedEarly(done, entries.length));
    } finally {
      await this.queue.alone(() => this.viewers.changed());
    }
    await this.settle(token);
    return result;
  }

  /** Who asked for it has been told how far it came; otherwise the next start says so. */
  private async settle(token: string): Promise<void> {
    await this.database.write((manager) => manager.query('DELETE FROM imports WHERE id = ?', [token]));
  }

  private async write(token: string, entries: readonly Entry[], rows: number, done: number): Promise<void> {
    const now = Date.now();
    const fresh = entries
      .filter(({ known }) => known === undefined)
      .map(({ account, given }) => ({
        ...newViewer(this.nextId(), CONNECTION, account, given.name, 'viewer', now),
        ...given,
      }));
    await this.database.write(async (manager) => {
      // Someone who wrote in chat between the look and now is there already, and stays.
      await insertMany(manager, ViewerRow, fresh, { known: 'passOver', searched: true });
      for (const { known, change } of entries)
        if (known !== undefined && change !== undefined)
          await manager.update(ViewerRow, { id: known.row.id }, change);
      await this.addNotes(manager, entries, now);
      await manager.query(
        `INSERT INTO imports (id, rows, done) VALUES (?, ?, ?)
         ON CONFLICT (id) DO UPDATE SET done = excluded.done`,
        [token, rows, done],
      );
    });
  }

  private async addNotes(manager: EntityManager, entries: readonly Entry[], now: number): Promise<void> {
    const noted = entries.filter(({ newNotes }) => newNotes.length > 0);
    const ids = await idsOf(
      manager,
      noted.map(({ account }) => account),
    );
    const notes = noted.flatMap(({ account, newNotes }) =>
      newNotes.map(({ at = now, text }) => ({
        id: this.nextId(),
        viewerId: ids.get(account) ?? '',
        at,
        text,
        deletedAt: null,
      })),
    );
    await insertMany(manager, ViewerNoteRow, notes);
  }

  /** The figures of the file are those after joining, so none are added up. */
  private async join(entries: readonly Entry[]): Promise<void> {
    await this.database.write(async (manager) => {
      const ids = await idsOf(
        manager,
        entries.flatMap(({ account, mergedInto = '' }) => [account, mergedInto]),
      );
      for (const { account, mergedInto = '' } of entries) {
        const [winner, loser] = [ids.get(mergedInto), ids.get(account)];
        if (winner !== undefined && loser !== undefined && winner !== loser)
          await joinViewers(manager, this.parts, { winnerId: winner, loserId: loser });
      }
    });
  }
}

function isChange({ change, newNotes, joins }: Entry): boolean {
  return change !== undefined || newNotes.length > 0 || joins;
}

function endedEarly(done: number, rows: number): string {
  return `${done.toLocaleString('en')} of ${rows.toLocaleString('en')} viewers were imported. Import the same file again for the rest; nobody is added twice.`;
}

async function idsOf(manager: EntityManager, accounts: readonly string[]): Promise<Map<string, string>> {
  const rows = await manager.query<{ account: string; id: string }[]>(
    `SELECT account, id FROM viewers
     WHERE connection = ? AND account IN (SELECT value FROM json_each(?))`,
    [CONNECTION, JSON.stringify(accounts)],
  );
  return new Map(rows.map(({ account, id }) => [account, id]));
}
