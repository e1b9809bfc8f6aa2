import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  accuracyOf,
  BLANK_HANDLE,
  BLANK_QUEUE,
  fairnessInWords,
  fairnessOf,
  fitsHandle,
  giniOf,
  handleFaults,
  newQueue,
  placeAt,
  queueFaults,
  readHandle,
  waitAt,
  waitInWords,
  type HandleBody,
  type QueueBody,
  type QueueEntry,
  type Turn,
} from './index.js';

const MINUTE = 60_000;
/** Turns of so many minutes, one after the other. */
const turns = (...minutes: number[]): Turn[] =>
  minutes.map((each, n) => ({ id: String(n), viewer: 'v', calledAt: 0, endedAt: each * MINUTE }));
const queueWith = (minutes: readonly number[]) => ({
  ...newQueue('q', BLANK_QUEUE),
  turns: turns(...minutes),
});

describe('waits', () => {
  test.each<[string, number[], number, number, string]>([
    ['too few turns', [10, 10], 3, 1, 'wait not known yet'],
    ['a free seat', [10, 10, 10], 1, 1, 'about a minute'],
    ['turns all alike', [10, 10, 10], 3, 1, 'about 20 to 25 min'],
    ['turns that differ', [4, 10, 16], 5, 1, 'about 25 min to 55 min'.replace(' min to', ' to')],
    ['a party of three', [10, 10, 10], 6, 3, 'about 10 to 11 min'],
    ['short ones', [1, 2, 3], 4, 1, 'about 4 to 8 min'],
    ['the last ten alone', [90, 90, ...Array.from({ length: 10 }, () => 5)], 3, 1, 'about 10 to 11 min'],
    ['a long one', [60, 60, 60], 4, 1, 'about 3 h to 3 h 5 min'],
  ])('with %s', (_, minutes, place, party, words) => {
    expect(waitInWords(waitAt(queueWith(minutes), place, party, 0))).toBe(words);
  });

  test('further back is never told sooner, and the range never turns round', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 120 }), { minLength: 3, maxLength: 20 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 8 }),
        (minutes, place, party) => {
          const at = (each: number) => waitAt(queueWith(minutes), each, party, 0)!;
          const [here, behind] = [at(place), at(place + party)];
          expect(here.least).toBeLessThan(here.most);
          expect(behind.most).toBeGreaterThanOrEqual(here.most);
        },
      ),
    );
  });

  test('that were told are held against what they were', () => {
    const told = { least: 10, most: 20 };
    const waits = [9.5, 15, 20.9, 5, 30].map((was) => ({ ...told, was }));
    expect(accuracyOf(waits)).toEqual({ told: 5, right: 3, sooner: 1, later: 1, missedBy: 7.5 });
    expect(accuracyOf([])).toEqual({ told: 0, right: 0, sooner: 0, later: 0, missedBy: 0 });
  });
});

describe('fairness', () => {
  test('the Gini coefficient is half the mean difference of any two, of the mean', () => {
    expect([giniOf([]), giniOf([0, 0]), giniOf([3, 3, 3]), giniOf([0, 0, 0, 8])]).toEqual([0, 0, 0, 0.75]);
    fc.assert(
      fc.property(fc.array(fc.nat(30), { minLength: 1, maxLength: 25 }), (counts) => {
        const mean = counts.reduce((sum, each) => sum + each, 0) / counts.length;
        const pairs = counts.flatMap((a) => counts.map((b) => Math.abs(a - b)));
        const difference = pairs.reduce((sum, each) => sum + each, 0) / pairs.length;
        expect(giniOf(counts)).toBeCloseTo(mean === 0 ? 0 : difference / (2 * mean), 9);
      }),
    );
  });

  test('is told in words, with those who never had a turn', () => {
    const fair = fairnessOf(new Map(Object.entries({ ann: 2, bob: 0, cat: 2 })));
    expect(fair).toMatchObject({ queued: 3, turns: 4, without: ['bob'] });
    expect(fairnessInWords(fair)).toBe('Turns were shared fairly evenly');
    expect(fairnessInWords(fairnessOf(new Map()))).toBe('No one has queued yet');
  });
});

test('a number is found between any two, and all are numbered from the start when none is left', () => {
  fc.assert(
    fc.property(fc.array(fc.nat(200), { minLength: 1, maxLength: 200 }), (indexes) => {
      let waiting: QueueEntry[] = [];
      let expected: string[] = [];
      for (const [n, wanted] of indexes.entries()) {
        // Always at the same spot wears the numbers out there.
        const index = Math.min(wanted % 3, waiting.length);
        const { place, others } = placeAt(waiting, index);
        const id = String(n);
        const all = others.length > 0 ? others : waiting;
        waiting = [...all, { id, place } as QueueEntry].sort((a, b) => a.place - b.place);
        expected = expected.toSpliced(index, 0, id);
        expect(waiting.map((each) => each.id)).toEqual(expected);
      }
    }),
    { numRuns: 50 },
  );
});

describe('what is wrong', () => {
  const handle: HandleBody = {
    ...BLANK_HANDLE,
    ...{ name: 'rope ID', category: 'Underledge', pattern: '[A-Z]{2}-[0-9]{4}', example: 'KV-2047' },
  };
  test.each<[Partial<HandleBody>, Record<string, string>]>([
    [{}, {}],
    [{ name: ' ' }, { name: expect.stringContaining('such as rope ID') as unknown as string }],
    [{ category: ' dash ' }, { category: 'There is a handle for dash already' }],
    [{ pattern: '(' }, { pattern: expect.any(String) as unknown as string }],
    [{ example: 'kv' }, { example: 'The example does not match the pattern' }],
    [{ example: '' }, { example: expect.stringContaining('Give an example') as unknown as string }],
    [{ own: 'nope' }, { own: 'Your own does not match the pattern' }],
  ])('with a handle: %o', (more, faults) => {
    expect(handleFaults({ ...handle, ...more }, [{ ...handle, category: 'Dash' }])).toEqual(faults);
  });

  test.each([
    ['KV-2047', true],
    ['  KV-2047\n', true],
    ['kv-2047', false],
    ['KV-2047 or so', false],
    ['КV-2047', false],
  ])('with %j typed as one', (typed, right) => {
    expect('text' in readHandle(handle, typed, fitsHandle)).toBe(right);
  });

  test('with a queue is told by place', () => {
    const faults = (more: Partial<QueueBody>) =>
      queueFaults({ ...BLANK_QUEUE, name: 'Ropes', ...more }, [{ name: 'Duels' }], {
        textFault: (text) => (text.includes('{{ oops') ? 'It is not closed' : undefined),
        hasRank: (id) => id === 'r1',
      });
    expect(faults({})).toEqual({});
    expect(
      Object.keys(
        faults({
          name: 'duels',
          places: 0,
          party: 1.5,
          cost: -1,
          again: 101,
          rank: 'gone',
          closes: { after: -1, at: '25:00' },
          call: { ...BLANK_QUEUE.call, seconds: 5, places: 0 },
          says: { ...BLANK_QUEUE.says, called: '{{ oops', back: '' },
        }),
      ).sort(),
    ).toEqual([
      'again',
      'call.places',
      'call.seconds',
      'closes.after',
      'closes.at',
      'cost',
      'name',
      'party',
      'places',
      'rank',
      'says.called',
    ]);
  });
});
