import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import type { NewsOf, TaskView } from '@gully/core/news';
import type { Standin } from '@gully/standin/standin';
import { NewsService } from '../news/index.js';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';
import { Tasks } from './index.js';

const MANY = 1_500;
let standin: Standin;
let gully: Gully;
beforeEach(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin, newFolder());
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

/** Cancels the next task as it does the given piece of the part that begins with such words. */
function cancelAt(words: string, piece: number): void {
  const tasks = gully.app.get(Tasks);
  const run = tasks.run.bind(tasks);
  tasks.run = (name, work) => {
    tasks.run = run;
    return run(name, (task) => {
      const check = task.check.bind(task);
      task.check = () => {
        if (task.now.doing.startsWith(words) && task.now.done >= piece) task.cancel();
        check();
      };
      return work(task);
    });
  };
}
const count = async (sql: string): Promise<number> =>
  (await gully.source.query<{ n: number }[]>(`SELECT count(*) AS n FROM ${sql}`))[0]?.n ?? 0;

test('pages are told how far it is once it takes long, and that it has ended; it can be cancelled', async () => {
  const told: (readonly TaskView[])[] = [];
  gully.app.get(NewsService).subscribe((kind, tell) => {
    if (kind === 'tasks') told.push((tell().about as NewsOf['tasks']).running);
  });
  const tasks = gully.app.get(Tasks);
  await tasks.run('Soon done', () => Promise.resolve());
  const never = tasks.run('Importing viewers', async (task) => {
    task.begin('Reading the file', 300);
    for (;;) {
      await task.step();
      await new Promise(setImmediate);
    }
  });
  await until(() => (told.length > 1 ? true : undefined), 'how far it is');
  const [first, second] = [told[0]?.[0], told[1]?.[0]];
  expect(first).toMatchObject({ name: 'Importing viewers', doing: 'Reading the file', total: 300 });
  expect(second?.done).toBeGreaterThan(first?.done ?? Infinity);
  expect((await gully.http.get('/api/tasks').expect(200)).body).toMatchObject([{ id: first?.id }]);
  const cancel = `/api/tasks/${first?.id ?? ''}/cancel`;
  const ended = expect(never).rejects.toThrow('Cancelled');
  await gully.http.post(cancel).expect(204);
  await ended;
  expect(told.at(-1)).toEqual([]);
  await gully.http.post(cancel).expect(404);
});

describe('what was cancelled in the middle', () => {
  const refused = { title: 'Cancelled', detail: 'Nothing was changed.' };

  test.each([
    ['Reading', 1],
    ['Writing', MANY + 20],
  ])('of money left nothing behind (%s), and is done when asked for again', async (words, piece) => {
    const value = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };
    await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
    await gully.source.query(
      `WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < ?)
       INSERT INTO viewers (id, connection, account, name, role, first_seen, last_seen, messages, watch_ms)
       SELECT printf('V%025d', x), 'irc', 'account:caver' || x, 'caver' || x, 'subscriber', x, x, 1, 0 FROM n`,
      [MANY],
    );
    const gift = () =>
      gully.http
        .post('/api/currency/by-hand')
        .send({ does: 'give', amount: 4, role: 'subscriber', key: 'gift-to-many' });
    cancelAt(words, piece);
    expect((await gift().expect(409)).body).toMatchObject(refused);
    expect(await count('ledger_postings')).toBe(0);
    const { posting } = (await gift().expect(200)).body as { posting: number };
    const reversal = () => gully.http.post(`/api/ledger/${String(posting)}/reversal`);
    cancelAt(words, piece);
    expect((await reversal().expect(409)).body).toMatchObject(refused);
    expect(await count('accounts WHERE balance = 4')).toBe(MANY);
    expect((await reversal().expect(200)).body).toMatchObject({ viewers: MANY, total: 4 * MANY });
  });

  test('of viewers from a file is said, and the same file brings the rest', async () => {
    const file = `name\n${Array.from({ length: MANY }, (_, n) => `caver${String(n)}`).join('\n')}`;
    const look = async (): Promise<{ token: string; fresh: number }> => {
      const asked = gully.http.post('/api/viewers/import/preview').set('content-type', 'text/csv').send(file);
      return (await asked.expect(200)).body as { token: string; fresh: number };
    };
    const { token } = await look();
    cancelAt('Importing', 400);
    const { body } = await gully.http.post('/api/viewers/import').send({ token }).expect(409);
    expect(body).toMatchObject({ title: 'Cancelled' });
    expect((body as { detail: string }).detail).toMatch(/^400 of 1,500 viewers were imported/u);
    expect(await count(`viewers WHERE name LIKE 'caver%'`)).toBe(400);
    expect(await count('imports')).toBe(0);
    const again = await look();
    expect(again.fresh).toBe(MANY - 400);
    await gully.http.post('/api/viewers/import').send({ token: again.token }).expect(200);
    expect(await count(`viewers WHERE name LIKE 'caver%'`)).toBe(MANY);
  });
});
