import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  BLANK_REWARD,
  mostPerStream,
  outlookOf,
  rewardBody,
  rewardFaults,
  type RewardBody,
} from './index.js';

const faultsOf = (body: Partial<RewardBody>, others: readonly string[] = [], about = {}) =>
  rewardFaults(
    { ...BLANK_REWARD, name: 'Lamp', gives: 'hand-over', ...body },
    others.map((name) => ({ name })),
    about,
  );
const ask = (name: string, more: object = {}) =>
  ({
    ...{ name, type: 'text', required: true, private: false, choices: [] },
    ...more,
  }) as RewardBody['asks'][number];
const length = (seconds: number, price: number | null = 100) => ({ seconds, price, cheer: null, tip: null });
const bench = (...lengths: RewardBody['bench']['lengths'][number][]): Partial<RewardBody> => ({
  gives: 'bench',
  bench: { ...BLANK_REWARD.bench, lengths },
});

describe('a reward that is saved', () => {
  test.each<[string, Partial<RewardBody>, string, RegExp]>([
    ['a name of signs', { name: '!!!' }, 'name', /at least one letter/u],
    ['a name of 61 characters', { name: 'x'.repeat(61) }, 'name', /1 to 60 characters/u],
    ['a name with a brace', { name: 'La{mp' }, 'name', /without \{ \}/u],
    ['a name that is taken', { name: ' LAMP for All ' }, 'name', /is a reward called/u],
    ['a long description', { description: 'x'.repeat(301) }, 'description', /At most 300/u],
    ['half a unit', { cost: { ...BLANK_REWARD.cost, base: 0.5 } }, 'cost.base', /whole number from 0/u],
    ['stock below one', { stock: { ...BLANK_REWARD.stock, viewer: -3 } }, 'stock.viewer', /from 1/u],
    ['a cooldown of a month', { cooldown: 31 * 86_400 }, 'cooldown', /up to 7 d/u],
    ['a rank that is gone', { rank: 'gone' }, 'rank', /was deleted/u],
    ['a picture that is gone', { picture: 'gone' }, 'picture', /was deleted/u],
    ['a list that is gone', { gives: 'line', list: 'gone' }, 'list', /was deleted/u],
    ['nothing to split', { gives: 'share', share: 0 }, 'share', /from 1/u],
    ['a broken text', { says: { ...BLANK_REWARD.says, handed: '{{ reward' } }, 'says.handed', /./u],
    ['a time below five seconds', bench(length(4)), 'bench.lengths.0.seconds', /Give 5 s to 1 d/u],
    ['a time twice', bench(length(60), length(60)), 'bench.lengths.1.seconds', /there twice/u],
    ['a time without a price', bench(length(60, null)), 'bench.lengths.0.price', /Give it a price/u],
    [
      'eleven times',
      bench(...Array.from({ length: 11 }, (_, n) => length(60 + n))),
      'bench.lengths',
      /At most 10/u,
    ],
    ['a bench that asks', { ...bench(length(60)), asks: [ask('who')] }, 'asks', /nothing else in chat/u],
    ['six things asked', { asks: 'a b c d e f'.split(' ').map((name) => ask(name)) }, 'asks', /at most 5/u],
    ['a name in capitals', { asks: [ask('Passage')] }, 'asks.0.name', /small letters/u],
    ['a name twice', { asks: [ask('passage'), ask('passage')] }, 'asks.1.name', /there already/u],
    [
      'one choice',
      { asks: [ask('colour', { type: 'choice', choices: ['red'] })] },
      'asks.0.choices',
      /2 to 20/u,
    ],
    [
      'a choice with a bar',
      { asks: [ask('colour', { type: 'choice', choices: ['red', 'a | b'] })] },
      'asks.0.choices',
      /without \|/u,
    ],
    [
      'something required after something optional',
      { asks: [ask('one', { required: false }), ask('two')] },
      'asks.1.required',
      /cannot be required/u,
    ],
  ])('with %s is told where that is', (_what, body, place, words) => {
    const about = { has: () => false, hasRank: () => false };
    const faults = faultsOf(body, ['Lamp for all'], about);
    expect(Object.keys(faults)).toEqual([place]);
    expect(faults[place]).toMatch(words);
  });

  test('may lack its list while it is not for sale; what is asked in private may come in any order', () => {
    expect(faultsOf({ gives: 'line', list: '', enabled: false })).toEqual({});
    const asks = [ask('one', { required: false }), ask('two', { private: true })];
    expect(faultsOf({ asks })).toEqual({});
    expect(faultsOf({ ...bench(length(60)), asks: [ask('why', { private: true })] })).toEqual({});
  });

  test('keeps what a person wrote of it, and nothing else', () => {
    const body = { ...BLANK_REWARD, name: 'Lamp' };
    expect(rewardBody({ ...body, id: 'r', version: 3 } as RewardBody)).toEqual(body);
  });
});

describe('what to expect of a reward', () => {
  const about = {
    price: 100,
    back: 0,
    able: 50,
    own: undefined,
    others: [],
    streamsPerWeek: 3,
    most: undefined,
  };

  test('goes by its own sales, else by those of others, else is not told', () => {
    const own = { perStream: 10, able: 100 };
    expect(outlookOf({ ...about, own, others: [{ perStream: 90, able: 100 }] })).toEqual({
      by: 'own',
      perStream: 5,
      week: { sold: 15, spent: 1_500, issued: 0 },
    });
    const others = [own, { perStream: 30, able: 100 }, { perStream: 7, able: 0 }];
    expect(outlookOf({ ...about, others })).toMatchObject({ by: 'others', perStream: 10 });
    expect(outlookOf(about)).toMatchObject({ by: 'nothing', perStream: 0, week: { sold: 0 } });
    expect(outlookOf({ ...about, own: { perStream: 4, able: 0 } })).toMatchObject({ by: 'nothing' });
  });

  test('never passes what stock and cooldown let through; what is split comes back', () => {
    const own = { perStream: 100, able: 50 };
    expect(outlookOf({ ...about, own, most: 2, back: 500 }).week).toEqual({
      sold: 6,
      spent: 600,
      issued: 3_000,
    });
    const none = { stream: null, all: null };
    expect(mostPerStream({ stock: none, cooldown: 0 }, 120)).toBeUndefined();
    expect(mostPerStream({ stock: none, cooldown: 600 }, 120)).toBe(13);
    expect(mostPerStream({ stock: { stream: 5, all: 3 }, cooldown: 600 }, 120)).toBe(3);
  });

  test('sells more the more can afford it, and a week is whole sales', () => {
    const sold = fc.record({ perStream: fc.double({ min: 0, max: 500, noNaN: true }), able: fc.nat(1_000) });
    fc.assert(
      fc.property(sold, fc.nat(1_000), fc.nat(1_000), (own, a, b) => {
        const at = (able: number) => outlookOf({ ...about, own, able });
        const [few, many] = [at(Math.min(a, b)), at(Math.max(a, b))];
        expect(few.perStream).toBeLessThanOrEqual(many.perStream);
        expect(Number.isInteger(many.week.sold)).toBe(true);
        expect(many.week.spent).toBe(many.week.sold * about.price);
      }),
    );
  });
});
