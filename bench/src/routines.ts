import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawLine } from '@gully/core/lists';
import { chanceFrom } from '@gully/core/random';
import { prepareRoutine, routineOf, saveRun, type RunState } from '@gully/core/routines';
import { strangerFacts } from '@gully/core/viewers';
import { Database, insertMany, openDatabase } from '@gully/server/database';
import { RunLogRow, RunRow } from '@gully/server/runs';
import { STORED } from '@gully/server/stored';
import { KeptList } from '@gully/server/lists';
import { ulid } from 'ulid';
import { end, residentMb, start } from './program.js';
import { tellRatio } from './ratios.js';
import { timesOf } from './times.js';

const RUNS = 10_000;
/** Milliseconds from the start of the program until the first goes on, and over which all do. */
const FIRST_MS = 8_000;
const SPAN_MS = 20_000;
const SETTINGS = { GULLY_HTTP_PORT: '0', GULLY_IRC_PORT: '9', GULLY_LOG: 'error' };

const routine = prepareRoutine(
  'bench',
  'Waits and counts',
  routineOf([
    { kind: 'wait', id: 'w', seconds: 60 },
    { kind: 'counter', id: 'c', counter: 'done', change: 'add', amount: 1, lowestRole: 'viewer' },
  ]),
);

/** A run that waits until a time. */
function waiting(until: number): RunState {
  const id = ulid();
  const viewer = strangerFacts(ulid(), `caver${id.slice(-6)}`, ['subscriber'], until);
  return {
    id: `${id}:bench`,
    owner: 'bench',
    title: routine.title,
    occasion: {
      cause: id,
      by: '!bench',
      viewer,
      roles: ['subscriber'],
      target: viewer,
      inputs: { text: 'what was typed after the command' },
      inputNames: ['text'],
      typed: 'what was typed after the command',
      line: id,
      command: { name: '!bench', uses: 1, usesByViewer: 1 },
      event: undefined,
      at: until,
    },
    frames: [{ routine, place: 'steps', next: 1 }],
    memory: {},
    steps: 1,
    messages: 0,
    waitedMs: 60_000,
    awaiting: { for: 'time', until },
    checks: [{ rule: 'Step 1: waits', measure: '1 min', outcome: 'noted' }],
  };
}

/** 10,000 runs that wait: what they hold, and how late each goes on, beside as many bare timers. */
async function waitingRuns(): Promise<void> {
  const empty = mkdtempSync(join(tmpdir(), 'gully-bench-'));
  const alone = await start(
    'apps/server/dist/main.js',
    [],
    { ...SETTINGS, GULLY_DATA_DIR: empty },
    /^Gully is at/u,
  );
  await new Promise((resolve) => setTimeout(resolve, 3_000));
  const without = residentMb(alone.child);
  await end(alone.child);

  const folder = mkdtempSync(join(tmpdir(), 'gully-bench-'));
  const begin = Date.now() + FIRST_MS;
  const due = new Map<string, number>();
  const database = new Database(await openDatabase(folder, STORED));
  const rows = Array.from({ length: RUNS }, (_, n) => {
    const run = waiting(begin + Math.floor((n * SPAN_MS) / RUNS));
    due.set(run.id, run.occasion.at);
    return { id: run.id, owner: run.owner, state: JSON.stringify(saveRun(run)) };
  });
  await database.write((manager) => insertMany(manager, RunRow, rows));
  await database.onApplicationShutdown();

  const bare: number[] = [];
  for (const until of due.values()) setTimeout(() => bare.push(Date.now() - until), until - Date.now());
  const gully = await start(
    'apps/server/dist/main.js',
    [],
    { ...SETTINGS, GULLY_DATA_DIR: folder },
    /^Gully is at/u,
  );
  await new Promise((resolve) => setTimeout(resolve, begin - Date.now() - 1_000));
  const held = residentMb(gully.child) - without;
  await new Promise((resolve) => setTimeout(resolve, SPAN_MS + 3_000));
  await end(gully.child);

  const read = new Database(await openDatabase(folder, STORED));
  const log = await read.read.find(RunLogRow);
  await read.onApplicationShutdown();
  const late = log.map(({ id, endedAt }) => (endedAt ?? Infinity) - (due.get(id) ?? 0)).sort((a, b) => a - b);
  bare.sort((a, b) => a - b);
  const at = (sorted: number[], share: number): number => sorted[Math.floor(sorted.length * share)] ?? NaN;
  console.log(
    `${RUNS.toLocaleString('en')} runs that wait hold ${held.toFixed(0)} MB more than a server without (${without.toFixed(0)} MB)`,
  );
  tellRatio(
    'routines: memory with 10,000 runs that wait, of that without',
    (without + held) / without,
    'lower',
  );
  console.log(
    `they go on late by p50 ${at(late, 0.5)} ms, p99 ${at(late, 0.99)} ms, at the most ${at(late, 0.99999)} ms; bare timers p50 ${at(bare, 0.5)} ms, p99 ${at(bare, 0.99)} ms (${late.length} of ${RUNS} ended)`,
  );
  for (const each of [empty, folder]) rmSync(each, { recursive: true, force: true });
}

/** Drawing a line of a long list, beside one of a short one. */
function drawing(): void {
  const chance = chanceFrom(Math.random);
  const times = [50, 50_000].map((size) => {
    const list = new KeptList(
      { id: 'l', name: 'L', version: 1, changedAt: 0, deletedAt: null },
      Array.from({ length: size }, (_, n) => ({ text: `line ${n}`, round: 0 })),
      1,
      -1,
    );
    const measured = Array.from({ length: 20_000 }, () => {
      const begin = performance.now();
      const line = drawLine(list, 'bag', chance);
      if (line?.change !== undefined) list.take(line.change);
      return performance.now() - begin;
    });
    // The first draws are those of code not yet made fast.
    return timesOf(measured.slice(2_000));
  });
  const [short, long] = times;
  if (short === undefined || long === undefined) return;
  console.log(
    `a line of 50,000: p50 ${(long.p50 * 1000).toFixed(2)} µs, p99 ${(long.p99 * 1000).toFixed(2)} µs; ${(long.p50 / short.p50).toFixed(2)} times a line of 50`,
  );
}

drawing();
await waitingRuns();
