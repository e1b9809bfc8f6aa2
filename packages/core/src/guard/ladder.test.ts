import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  ACTIONS,
  climb,
  compareConsequences,
  consequenceFault,
  consequenceInWords,
  ladderFaults,
  OVERLAPS,
  silenceOf,
  standing,
  strictest,
  USUAL_LADDER,
  USUAL_OVERLAPPING,
  type Consequence,
  type Punishment,
  type Strike,
} from './index.js';

const consequence = fc.record({
  action: fc.constantFrom(...ACTIONS),
  seconds: fc.integer({ min: 0, max: 700_000 }),
});
const strikes = fc
  .array(fc.integer({ min: 0, max: 400_000_000 }), { maxLength: 12 })
  .map((times) => [...times].sort((a, b) => a - b).map((at, n): Strike => ({ id: String(n), at })));

describe('the ladder', () => {
  test('goes up a step with each catch that still counts, and stays on the last', () => {
    const steps = [0, 1, 2, 3, 4, 5].map((before) => {
      const earlier = Array.from({ length: before }, (_, n): Strike => ({ id: String(n), at: n }));
      return climb(USUAL_LADDER, earlier, 1_000).consequence.action;
    });
    expect(steps).toEqual(['delete', 'timeout', 'timeout', 'ban', 'ban', 'ban']);
    expect(climb(USUAL_LADDER, [], 0, 3)).toEqual({
      step: 3,
      consequence: { action: 'timeout', seconds: 600 },
    });
    expect(climb(USUAL_LADDER, [], 0, 99).step).toBe(4);
  });

  test('a strike expires, and one taken back leaves the ladder as it was before it', () => {
    fc.assert(
      fc.property(strikes, fc.integer({ min: 0, max: 900_000_000 }), (all, now) => {
        const counted = standing(all, USUAL_LADDER, now);
        expect(counted.every(({ at }) => now - at < USUAL_LADDER.expires * 1000)).toBe(true);
        expect(climb(USUAL_LADDER, all, now)).toEqual(climb(USUAL_LADDER, counted, now));
        const more = [...all, { id: 'new', at: now }];
        expect(climb(USUAL_LADDER, more, now).step).toBeGreaterThanOrEqual(
          climb(USUAL_LADDER, all, now).step,
        );
        const undone = more.filter(({ id }) => id !== 'new');
        expect(climb(USUAL_LADDER, undone, now)).toEqual(climb(USUAL_LADDER, all, now));
        const later = now + USUAL_LADDER.expires * 1000;
        expect(climb(USUAL_LADDER, more, later).step).toBe(
          climb(
            USUAL_LADDER,
            all.filter(({ at }) => at > now),
            later,
          ).step,
        );
      }),
    );
  });

  test('the strictest wins, by what is done and then by how long', () => {
    fc.assert(
      fc.property(fc.array(consequence, { minLength: 1, maxLength: 8 }), (all) => {
        const worst = strictest(all);
        expect(all.every((each) => worst !== undefined && compareConsequences(each, worst) <= 0)).toBe(true);
      }),
    );
    expect(strictest([])).toBeUndefined();
    expect(
      strictest([
        { action: 'timeout', seconds: 60 },
        { action: 'clear', seconds: 3_600 },
        { action: 'timeout', seconds: 600 },
      ]),
    ).toEqual({ action: 'timeout', seconds: 600 });
  });

  test('what cannot be used is told by place', () => {
    const steps: Consequence[] = [
      { action: 'timeout', seconds: 0 },
      { action: 'delete', seconds: 5 },
      { action: 'ban', seconds: 0 },
    ];
    expect(ladderFaults({ steps, expires: 0 })).toEqual({
      'steps.0': 'Give 1 s to 7 d',
      'steps.1': 'Only timeouts and clearing take a time',
      expires: 'Give 1 s to 90 days',
    });
    expect(ladderFaults({ steps: [], expires: 60 })).toEqual({ steps: 'Give at least one step' });
    expect(ladderFaults(USUAL_LADDER)).toEqual({});
    expect(consequenceFault({ action: 'flog' as 'ban', seconds: 0 })).toBe('There is no such consequence');
    expect(consequenceInWords({ action: 'timeout', seconds: 600 })).toBe('a timeout of 10 min');
  });
});

describe('timeouts that overlap', () => {
  const given = fc
    .array(
      fc.record({
        at: fc.integer({ min: 0, max: 5_000_000 }),
        by: fc.constantFrom('guard' as const, 'person' as const),
        seconds: fc.option(fc.integer({ min: 1, max: 3_000 }), { nil: undefined, freq: 6 }),
      }),
      { maxLength: 8 },
    )
    .map((all) =>
      [...all].sort((a, b) => a.at - b.at).map((each, n): Punishment => ({ ...each, id: String(n) })),
    );
  const guardOnly = (all: readonly Punishment[]): Punishment[] =>
    all.filter(({ by, seconds }) => by === 'guard' && seconds !== undefined);

  test('are added, replaced, or the longer kept; never beyond the cap', () => {
    const two: Punishment[] = [
      { id: 'a', at: 0, by: 'guard', seconds: 600 },
      { id: 'b', at: 60_000, by: 'guard', seconds: 120 },
    ];
    const until = (how: (typeof OVERLAPS)[number], cap = 10_000): number | undefined =>
      silenceOf(two, { how, cap }, 60_000)?.until;
    expect([until('add'), until('replace'), until('longer'), until('add', 300)]).toEqual([
      720_000, 180_000, 600_000, 360_000,
    ]);
    fc.assert(
      fc.property(
        given,
        fc.constantFrom(...OVERLAPS),
        fc.integer({ min: 1, max: 4_000 }),
        (all, how, cap) => {
          const mine = guardOnly(all);
          const now = mine.at(-1)?.at ?? 0;
          const silence = silenceOf(mine, { how, cap }, now);
          if (silence?.until !== undefined) expect(silence.until - now).toBeLessThanOrEqual(cap * 1000);
          const [added, longer, replaced] = (['add', 'longer', 'replace'] as const).map(
            (each) => silenceOf(mine, { how: each, cap }, now)?.until ?? now,
          );
          expect((added ?? 0) >= (longer ?? 0) && (longer ?? 0) >= (replaced ?? 0)).toBe(true);
        },
      ),
    );
  });

  test('what was given before the settings changed stays as it was, and a longer one never shortens it', () => {
    const one = { id: 'a', at: 0, by: 'guard', seconds: 60, overlap: 'add' } as const;
    const added = { ...one, id: 'b', at: 8_600, seconds: 60 };
    const now = silenceOf([one, added], { how: 'longer', cap: 10_000 }, 9_000)?.until;
    expect(now).toBe(120_000);
    const third = { ...one, id: 'c', at: 20_000, seconds: 60, overlap: 'longer' } as const;
    expect(silenceOf([one, added, third], { how: 'longer', cap: 10_000 }, 20_000)?.until).toBe(120_000);
  });

  test('one taken back leaves what was before it; what a person gave goes first and is never lifted', () => {
    fc.assert(
      fc.property(given, fc.integer({ min: 0, max: 6_000_000 }), (all, now) => {
        const before = all.filter(({ at }) => at <= now);
        const more: Punishment = { id: 'new', at: now, by: 'guard', seconds: 60 };
        const undone = [...before, more].filter(({ id }) => id !== 'new');
        expect(silenceOf(undone, USUAL_OVERLAPPING, now)).toEqual(silenceOf(before, USUAL_OVERLAPPING, now));
        const person = silenceOf(
          before.filter(({ by }) => by === 'person'),
          USUAL_OVERLAPPING,
          now,
        );
        if (person !== undefined) {
          expect(silenceOf([...before, more], USUAL_OVERLAPPING, now)).toEqual(person);
          expect(
            silenceOf(
              before.filter(({ by }) => by === 'person'),
              USUAL_OVERLAPPING,
              now,
            ),
          ).toEqual(person);
        }
      }),
    );
  });
});
