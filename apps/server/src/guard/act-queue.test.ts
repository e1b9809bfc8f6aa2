import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ActQueue, type Act } from './act-queue.js';

const act = (id: number, rank: Act['rank']): Act => ({
  id: String(id),
  part: 'message',
  rank,
  until: Infinity,
  costs: 1,
  run: () => Promise.resolve({ note: '' }),
});

test('whatever comes and goes, the worst is next, and of equals the one that came first', () => {
  const steps = fc.array(fc.oneof(fc.constantFrom<Act['rank']>(0, 1, 2, 3), fc.constant('take' as const)), {
    maxLength: 4_000,
    size: 'max',
  });
  fc.assert(
    fc.property(steps, (all) => {
      const queue = new ActQueue();
      const waiting: Act[] = [];
      for (const [n, step] of all.entries()) {
        if (step === 'take') {
          waiting.sort((a, b) => a.rank - b.rank || Number(a.id) - Number(b.id));
          expect(queue.peek()?.id).toBe(waiting[0]?.id);
          expect(queue.take()?.id).toBe(waiting.shift()?.id);
        } else {
          const next = act(n, step);
          queue.add(next);
          waiting.push(next);
        }
      }
      for (const { id } of waiting) expect(queue.has(id)).toBe(true);
      expect(queue.has('gone')).toBe(false);
    }),
    { numRuns: 30 },
  );
});
