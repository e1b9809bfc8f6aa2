import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import SqliteFile from 'better-sqlite3';
import type { DataSource } from 'typeorm';
import { until } from '../test-support/index.js';
import { faultInWords, isDamage } from './fault.js';
import {
  Batch,
  Database,
  lockFolder,
  openDatabase,
  type DatabaseHealth,
  type EntityManager,
} from './index.js';
import { STORED } from '../stored.js';
import { newFolder } from '../test-support/index.js';

let folder: string;
beforeEach(() => {
  folder = newFolder();
});

describe('the one door for writing', () => {
  let source: DataSource;
  let database: Database;
  beforeEach(async () => {
    source = await openDatabase(folder, STORED);
    database = new Database(source);
    await source.query(
      'CREATE TABLE purses (name TEXT PRIMARY KEY, flint INTEGER NOT NULL CHECK (flint >= 0))',
    );
    await source.query(`INSERT INTO purses VALUES ('a', 1000), ('b', 1000), ('c', 0)`);
  });
  afterEach(() => database.onApplicationShutdown());

  const purses = async (): Promise<Record<string, number>> =>
    Object.fromEntries(
      (await source.query<{ name: string; flint: number }[]>('SELECT name, flint FROM purses')).map(
        ({ name, flint }) => [name, flint],
      ),
    );

  test('of 200 overlapping transfers, some failing half-way, each is whole or absent', async () => {
    const transfer = (n: number): Promise<void> =>
      database.write(async (manager) => {
        await manager.query(`UPDATE purses SET flint = flint - 7 WHERE name = 'a'`);
        await Promise.resolve();
        if (n % 3 === 0) throw new Error('on purpose');
        await manager.query(`UPDATE purses SET flint = flint + 7 WHERE name = 'b'`);
      });
    const results = await Promise.allSettled(Array.from({ length: 200 }, (_, n) => transfer(n)));
    // 133 were let through, and flint runs out at 142, so every failure is one on purpose.
    const done = results.filter(({ status }) => status === 'fulfilled').length;
    expect(done).toBe(133);
    expect(await purses()).toEqual({ a: 1000 - 7 * done, b: 1000 + 7 * done, c: 0 });
  });

  test('what the database refuses is undone whole, and the next write goes on', async () => {
    const overdraw = database.write(async (manager) => {
      await manager.query(`UPDATE purses SET flint = flint + 5 WHERE name = 'c'`);
      await manager.query(`UPDATE purses SET flint = flint - 2000 WHERE name = 'a'`);
    });
    await expect(overdraw).rejects.toThrow(/CHECK/u);
    await database.write((manager) => manager.query(`UPDATE purses SET flint = 1 WHERE name = 'c'`));
    expect(await purses()).toEqual({ a: 1000, b: 1000, c: 1 });
  });

  test('what is written is on disk when the promise resolves', async () => {
    await database.write((manager) => manager.query(`UPDATE purses SET flint = 42 WHERE name = 'c'`));
    const other = new SqliteFile(join(folder, 'gully.db'), { readonly: true });
    expect(other.prepare(`SELECT flint FROM purses WHERE name = 'c'`).pluck().get()).toBe(42);
    other.close();
    expect((await source.query<[{ synchronous: number }]>('PRAGMA synchronous'))[0].synchronous).toBe(2);
    expect((await source.query<[{ foreign_keys: number }]>('PRAGMA foreign_keys'))[0].foreign_keys).toBe(1);
  });

  test('a snapshot is whole while writes go on, and opens as a database of its own', async () => {
    await database.write((manager) => manager.query('CREATE TABLE ledger (name TEXT, flint INTEGER)'));
    const copy = join(folder, 'copy');
    mkdirSync(copy);
    let written = 0;
    const writing = (async () => {
      for (; written < 60; written += 1)
        await database.write(async (manager) => {
          // Two rows that only make sense together.
          for (const sign of [1, -1])
            await manager.query('INSERT INTO ledger VALUES (?, ?)', ['x'.repeat(5_000), sign]);
        });
    })();
    await until(() => Promise.resolve(written > 5), 'some writes');
    await Promise.all([database.snapshot(join(copy, 'gully.db')), writing]);
    const first = new SqliteFile(join(copy, 'gully.db'), { readonly: true });
    expect(first.prepare('SELECT sum(flint) FROM ledger').pluck().get()).toBe(0);
    first.close();
    await database.snapshot(join(copy, 'gully.db'));
    const other = new Database(await openDatabase(copy, STORED));
    const [sum] = await other.read.query<[{ rows: number; sum: number }]>(
      'SELECT count(*) AS rows, sum(flint) AS sum FROM ledger',
    );
    expect(sum).toEqual({ rows: 120, sum: 0 });
    expect(readdirSync(copy)).not.toContain('gully.db.new');
    await other.onApplicationShutdown();
  });

  test('a batch is written together, in order, and once more when the first try fails', async () => {
    const written: number[][] = [];
    const given: number[] = [];
    let failures = 1;
    const batch = new Batch<number>(
      database,
      (_, items) => {
        if (failures-- > 0) return Promise.reject(new Error('disk full'));
        written.push(items);
        return Promise.resolve();
      },
      (_, count) => given.push(count),
    );
    for (let n = 0; n < 3; n++) batch.add(n);
    await batch.flush();
    batch.add(3);
    await batch.flush();
    expect(written).toEqual([[0, 1, 2, 3]]);
    failures = 2;
    batch.add(4);
    await batch.flush();
    await batch.flush();
    expect(given).toEqual([1]);
  });
});

describe('what is gathered', () => {
  let database: Database;
  beforeEach(async () => {
    database = new Database(await openDatabase(folder, STORED));
    await database.write((manager) =>
      manager.query('CREATE TABLE pebbles (heap TEXT, n INTEGER CHECK (n < 1000))'),
    );
  });
  afterEach(() => database.onApplicationShutdown());

  const givenUp: string[] = [];
  const heap = (name: string): Batch<number> =>
    new Batch<number>(
      database,
      async (manager, items) => {
        for (const n of items) await manager.query('INSERT INTO pebbles VALUES (?, ?)', [name, n]);
      },
      () => givenUp.push(name),
    );
  const kept = async (): Promise<string[]> =>
    (await database.read.query<{ heap: string; n: number }[]>('SELECT heap, n FROM pebbles')).map(
      ({ heap: name, n }) => `${name}${String(n)}`,
    );

  test('by several is written in one transaction, and all of it when any of them is flushed', async () => {
    const [a, b] = [heap('a'), heap('b')];
    const write = jest.spyOn(database, 'write');
    a.add(1);
    b.add(2);
    await a.flush();
    expect(await kept()).toEqual(['a1', 'b2']);
    expect(write).toHaveBeenCalledTimes(1);
    await b.flush();
    expect(write).toHaveBeenCalledTimes(1);
  });

  test('is not waited for on the way to the disk; what comes after it is', async () => {
    const waits: unknown[] = [];
    const look = async (manager: EntityManager): Promise<void> => {
      waits.push((await manager.query<{ synchronous: number }[]>('PRAGMA synchronous'))[0]?.synchronous);
    };
    const fails = new Batch<number>(
      database,
      (manager) => look(manager).then(() => Promise.reject(new Error())),
      () => 0,
    );
    fails.add(1);
    await fails.flush();
    await database.write(look);
    // 1 is SQLite’s NORMAL, and 2 its FULL.
    expect(waits).toEqual([1, 2]);
  });

  test('is written as well when the connection had been lost', async () => {
    const source = await openDatabase(newFolder(), STORED);
    const lost = new Database(source);
    let written = 0;
    const batch = new Batch<number>(
      lost,
      async (manager, items) => {
        await manager.query('SELECT 1');
        written += items.length;
      },
      () => 0,
    );
    await source.destroy();
    batch.add(1);
    await batch.flush();
    expect(written).toBe(1);
    await lost.onApplicationShutdown();
  });

  test('and cannot be written is tried once more by itself, and takes nothing else with it', async () => {
    const [a, b] = [heap('a'), heap('b')];
    givenUp.length = 0;
    a.add(1);
    b.add(5_000);
    await a.flush();
    expect(await kept()).toEqual(['a1']);
    expect(givenUp).toEqual([]);
    a.add(2);
    await a.flush();
    expect(await kept()).toEqual(['a1', 'a2']);
    expect(givenUp).toEqual(['b']);
    b.add(3);
    await b.flush();
    expect(await kept()).toEqual(['a1', 'a2', 'b3']);
  });

  test('is on disk when a flush resolves, though it was on its way already; whoever waits overtakes nobody', async () => {
    const a = heap('a');
    const order: number[] = [];
    const flushes = Array.from({ length: 20 }, (_, n) => {
      a.add(n);
      return a.flush().then(async () => {
        order.push(n);
        expect((await kept()).length).toBeGreaterThan(n);
      });
    });
    await Promise.all(flushes);
    expect(order).toEqual(Array.from({ length: 20 }, (_, n) => n));
    expect(await kept()).toHaveLength(20);
  });

  test('by itself comes to the disk, and what waits at the end does too', async () => {
    const a = heap('a');
    a.add(1);
    await until(async () => ((await kept()).length === 1 ? true : undefined), 'what waits being written');
    a.add(2);
    await database.onApplicationShutdown();
    database = new Database(await openDatabase(folder, STORED));
    expect(await kept()).toEqual(['a1', 'a2']);
  });
});

describe('a file that cannot be used is left as it was', () => {
  const path = (): string => join(folder, 'gully.db');

  test('from a later version', async () => {
    await (await openDatabase(folder, STORED)).destroy();
    const file = new SqliteFile(path());
    file
      .prepare(`INSERT INTO migrations (timestamp, name) VALUES (9999999999999, 'Tomorrow9999999999999')`)
      .run();
    file.pragma('wal_checkpoint(TRUNCATE)');
    file.close();
    const before = readFileSync(path());
    await expect(openDatabase(folder, STORED)).rejects.toThrow(
      /written by a later version of Gully \(it holds “Tomorrow9999999999999”\)\. Nothing in it was changed/u,
    );
    expect(readFileSync(path()).equals(before)).toBe(true);
  });

  test('one folder is for one server, until that has ended', () => {
    const unlock = lockFolder(folder);
    expect(() => lockFolder(folder)).toThrow(
      /Another Gully is running on the data folder .+ Nothing was started\./u,
    );
    unlock();
    lockFolder(folder)();
  });

  test.each([
    ['SQLITE_FULL', /^The disk with the data folder \/d is full\. .+ Free some space/u],
    ['SQLITE_READONLY_DIRECTORY', /^The data folder \/d cannot be written to/u],
    ['SQLITE_CANTOPEN', /^The data folder \/d cannot be written to/u],
    ['EACCES', /^The data folder \/d cannot be written to/u],
    ['SQLITE_IOERR', /^The data folder \/d cannot be used: it is ill\. /u],
  ])('%s is told as what it is, and not as damage', (code, words) => {
    const error = Object.assign(new Error('it is ill'), { code });
    expect(isDamage(error)).toBe(false);
    expect(faultInWords('/d', error)).toMatch(words);
  });

  test('damaged in the middle, cut short, or no database at all', async () => {
    await (await openDatabase(folder, STORED)).destroy();
    const whole = readFileSync(path());
    const torn = Buffer.from(whole);
    torn.fill(0xee, 4096, 12_288);
    for (const damaged of [
      torn,
      whole.subarray(0, 5_000),
      Buffer.from('this is a letter, not a database\n'.repeat(200)),
    ]) {
      writeFileSync(path(), damaged);
      await expect(openDatabase(folder, STORED)).rejects.toThrow(
        /is damaged \(.+\)\. Nothing in it was changed\. Move the file away/u,
      );
      expect(readFileSync(path()).equals(damaged)).toBe(true);
    }
  });

  test('a large one is opened at once, and what is wrong with it is told by health when it was looked through', async () => {
    const source = await openDatabase(folder, STORED);
    await source.query('CREATE TABLE caves (walls BLOB)');
    await source.query('CREATE INDEX caves_walls ON caves (walls)');
    for (let n = 0; n < 40; n += 1) await source.query('INSERT INTO caves VALUES (randomblob(500000))');
    await source.query('PRAGMA wal_checkpoint(TRUNCATE)');
    await source.destroy();
    const whole = readFileSync(path());
    expect(whole.length).toBeGreaterThan(32 * 1024 * 1024);
    const look = async (): Promise<[string, DatabaseHealth]> => {
      const database = new Database(await openDatabase(folder, STORED));
      const found = await database.lookThrough();
      const { health } = database;
      await database.onApplicationShutdown();
      return [found, health];
    };
    expect(await look()).toEqual(['', { failing: false, since: undefined, code: '', damage: '' }]);
    const torn = Buffer.from(whole);
    torn.fill(0xee, whole.length - 4_096 * 200, whole.length - 4_096 * 100);
    writeFileSync(path(), torn);
    const [found, health] = await look();
    expect(found).not.toBe('');
    expect(health).toMatchObject({ failing: false, damage: found });
  });

  test('of another program', async () => {
    const file = new SqliteFile(path());
    file.exec('CREATE TABLE recipes (name TEXT)');
    file.close();
    await expect(openDatabase(folder, STORED)).rejects.toThrow(/not one of Gully’s/u);
  });

  test('a data folder that cannot be made is named', async () => {
    writeFileSync(join(folder, 'file'), '');
    await expect(openDatabase(join(folder, 'file', 'data'), STORED)).rejects.toThrow(
      /The data folder .+ cannot be used: ENOTDIR/u,
    );
  });
});
