import { foldNick } from '../viewers/index.js';
import { rolesFrom, type RecordedLine } from './replay.js';

/** What was read of a file of chat. */
export interface ReadLog {
  readonly lines: readonly RecordedLine[];
  /** lines of the file that nothing could be made of */
  readonly skipped: number;
}

/** `[19:30:05] <name> text`, `2026-03-05 19:30:05 <name> text`, `19:30 <@name> text`: as IRC programs keep logs. */
const IRC_LINE =
  /^\[?(?:(\d{4}-\d\d-\d\d)[T ])?(\d{1,2}):(\d\d)(?::(\d\d))?[^\]<]*\]?\s*<[~&@%+ ]*([^>\s]{1,50})>\s(.+)$/u;
const DAY_MS = 86_400_000;

/**
 * Reads recorded chat: Gully’s JSON lines (`{"at":"2026-03-05T19:30:05Z","name":"siltlark","text":"hello"}`,
 * with `viewer` and `roles` where they are known), or a log as IRC programs write them. A log without
 * days goes over midnight where its clock goes back.
 */
export function readLog(file: string): ReadLog {
  const lines: RecordedLine[] = [];
  let skipped = 0;
  let day = 0;
  let last = 0;
  for (const [n, row] of file.split(/\r?\n/u).entries()) {
    if (row.trim() === '') continue;
    const read = row.trimStart().startsWith('{') ? fromJson(row) : fromIrc(row);
    if (read === undefined) {
      skipped += 1;
      continue;
    }
    if (read.isClock && read.at + day < last) day += DAY_MS;
    const at = read.isClock ? read.at + day : read.at;
    last = at;
    const { name, text, roles = '', viewer = foldNick(name) } = read;
    lines.push({
      id: `file-${String(n + 1)}`,
      at,
      viewer,
      name,
      roles: rolesFrom(roles),
      text,
      firstSeen: undefined,
    });
  }
  return { lines, skipped };
}

interface Read {
  readonly at: number;
  /** it tells the time of day alone */
  readonly isClock: boolean;
  readonly name: string;
  readonly text: string;
  readonly roles?: string;
  readonly viewer?: string;
}

function fromJson(row: string): Read | undefined {
  let value: unknown;
  try {
    value = JSON.parse(row);
  } catch {
    return undefined;
  }
  const { at, name, text, roles, viewer } = value as Readonly<Record<string, unknown>>;
  const time = typeof at === 'string' ? Date.parse(at) : NaN;
  if (Number.isNaN(time) || typeof name !== 'string' || typeof text !== 'string' || name === '')
    return undefined;
  return {
    at: time,
    isClock: false,
    name,
    text,
    ...(Array.isArray(roles) ? { roles: roles.join(' ') } : {}),
    ...(typeof viewer === 'string' ? { viewer } : {}),
  };
}

function fromIrc(row: string): Read | undefined {
  const [, date, hours, minutes, seconds = '0', name, text] = IRC_LINE.exec(row) ?? [];
  if (hours === undefined || name === undefined || text === undefined) return undefined;
  const clock = (Number(hours) * 3_600 + Number(minutes) * 60 + Number(seconds)) * 1000;
  if (date === undefined) return { at: clock, isClock: true, name, text };
  const midnight = Date.parse(`${date}T00:00:00Z`);
  return Number.isNaN(midnight) ? undefined : { at: midnight + clock, isClock: false, name, text };
}
