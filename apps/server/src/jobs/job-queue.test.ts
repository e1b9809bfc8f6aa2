import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { makeLog } from '../log/index.js';
import { JobQueue, type QueuedJob } from './index.js';

const newQueue = (): JobQueue => new JobQueue(makeLog('silent', false));

test('all is done in the order it was asked for, one thing at a time; neighbours are decided together', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.boolean(), { maxLength: 40 }), async (kinds) => {
      const queue = newQueue();
      const done: number[] = [];
      let busy = 0;
      const work = async (ids: readonly number[]): Promise<void> => {
        busy += 1;
        expect(busy).toBe(1);
        await Promise.resolve();
        done.push(...ids);
        busy -= 1;
      };
      queue.workBy((jobs) => work(jobs.map(({ kind }) => Number(kind))));
      const answers = kinds.map((alone, n) => {
        if (alone) return queue.alone(() => work([n]));
        queue.add({ kind: String(n) });
        return Promise.resolve();
      });
      await Promise.all(answers);
      await queue.settled();
      expect(done).toEqual(kinds.map((_, n) => n));
    }),
  );
});

test('work that asks for work within it has it at once, and work asked for right after an answer is not forgotten', async () => {
  const queue = newQueue();
  const inner = await queue.alone(() => queue.alone(() => Promise.resolve('within')));
  expect(inner).toBe('within');
  // Asked for in the very moment the queue found nothing more to do.
  for (let n = 0; n < 50; n += 1) expect(await queue.alone(() => Promise.resolve(n))).toBe(n);
});

test('what fails is told to who asked, and the next goes on', async () => {
  const queue = newQueue();
  const taken: string[] = [];
  queue.workBy((jobs: readonly QueuedJob[]) => {
    if (jobs.some(({ kind }) => kind === 'bad')) return Promise.reject(new Error('bad'));
    taken.push(...jobs.map(({ kind }) => kind));
    return Promise.resolve();
  });
  queue.add({ kind: 'bad' });
  await expect(
    queue.alone(() => {
      throw new Error('at once');
    }),
  ).rejects.toThrow('at once');
  await expect(queue.alone(() => Promise.reject(new Error('later')))).rejects.toThrow('later');
  queue.add({ kind: 'good' });
  await queue.settled();
  expect(taken).toEqual(['good']);
});

test('at the end what waits is still done, and nothing more is taken', async () => {
  const queue = newQueue();
  const taken: string[] = [];
  queue.workBy((jobs) => {
    taken.push(...jobs.map(({ kind }) => kind));
    return Promise.resolve();
  });
  queue.add({ kind: 'before' });
  await queue.end();
  queue.add({ kind: 'after' });
  await queue.settled();
  expect(taken).toEqual(['before']);
});
