import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { crowdName, planCrowd, type CrowdAct } from './index.js';

function acts(seed: number, size: number, rate: number, count: number): CrowdAct[] {
  const plan = planCrowd(seed, size, rate);
  return Array.from({ length: count }, () => plan.next().value);
}

test('the same seed gives the same evening, another a different one', () => {
  expect(acts(7, 200, 60, 500)).toEqual(acts(7, 200, 60, 500));
  expect(acts(7, 200, 60, 500)).not.toEqual(acts(8, 200, 60, 500));
});

test('it talks as often as set, in a believable mixture, each name only while there', () => {
  const evening = acts(2047, 300, 120, 6_000);
  const minutes = evening.reduce((sum, { after }) => sum + after, 0) / 60_000;
  expect(evening.length / minutes).toBeGreaterThan(110);
  expect(evening.length / minutes).toBeLessThan(130);
  const count = (kind: CrowdAct['kind']): number => evening.filter((act) => act.kind === kind).length;
  for (const kind of ['chatter', 'question', 'command', 'greeting', 'emote', 'spam', 'come', 'go'] as const)
    expect(count(kind)).toBeGreaterThan(0);
  expect(count('chatter')).toBeGreaterThan(count('question'));
  expect(count('spam') / evening.length).toBeLessThan(0.06);
  const away = new Set<string>();
  for (const { kind, name } of evening) {
    if (kind === 'go') away.add(name);
    else if (kind === 'come') away.delete(name);
    else expect(away.has(name)).toBe(false);
  }
});

test('5,000 viewers have 5,000 names', () => {
  expect(new Set(Array.from({ length: 5_000 }, (_, n) => crowdName(n))).size).toBe(5_000);
});

test('any size and rate give lines that fit a chat', () => {
  fc.assert(
    fc.property(
      fc.integer(),
      fc.integer({ min: 1, max: 5_000 }),
      fc.integer({ min: 1, max: 60_000 }),
      (seed, size, rate) => {
        for (const { after, text } of acts(seed, size, rate, 50)) {
          expect(after).toBeGreaterThanOrEqual(0);
          expect(text.length).toBeLessThan(450);
          expect(text).not.toMatch(/[{}#\r\n]/u);
        }
      },
    ),
  );
});
