import type { Occasion } from '@gully/core/channel';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { reasonOf, type Check } from '@gully/core/chat';
import type { RunView } from '@gully/core/news';
import type { RunEnd } from '@gully/core/routines';
import { ChatLog } from '../chat/index.js';
import { Batch, Database, insertMany, type EntityManager } from '../database/index.js';
import { RunLogRow } from './rows.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';

const ID_LENGTH = 26;
/** Runs that are kept. */
const KEPT = 20_000;

export interface LoggedRun {
  readonly id: string;
  readonly owner: string;
  readonly title: string;
  readonly occasion: Pick<Occasion, 'by' | 'at'> & {
    readonly viewer: { readonly id: string; readonly name: string };
  };
  readonly checks: readonly Check[];
  /** undefined while it goes on */
  readonly ended: RunEnd | { readonly how: 'refused'; readonly words: string } | undefined;
}

/** What ran, by what, when, how it ended, and its why: for Review. Written in batches. */
@Injectable()
export class RunLog implements OnModuleInit {
  private readonly batch: Batch<RunLogRow>;

  constructor(
    private readonly database: Database,
    private readonly news: NewsService,
    private readonly chatLog: ChatLog,
    @Inject(LOG) log: Log,
  ) {
    this.batch = new Batch(database, put, (error, count) => {
      log.error({ error, count }, 'what ran could not be written and is lost from Review');
    });
  }

  async onModuleInit(): Promise<void> {
    await this.database.write((manager) =>
      manager.query(
        'DELETE FROM run_log WHERE id < (SELECT id FROM run_log ORDER BY id DESC LIMIT 1 OFFSET ?)',
        [KEPT],
      ),
    );
  }

  /**
   * Records a run: that it began, and later how it ended.
   *
   * @param line the line whose why has its checks, where it was over with that; they are not kept twice
   */
  record(told: LoggedRun, line?: string): void {
    const row = logRow(line === undefined ? told : { ...told, checks: [] }, Date.now());
    this.batch.add(row);
    this.news.publishLazily('run', () => viewOf(row));
    if (told.ended !== undefined) this.chatLog.runEnded(told.id, told.title, told.ended);
  }

  async find(id: string): Promise<(RunView & { readonly checks: Check[] }) | undefined> {
    await this.batch.flush();
    const row = await this.database.read.findOneBy(RunLogRow, { id });
    if (row === null) return undefined;
    const checks = JSON.parse(row.checks) as Check[];
    if (checks.length > 0) return { ...viewOf(row), checks };
    // Begun by a line, it has its id in front; what was erased has no why there either.
    const why = await this.chatLog.why(id.slice(0, ID_LENGTH));
    return { ...viewOf(row), checks: [...(why?.checks ?? [])] };
  }
}

/** @param now when it ended, if it did */
export function logRow({ id, owner, title, occasion, checks, ended }: LoggedRun, now: number): RunLogRow {
  return {
    id,
    at: occasion.at,
    endedAt: ended === undefined ? null : now,
    owner,
    title,
    by: occasion.by,
    viewerId: occasion.viewer.id,
    viewer: occasion.viewer.name,
    ended: ended?.how ?? 'going',
    words: ended?.words ?? '',
    checks: JSON.stringify(checks),
    reason: ended?.how === 'refused' ? reasonOf(checks) : null,
  };
}

/** A run is told of when it begins and when it ends; the later word holds. */
async function put(manager: EntityManager, rows: RunLogRow[]): Promise<void> {
  await insertMany(manager, RunLogRow, rows, { known: 'replace' });
}

function viewOf({ id, at, endedAt, owner, title, by, viewer, ended, words, reason }: RunLogRow): RunView {
  return {
    id,
    at: new Date(at).toISOString(),
    endedAt: endedAt === null ? null : new Date(endedAt).toISOString(),
    owner,
    title,
    by,
    viewer,
    ended,
    words,
    reason,
    line: null,
  };
}
