import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { FLINT } from '../test-support/index.js';
import {
  afford,
  gameValues,
  namesInWords,
  NO_TALLY,
  readStake,
  tallyAfter,
  tallyJoined,
  type Stake,
  type Tally,
  type ToldPlay,
} from './index.js';

const STAKE: Stake = { least: 10, most: 200, usual: 25 };
const has = (balance: number | undefined) => ({ settings: FLINT, balance });

describe('a stake', () => {
  test.each([
    ['', 25],
    ['40', 40],
    ['half', 200],
    ['all', 200],
    ['10%', 100],
    ['0.1k', 100],
    ['200', 200],
  ])('“%s” is %i of someone who has 1,000', (typed, stake) => {
    expect(readStake(typed, 'stake', STAKE, has(1_000))).toEqual({ stake, rest: '' });
  });

  test.each([
    ['9', /the stake is 10 flint to 200 flint/u],
    ['201', /the stake is 10 flint to 200 flint/u],
    ['1%', /the stake is 10 flint to 200 flint/u],
    ['much', /“much” is not an amount.*Stake 10 flint to 200 flint/u],
    ['1e9', /is not an amount/u],
    ['-5', /is not an amount/u],
    ['120%', /more than there is/u],
    ['9'.repeat(16), /the stake is|too much/u],
  ])('“%s” is refused, and why is told', (typed, why) => {
    expect(readStake(typed, 'stake', STAKE, has(500))).toMatchObject({ fault: expect.stringMatching(why) });
  });

  test('is never more than someone has, nor taken where the balance is not known or there is no currency', () => {
    expect(readStake('100', 'stake', STAKE, has(99))).toEqual({
      fault: 'that takes 100 flint; you have 99 flint',
    });
    expect(readStake('100', 'stake', STAKE, has(undefined))).toEqual({
      fault: 'the balance could not be looked up',
    });
    const off = { settings: { ...FLINT, enabled: false }, balance: 1_000 };
    expect(readStake('100', 'stake', STAKE, off)).toEqual({
      fault: 'it is played for currency, and there is none here',
    });
    expect(afford(0, 'x', off)).toEqual({ stake: 0, rest: 'x' });
  });

  test('stands before or behind the word it is staked on; a word alone is no amount', () => {
    for (const [typed, stake, rest] of [
      ['red 40', 40, 'red'],
      ['40 red', 40, 'red'],
      ['17 40', 40, '17'],
      ['17', 25, '17'],
      ['2nd dozen half', 200, '2nd dozen'],
      ['oxbowkid', 25, 'oxbowkid'],
      ['all oxbowkid', 200, 'oxbowkid'],
    ] as const)
      expect([typed, readStake(typed, 'word-stake', STAKE, has(1_000))]).toEqual([typed, { stake, rest }]);
  });

  test('that is fixed is that, whatever is typed', () => {
    const fixed = { least: 20, most: 20, usual: 20 };
    fc.assert(
      fc.property(fc.string(), fc.constantFrom('stake', 'word-stake', 'text'), (typed, as) => {
        expect(readStake(typed, as, fixed, has(100))).toMatchObject({ stake: 20 });
      }),
    );
  });

  test('whatever is typed, it lies within its bounds and the balance, or is refused', () => {
    const word = fc.oneof(
      fc.string(),
      fc.constantFrom('all', 'half', '25%', '1k', '1.5k', '0', '007', '１２', '½'),
      fc.nat(400).map(String),
    );
    fc.assert(
      fc.property(word, fc.nat(600), fc.constantFrom('stake', 'word-stake'), (typed, balance, as) => {
        const read = readStake(typed, as, STAKE, has(balance));
        if ('fault' in read) expect(read.fault.length).toBeGreaterThan(5);
        else {
          expect(Number.isSafeInteger(read.stake)).toBe(true);
          expect(read.stake >= STAKE.least && read.stake <= Math.min(STAKE.most, balance)).toBe(true);
        }
      }),
    );
  });
});

describe('a tally', () => {
  const results = fc.array(
    fc.record({ staked: fc.nat(50), paid: fc.integer({ min: -20, max: 200 }), at: fc.nat(1_000) }),
    { maxLength: 40 },
  );
  const counted = (all: readonly { staked: number; paid: number; at: number }[]): Tally =>
    all.reduce((tally, each) => tallyAfter(tally, each, each.at), NO_TALLY);

  test('is what a count of all results comes to', () => {
    fc.assert(
      fc.property(results, (all) => {
        const tally = counted(all);
        expect(tally.plays).toBe(all.length);
        expect(tally.staked).toBe(all.reduce((sum, { staked }) => sum + staked, 0));
        expect(tally.won).toBe(all.reduce((sum, { paid }) => sum + paid, 0));
        expect(tally.best).toBe(Math.max(0, ...all.map(({ staked, paid }) => paid - staked)));
        const runs = all
          .map(({ staked, paid }) => (paid > staked ? 'w' : 'l'))
          .join('')
          .match(/w+|l+/gu);
        const longest = (of: string): number =>
          Math.max(0, ...(runs ?? []).filter((run) => run.startsWith(of)).map(({ length }) => length));
        expect([tally.longestWin, tally.longestLoss]).toEqual([longest('w'), longest('l')]);
        const last = runs?.at(-1) ?? '';
        expect(tally.streak).toBe(last.startsWith('l') ? -last.length : last.length);
      }),
    );
  });

  test('of two who are one adds up, and goes on from where whoever played last stands', () => {
    fc.assert(
      fc.property(results, results, (a, b) => {
        const [one, other] = [counted(a), counted(b)];
        const both = tallyJoined({ ...one, level: 3 }, other);
        expect([both.plays, both.staked, both.won]).toEqual([
          one.plays + other.plays,
          one.staked + other.staked,
          one.won + other.won,
        ]);
        expect(both.best).toBe(Math.max(one.best, other.best));
        expect([3, other.level]).toContain(both.level);
        expect(both.lastAt).toBe(Math.max(one.lastAt, other.lastAt));
      }),
    );
  });
});

describe('the texts of a game', () => {
  const values = (told: ToldPlay, own: Partial<Tally> = {}) =>
    gameValues({
      name: 'The Descent',
      told,
      settings: FLINT,
      own: () => ({ ...NO_TALLY, ...own }),
      total: () => ({ ...NO_TALLY, plays: 900, staked: 5_000, won: 4_800, best: 410 }),
      type: () => '!descent',
    });
  const shown = (of: Record<string, unknown>, field: string): unknown => {
    const value = of[field];
    return typeof value === 'function' ? (value as () => unknown)() : value;
  };

  test('name ten, and how many more', () => {
    const names = Array.from({ length: 24 }, (_, n) => `v${String(n)}`);
    expect(namesInWords([])).toBe('');
    expect(namesInWords(['a'])).toBe('a');
    expect(namesInWords(['a', 'b', 'c'])).toBe('a, b and c');
    expect(namesInWords(names.slice(0, 10))).toMatch(/v8 and v9$/u);
    expect(namesInWords(names)).toBe(`${names.slice(0, 10).join(', ')} and 14 more`);
  });

  test('are told all of a round, and nothing where there is nothing to tell', () => {
    const winners = [
      { name: 'siltlark', pays: 1_500 },
      { name: 'hollowbee', pays: 1 },
    ];
    const told = values({
      stake: 40,
      pays: 100,
      names: ['a', 'b'],
      winners,
      seconds: 90,
      rival: 'c',
      left: 2,
      most: 5,
    });
    expect(shown(told, 'net')).toBe(60);
    expect(shown(told, 'count')).toBe(2);
    expect(shown(told, 'winners')).toBe('siltlark (1,500 flint) and hollowbee (1 flint)');
    expect(shown(told, 'time')).toMatch(/1 min 30 s/u);
    expect([shown(told, 'left'), shown(told, 'most'), shown(told, 'rival')]).toEqual([2, 5, 'c']);
    const nothing = values({});
    for (const field of ['stake', 'pays', 'net', 'pot', 'count', 'losers', 'left', 'times', 'plays'])
      expect([field, shown(nothing, field)]).toEqual([field, 0]);
    expect([shown(nothing, 'names'), shown(nothing, 'winners'), shown(nothing, 'result')]).toEqual([
      '',
      '',
      '',
    ]);
  });

  test('tell how someone did: what they won is less what they staked', () => {
    const own = values({}, { plays: 9, staked: 100, won: 60, best: 30, streak: -3 });
    expect(['plays', 'won', 'best', 'streak'].map((field) => shown(own, field))).toEqual([9, -40, 30, -3]);
    const all = ['all_plays', 'all_won', 'all_best'].map((field) => shown(own, field));
    expect(all).toEqual([900, -200, 410]);
  });
});
