import { readlinkSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import type { Role } from '@gully/core/chat';
import {
  readLog,
  Replay,
  rolesFrom,
  type FilterName,
  type GuardSettings,
  type RecordedLine,
  type Replayed,
} from '@gully/core/guard';
import { ranksOf, type Ranks } from '@gully/core/currency';
import SqliteFile from 'better-sqlite3';

/** The thread of a replay: reads recorded chat and runs settings over it; chat goes on meanwhile. */

export type ReplaySource =
  | { readonly kind: 'last'; readonly lines: number }
  /** what was written between two times, UTC milliseconds */
  | { readonly kind: 'stream'; readonly from: number; readonly to: number }
  | { readonly kind: 'file'; readonly text: string };

export interface ReplayOrder {
  readonly path: string;
  readonly source: ReplaySource;
  readonly now: GuardSettings;
  /** each is compared with `now` */
  readonly would: readonly GuardSettings[];
  /** null in a channel without a currency, which has none */
  readonly ranks: Ranks | null;
}
export type ReplayNews =
  | { readonly kind: 'progress'; readonly done: number; readonly total: number }
  | { readonly kind: 'result'; readonly results: readonly Replayed[]; readonly skipped: number };

/** Lines between two times progress is told. */
const EVERY = 2_000;
const COLUMNS = `l.id, l.at, l.viewer_id AS viewer, l.name, l.roles, l.text, v.first_seen AS firstSeen
  FROM chat_lines l LEFT JOIN viewers v ON v.id = l.viewer_id
  WHERE l.own = 0 AND l.event IS NULL AND l.viewer_id IS NOT NULL`;

interface Row extends Omit<RecordedLine, 'roles' | 'firstSeen'> {
  readonly roles: string;
  readonly firstSeen: number | null;
}

stepBack();
const { path, source, now, would, ranks } = workerData as ReplayOrder;
const file = new SqliteFile(path, { readonly: true });
file.pragma('busy_timeout = 5000');

const { lines, skipped } = recorded();
const labels = new Map(
  file
    .prepare<[], { line: string; filter: string; right: number }>(
      'SELECT line_id AS line, filter, right FROM guard_labels',
    )
    .all()
    .map(({ line, filter, right }) => [`${line} ${filter}`, right === 1]),
);
const judgement = (line: string, filter: FilterName): boolean | undefined => labels.get(`${line} ${filter}`);
const replays = would.map((each) => new Replay(now, each, judgement));
const tell = (news: ReplayNews): void => parentPort?.postMessage(news);
for (const [n, line] of lines.entries()) {
  if (n % EVERY === 0) tell({ kind: 'progress', done: n, total: lines.length });
  for (const replay of replays) replay.take(line);
}
tell({ kind: 'result', results: replays.map((replay) => replay.result()), skipped });

/** Lets everything else go first, where the system tells this thread from the others. */
function stepBack(): void {
  try {
    const thread = Number(readlinkSync('/proc/thread-self').split('/').at(-1));
    if (Number.isInteger(thread)) setPriority(thread, constants.priority.PRIORITY_LOW);
  } catch {
    // Elsewhere it is as urgent as the rest; a replay is over in seconds.
  }
}

function recorded(): { readonly lines: readonly RecordedLine[]; readonly skipped: number } {
  if (source.kind === 'file') return readLog(source.text);
  const rows =
    source.kind === 'last'
      ? file
          .prepare<unknown[], Row>(`SELECT ${COLUMNS} ORDER BY l.id DESC LIMIT ?`)
          .all(source.lines)
          .reverse()
      : file
          .prepare<unknown[], Row>(`SELECT ${COLUMNS} AND l.at BETWEEN ? AND ? ORDER BY l.id`)
          .all(source.from, source.to);
  const ranksNow = ranksByViewer();
  return {
    skipped: 0,
    lines: rows.map(({ roles: had, firstSeen, ...row }) => {
      const roles = rolesFrom(had);
      return { ...row, roles, firstSeen: firstSeen ?? undefined, ranks: ranksNow(row.viewer, roles) };
    }),
  };
}

/** The ranks viewers have reached by now; what they had when they wrote is not kept. */
function ranksByViewer(): (viewer: string, roles: readonly Role[]) => readonly string[] {
  const asks = [now, ...would].some(({ filters }) =>
    Object.values(filters).some(({ exemptRank }) => exemptRank !== ''),
  );
  if (ranks === null || !asks) return () => [];
  const holdings = file.prepare<[string], { watchTime: number; earned: number; balance: number }>(
    `SELECT v.watch_ms / 1000 AS watchTime, a.earned, a.balance
     FROM accounts a JOIN viewers v ON v.id = a.name WHERE a.kind = 'viewer' AND a.name = ?`,
  );
  const known = new Map<string, ReturnType<typeof holdings.get>>();
  return (viewer, roles) => {
    if (!known.has(viewer)) known.set(viewer, holdings.get(viewer));
    const held = known.get(viewer);
    return held === undefined ? [] : ranksOf(ranks, { roles, ...held }).map(({ id }) => id);
  };
}
