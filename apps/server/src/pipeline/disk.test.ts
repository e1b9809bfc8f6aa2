import type { Step } from '@gully/core/channel';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, describe, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import { CounterRow } from '../routines/index.js';
import { ChannelWorld } from '../live/index.js';
import { FaultyDisk, Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin | undefined;
const running: Gully[] = [];
afterEach(async () => {
  for (const gully of running.splice(0)) await gully.stop();
  await standin?.close();
  standin = undefined;
});

async function start(folder = newFolder()): Promise<{ gully: Gully; disk: FaultyDisk; folder: string }> {
  standin ??= await newStandin();
  const gully = await Gully.inRoom(standin, folder);
  running.push(gully);
  return { gully, disk: new FaultyDisk(gully.source), folder };
}
async function again(gully: Gully, folder: string): Promise<Gully> {
  await gully.stop();
  running.splice(running.indexOf(gully), 1);
  return (await start(folder)).gully;
}

const set = (gully: Gully, name: string, value: number) =>
  gully.http.put(`/api/counters/${name}`).send({ value });
const stored = async (gully: Gully): Promise<Record<string, number>> =>
  Object.fromEntries(
    (await gully.app.get(Database).read.find(CounterRow)).map(({ name, value }) => [name, value]),
  );
const inMemory = (gully: Gully, name: string): number | undefined =>
  gully.app.get(ChannelWorld).now().counters.of(name)?.value;
const counts = (name: string): Step[] => [
  { kind: 'counter', id: 'c', counter: name, change: 'add', amount: 1, lowestRole: 'viewer' },
  { kind: 'say', id: 's', texts: [`${name} {{ counter.${name} }}`], order: 'random' },
];
const isCommit = (sql: string): boolean => sql === 'COMMIT';
const isCounter =
  (name: string) =>
  (sql: string, parameters: readonly unknown[]): boolean =>
    sql.startsWith('INSERT INTO counters') && parameters[0] === name;

describe('a disk that fails', () => {
  test('at a commit: it is told as an error, and what is acknowledged afterwards is on disk after a restart', async () => {
    const { gully, disk, folder } = await start();
    await set(gully, 'before', 1).expect(204);
    disk.refuse(isCommit);
    await set(gully, 'lost', 2).expect(507);
    expect((await gully.http.get('/api/health')).body).toMatchObject({
      ok: false,
      words: expect.stringContaining('The disk is full'),
    });
    expect(inMemory(gully, 'lost')).toBeUndefined();

    disk.heal();
    await set(gully, 'after', 3).expect(204);
    await gully.add({ name: 'depth', routine: routineOf(counts('deep')) });
    await gully.type('pebblewren', '!depth');
    await gully.said('deep 1');
    expect((await gully.http.get('/api/health')).body).toEqual({ ok: true, words: '', since: null });
    const next = await again(gully, folder);
    expect(await stored(next)).toEqual({ before: 1, after: 3, deep: 1 });
  });

  test('at the rollback too: the connection is opened again, and nothing acknowledged is lost', async () => {
    const { gully, disk, folder } = await start();
    disk.refuse(isCommit, 1);
    disk.refuseRollback();
    await set(gully, 'lost', 2).expect(507);
    await set(gully, 'after', 3).expect(204);
    const next = await again(gully, folder);
    expect(await stored(next)).toEqual({ after: 3 });
  });

  test('for one job: those decided with it are written and done, and its why says what happened', async () => {
    const { gully, disk } = await start();
    for (const name of ['one', 'two', 'three'])
      await gully.add({ name, aliases: [], routine: routineOf(counts(name)) });
    // The first is slow, so that the others are decided together behind it.
    disk.slow(isCounter('one'), 150);
    disk.refuse(isCounter('two'), Infinity, 'SQLITE_CONSTRAINT');
    const say = (text: string) =>
      gully.http.post('/api/standin/say').send({ name: 'siltlark', roles: [], text }).expect(204);
    await say('!one');
    for (const text of ['!two', '!three', '!one']) await say(text);
    await gully.said('three 1');
    await gully.said('one 2');
    const line = await gully.line(({ text }) => text === '!two', 'the one that failed');
    expect(line).toMatchObject({ outcome: 'stopped', brief: 'could not be written' });
    expect(inMemory(gully, 'two')).toBeUndefined();
    disk.heal();
    await say('!two');
    await gully.said('two 1');
    expect(await stored(gully)).toEqual({ one: 2, two: 1, three: 1 });
  });

  test('for all: each message is heard and told that nothing of it was done, and all goes on by itself', async () => {
    const { gully, disk } = await start();
    await gully.add({ name: 'depth', aliases: [], routine: routineOf(counts('deep')) });
    await gully.type('siltlark', 'hello');
    disk.refuse(isCommit);
    const say = (text: string) =>
      gully.http.post('/api/standin/say').send({ name: 'siltlark', roles: [], text }).expect(204);
    for (const text of ['!depth', '!depth', 'is it on?', '!depth']) await say(text);
    const heard = await until(async () => {
      const lines = (await gully.lines()).filter(({ name, text }) => name === 'siltlark' && text !== 'hello');
      return lines.length === 4 ? lines : undefined;
    }, 'the four lines');
    expect(heard.map(({ text, brief }) => [text, brief])).toEqual([
      ['!depth', 'could not be written'],
      ['!depth', 'could not be written'],
      ['is it on?', 'no command'],
      ['!depth', 'could not be written'],
    ]);
    disk.heal();
    await say('!depth');
    await gully.said('deep 1');
    expect(await stored(gully)).toEqual({ deep: 1 });
  });

  test('an event that could not be written is not acknowledged, and is taken when it comes again, once', async () => {
    const { gully, disk } = await start();
    await gully.addRoutine('Thanks', counts('follows'), {
      triggers: [{ id: 't', event: 'follow', least: 0, lowestRole: 'viewer', viewers: [] }],
    });
    disk.refuse(isCounter('follows'), 2, 'SQLITE_CONSTRAINT');
    const answers = await standin!.events.raise(
      { type: 'follow', data: { viewer: { name: 'oxbowkid' } }, at: Date.now() },
      4,
    );
    expect(answers).toContain(500);
    expect(answers).toContain(202);
    await gully.said('follows 1');
    expect(await stored(gully)).toEqual({ follows: 1 });
  });

  test('a run whose going on could not be written goes on once it can be', async () => {
    const { gully, disk } = await start();
    const steps: Step[] = [{ kind: 'wait', id: 'w', seconds: 1 }, ...counts('slept')];
    await gully.add({ name: 'sleep', routine: routineOf(steps) });
    disk.refuse(isCounter('slept'), 2);
    await gully.type('pebblewren', '!sleep');
    await gully.said('slept 1');
    await until(async () => ((await gully.runs())[0]?.ended === 'done' ? true : undefined), 'its end');
    expect(await stored(gully)).toEqual({ slept: 1 });
  });
});

describe('a slow disk', () => {
  test('two saves of one setting on the same version: one is told that the other was first', async () => {
    const { gully, disk } = await start();
    disk.slow((sql) => sql.includes('"settings"'), 60);
    const prefix = (value: string) =>
      gully.http
        .put('/api/settings/prefix')
        .send({ value, version: 0 })
        .then(({ status }) => status);
    expect((await Promise.all([prefix('?'), prefix('%')])).sort()).toEqual([200, 409]);
  });

  test('200 writes by people while chat counts: memory and disk agree, and every count is there', async () => {
    const { gully, disk, folder } = await start();
    await gully.add({ name: 'depth', routine: routineOf(counts('depth')) });
    disk.slow(isCommit, 3);
    const writes = Array.from({ length: 200 }, (_, n) => set(gully, `c${String(n % 20)}`, n).expect(204));
    const lines = Array.from({ length: 40 }, (_, n) =>
      gully.http
        .post('/api/standin/say')
        .send({ name: `caver_${String(n)}`, roles: [], text: '!depth' })
        .expect(204),
    );
    await Promise.all([...writes, ...lines]);
    // memory has a count while the slow disk still writes it, so it is the disk that is waited for
    await until(
      async () => ((await stored(gully)).depth === 40 ? true : undefined),
      'forty counts on the disk',
    );
    const now = await stored(gully);
    expect(inMemory(gully, 'depth')).toBe(40);
    for (const [name, value] of Object.entries(now))
      expect([name, inMemory(gully, name)]).toEqual([name, value]);
    const next = await again(gully, folder);
    expect(await stored(next)).toEqual(now);
  });

  test('a counter set by hand while chat counts it has its place among the messages, in memory as on disk', async () => {
    const { gully, disk } = await start();
    await gully.add({ name: 'depth', routine: routineOf(counts('depth')) });
    disk.slow(isCounter('depth'), 80);
    const say = () =>
      gully.http.post('/api/standin/say').send({ name: 'siltlark', roles: [], text: '!depth' }).expect(204);
    await say();
    const byHand = set(gully, 'depth', 1_000).expect(204);
    await say();
    await byHand;
    await say();
    await until(() => ((inMemory(gully, 'depth') ?? 0) > 1_000 ? true : undefined), 'a count above it');
    await gully.app.get(Database).settled();
    await until(
      async () => ((await stored(gully)).depth === inMemory(gully, 'depth') ? true : undefined),
      'memory and disk to agree',
    );
  });
});

test('a routine that asks for far too much work holds up nobody: the others of the moment are answered', async () => {
  const { gully } = await start();
  const loop = '{% for a in (1..90) %}{% for b in (1..90) %}{{ a }}{% endfor %}{% endfor %}';
  const rows = Array.from({ length: 20 }, (_, n) => ({
    id: `r${String(n)}`,
    value: 'input.all',
    comparison: 'contains' as const,
    against: loop,
  }));
  const steps = Array.from({ length: 40 }, (_, n): Step => ({
    kind: 'if',
    id: `if${String(n)}`,
    conditions: { id: `c${String(n)}`, join: 'any', rows },
    then: [],
    otherwise: [],
  }));
  await gully.add({ name: 'hog', aliases: [], routine: routineOf(steps) });
  await gully.add({ name: 'kit', aliases: [], text: 'helmet and rope' });
  const say = (text: string) =>
    gully.http.post('/api/standin/say').send({ name: 'cheap_ropes_4u', roles: [], text }).expect(204);
  for (let n = 0; n < 10; n += 1) await say('!hog');
  await say('!kit');
  await gully.said('helmet and rope');
  const runs = await gully.runs();
  expect(runs.filter(({ title, ended }) => title === '!hog' && ended === 'limited')).toHaveLength(10);
});

/** A small file system of its own, where one can be mounted. */
function smallDisk(): string | undefined {
  const folder = mkdtempSync(join(tmpdir(), 'gully-small-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=3m', 'tmpfs', folder], { stdio: 'ignore' });
    return folder;
  } catch {
    rmSync(folder, { recursive: true });
    return undefined;
  }
}

const small = smallDisk();
/** Told as skipped where no file system may be mounted; the driver that fails is tested everywhere. */
const onSmallDisk = small === undefined ? test.skip : test;

onSmallDisk(
  'a disk that is really full: errors meanwhile, and after space is freed all that is acknowledged is kept',
  async () => {
    const folder = small ?? '';
    try {
      const { gully } = await start(folder);
      await set(gully, 'before', 1).expect(204);
      const ballast = join(folder, 'ballast');
      for (let size = 3_000_000; size > 1_000; size = Math.floor(size / 2))
        try {
          writeFileSync(ballast, Buffer.alloc(size), { flag: 'a' });
        } catch {
          // As much as fits is there now.
        }
      let refused = 0;
      for (let n = 0; n < 60; n += 1) {
        const { status } = await set(gully, `full${String(n)}`, n);
        if (status === 507) refused += 1;
        else expect(status).toBe(204);
      }
      expect(refused).toBeGreaterThan(0);
      expect((await gully.http.get('/api/health')).body).toMatchObject({ ok: false });
      const meanwhile = await stored(gully);
      rmSync(ballast);
      await set(gully, 'after', 2).expect(204);
      expect((await gully.http.get('/api/health')).body).toMatchObject({ ok: true });
      const next = await again(gully, folder);
      expect(await stored(next)).toEqual({ ...meanwhile, after: 2 });
      await next.stop();
      running.length = 0;
    } finally {
      execFileSync('umount', ['-l', folder], { stdio: 'ignore' });
    }
  },
);
