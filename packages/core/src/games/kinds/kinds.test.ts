import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { chanceFrom, type Chance } from '../../random/index.js';
import { game, START, Table } from '../../test-support/index.js';
import {
  blankGame,
  GAME_KINDS,
  GAME_LIMITS,
  gameBody,
  gameFaults,
  prepareGame,
  recompute,
} from '../index.js';
import { betOf, wins } from './roulette/bets.js';

/** Chance that comes to these numbers, one after the other, and to 0 from then on. */
function numbers(...all: readonly number[]): Chance {
  const left = [...all];
  return { below: (count) => Math.min(count - 1, left.shift() ?? 0) };
}
const results = (table: Table) => [...table.rounds.values()].flatMap((round) => round.results);

describe('high roll', () => {
  test('pays by the roll: plain wins, a top number of its own, and nothing below', () => {
    const settings = { sides: 20, wins: 11, pays: 2, special: [{ from: 20, to: 20, pays: 5 }] };
    // The highest comes first: 0 is a 20, 9 an 11, 10 a 10.
    const table = new Table({ roll: game('high-roll', {}, settings) }, numbers(0, 9, 10));
    expect(table.play('pebblewren', 'roll', '10')).toBe('special');
    expect(table.play('pebblewren', 'roll', '10')).toBe('won');
    expect(table.play('pebblewren', 'roll', '10')).toBe('lost');
    expect(table.has('pebblewren')).toBe(START + 40 + 10 - 10);
    expect(results(table).map(({ shown, paid }) => `${shown}: ${String(paid)}`)).toEqual([
      '20: 50',
      '11: 20',
      '10: 0',
    ]);
  });

  test('multiples with decimals are rounded down to whole units, and no float creeps in', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000 }),
        fc.integer({ min: 5, max: 500 }),
        (hundredth, stake) => {
          const pays = hundredth / 100;
          const table = new Table({ roll: game('high-roll', {}, { wins: 1, pays, special: [] }) });
          table.play('pebblewren', 'roll', String(stake));
          const [result] = results(table);
          expect(result?.paid).toBe(Math.floor((stake * hundredth) / 100));
          expect(table.has('pebblewren')).toBe(START - stake + (result?.paid ?? 0));
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('reels', () => {
  const settings = { reels: 2, chance: 10, pity: 20, limit: 60, spins: 2, spinChance: 50 };
  const hits = [
    { hits: 1, pays: 1 },
    { hits: 2, pays: 6 },
  ];
  const MISS = 9_999;

  test('pity grows with each full miss up to its limit, stays with a part of a hit, and ends with a full one', () => {
    // Three misses, then chances of 70 %: 6,999 hits, 7,000 does not; then both, and two free spins that miss.
    const draws = [
      MISS,
      MISS,
      MISS,
      MISS,
      MISS,
      MISS,
      MISS,
      MISS,
      6_999,
      7_000,
      0,
      0,
      4_999,
      MISS,
      MISS,
      4_999,
      MISS,
      MISS,
    ];
    const table = new Table({ reels: game('reels', {}, { ...settings, hits }) }, numbers(...draws));
    const level = (): number => table.world.games.tally('reels', 'v-pebblewren').level;
    const levels = Array.from({ length: 6 }, () => {
      table.play('pebblewren', 'reels', '10');
      return level();
    });
    expect(levels).toEqual([1, 2, 3, 3, 3, 0]);
    expect(results(table).map(({ outcome, level: before, paid }) => [outcome, before, paid])).toEqual([
      ['hits 0', 0, 0],
      ['hits 0', 1, 0],
      ['hits 0', 2, 0],
      ['hits 0', 3, 0],
      ['hits 1', 3, 10],
      ['hits 2', 3, 60],
    ]);
    // Someone else begins without any.
    table.play('quillrush', 'reels', '10');
    expect(results(table).at(-1)?.level).toBe(0);
  });

  test('free spins pay as others do, cost nothing, and bring no more of them', () => {
    const draws = [0, 0, 4_999, 0, 0, 4_999, 0, MISS];
    const table = new Table({ reels: game('reels', {}, { ...settings, hits }) }, numbers(...draws));
    expect(table.play('pebblewren', 'reels', '10')).toBe('free');
    // 60 for the full hit, 60 and 10 for the free spins, of which the full one awards nothing.
    expect(table.has('pebblewren')).toBe(START - 10 + 130);
  });

  test('symbols pay the best row of the table that they meet, in any order', () => {
    const symbols = [
      { symbol: 'bat', weight: 1 },
      { symbol: 'lamp', weight: 1 },
      { symbol: 'gem', weight: 1 },
    ];
    const pays = [
      { symbol: 'gem', count: 3, pays: 50 },
      { symbol: 'any', count: 3, pays: 5 },
      { symbol: 'lamp', count: 2, pays: 2 },
    ];
    const draws = [2, 2, 2, 0, 0, 0, 1, 0, 1, 0, 1, 2];
    const table = new Table(
      { reels: game('reels', {}, { mode: 'symbols', reels: 3, symbols, pays }) },
      numbers(...draws),
    );
    for (let n = 0; n < 4; n += 1) table.play('pebblewren', 'reels', '10');
    expect(results(table).map(({ shown, outcome, paid }) => [shown, outcome, paid])).toEqual([
      ['gem gem gem', 'row 1', 500],
      ['bat bat bat', 'row 2', 50],
      ['lamp bat lamp', 'row 3', 20],
      ['bat lamp gem', 'none', 0],
    ]);
  });
});

describe('roulette', () => {
  test('knows its bets, and a zero wins for nobody but its own', () => {
    expect(betOf('17', 37)).toEqual({ kind: 'number', of: '17' });
    expect(betOf('00', 37)).toBeUndefined();
    expect(betOf('00', 38)).toEqual({ kind: 'number', of: '37' });
    for (const word of ['37', '-1', 'rouge', '', '1.5', '4th'])
      expect([word, betOf(word, 38)]).toEqual([word, undefined]);
    for (const word of ['red', 'black', 'odd', 'EVEN', '1st', 'second', '3rd dozen']) {
      const bet = betOf(word, 38);
      if (bet === undefined) throw new Error(`${word} is a bet`);
      const won = Array.from({ length: 38 }, (_, field) => field).filter((field) => wins(bet, field));
      expect([word, won.length]).toEqual([word, bet.kind === 'dozen' ? 12 : 18]);
      expect(won).not.toContain(0);
      expect(won).not.toContain(37);
    }
  });

  test('takes several bets of one viewer, no more than are allowed, and pays each by itself', () => {
    const table = new Table({ wheel: game('roulette', {}, { bets: 3, seconds: 30 }) }, numbers(17));
    expect(table.play('pebblewren', 'wheel', 'sideways 10')).toMatch(/bet on a number from 0 to 36/u);
    expect(table.play('pebblewren', 'wheel', '17 10')).toBe('opened');
    expect(table.play('pebblewren', 'wheel', '20 black')).toBe('');
    expect(table.play('pebblewren', 'wheel', 'even')).toBe('');
    expect(table.play('pebblewren', 'wheel', 'odd 5')).toMatch(/more than 3 bets/u);
    table.play('quillrush', 'wheel', 'red 100');
    expect(table.has('pebblewren')).toBe(START - 40);
    expect(table.later(30)).toEqual(['won']);
    // 17 is black and odd: 360 for the number, 40 for the colour, nothing for even.
    expect([table.has('pebblewren'), table.has('quillrush')]).toEqual([START - 40 + 400, START - 100]);
  });
});

test('what is told is what was paid: no one loses more than they have, nor wins more than they may hold', () => {
  const segment = (gains: number) => ({ label: 'Mud', colour: '#48652a', weight: 1, gains, routine: '' });
  const wheel = (gains: number) =>
    game('wheel', {}, { turns: 0, segments: [segment(gains), segment(gains)] });
  const table = new Table({ down: wheel(-5_000), up: wheel(5_000) }, undefined, START + 30);
  table.play('pebblewren', 'down');
  expect(table.said?.told.left).toBe(START - (results(table)[0]?.staked ?? 0));
  expect(table.has('pebblewren')).toBe(0);
  table.play('quillrush', 'up');
  expect(table.said?.told.pays).toBe(30 + (results(table)[1]?.staked ?? 0));
  expect(table.has('quillrush')).toBe(START + 30);
  // One of two in a duel has no room for what is won.
  const rich = new Table({ duel: game('duel', {}, { cut: 0 }) }, numbers(0), START + 10);
  rich.play('oxbowkid', 'duel', 'siltlark 50');
  rich.play('siltlark', 'duel', 'yes');
  expect(rich.said?.told).toMatchObject({ pays: 60, winners: [{ pays: 60 }] });
});

describe('rounds that wait for others', () => {
  test('an expedition draws one fate for all where it is set so, and its chance goes by the crew', () => {
    const crew = [
      { from: 1, chance: 10 },
      { from: 3, chance: 80 },
    ];
    const body = game('expedition', {}, { fate: 'all', crew, least: 1, most: 2, seconds: 20 });
    const table = new Table({ descent: body }, numbers(7_999, 0, 100, 50));
    for (const name of ['pebblewren', 'quillrush', 'oxbowkid']) table.play(name, 'descent', '10');
    table.later(10);
    expect(table.later(10)).toEqual(['setting-out well end-well']);
    expect(results(table).map(({ variant, paid }) => [variant, paid])).toEqual([
      ['crew 3', 20],
      ['crew 3', 10],
      ['crew 3', 15],
    ]);
    const alone = new Table({ descent: body }, numbers(1_000));
    alone.play('pebblewren', 'descent', '10');
    alone.later(10);
    expect(alone.later(10)).toEqual(['setting-out badly end-badly']);
    expect(results(alone)[0]?.variant).toBe('crew 1');
  });

  test('a round is played to its end by the settings it began with, whatever is saved meanwhile', () => {
    const before = game(
      'expedition',
      {},
      { seconds: 20, crew: [{ from: 1, chance: 100 }], least: 2, most: 2 },
    );
    const table = new Table({ descent: before });
    table.play('pebblewren', 'descent', '100');
    table.bodies.descent = game('expedition', {}, { seconds: 900, crew: [{ from: 1, chance: 0 }] });
    table.later(10);
    expect(table.later(10)).toEqual(['setting-out well end-well']);
    expect(table.has('pebblewren')).toBe(START + 100);
    const [round] = table.rounds.values();
    if (round === undefined) throw new Error('nothing was played');
    expect(recompute(prepareGame('descent', 1, before), round)).toEqual({ same: true });
    expect(recompute(prepareGame('descent', 2, table.bodies.descent), round).same).toBe(false);
  });

  test('a raffle splits a fixed prize or the pot, less what the house keeps, among different winners', () => {
    const pot = new Table(
      { raffle: game('raffle', {}, { winners: 2, cut: 10, seconds: 20 }) },
      numbers(2, 0),
    );
    for (const name of ['pebblewren', 'quillrush', 'oxbowkid']) pot.play(name, 'raffle');
    expect(pot.later(10)).toEqual(['reminder']);
    expect(pot.later(10)).toEqual(['drawn']);
    // 60 less 6 are 54: 27 each.
    expect(['oxbowkid', 'pebblewren', 'quillrush'].map((name) => pot.has(name) - START)).toEqual([7, 7, -20]);
    const fixed = new Table({
      raffle: game(
        'raffle',
        { stake: { least: 0, most: 0, usual: 0 } },
        { prize: 'fixed', amount: 101, winners: 5 },
      ),
    });
    fixed.play('pebblewren', 'raffle', '', 'open');
    expect(fixed.later(120)).toEqual(['reminder'].slice(0, 0).concat('nobody'));
    fixed.play('pebblewren', 'raffle');
    fixed.play('quillrush', 'raffle');
    fixed.later(60);
    fixed.later(60);
    expect(fixed.has('pebblewren') + fixed.has('quillrush')).toBe(2 * START + 101);
  });

  test('a boss shares by damage done, tells of its half once, and takes the pot with it where it lasts', () => {
    const settings = { health: 100, least: 0, most: 50, seconds: 60, bonus: 30 };
    // 0 does the most damage: 50, then 10, 30, 10.
    const table = new Table({ boss: game('boss', {}, settings) }, numbers(0, 40, 20, 40));
    expect(table.play('pebblewren', 'boss')).toBe('appeared');
    expect(table.play('quillrush', 'boss')).toBe('');
    expect(table.play('pebblewren', 'boss')).toBe('');
    expect(table.play('quillrush', 'boss')).toBe('fell');
    // 40 staked and 30 more: 80 and 20 of 100.
    expect([table.has('pebblewren'), table.has('quillrush')]).toEqual([START - 20 + 56, START - 20 + 14]);
    const lasts = new Table({ boss: game('boss', {}, { ...settings, health: 10_000 }) });
    lasts.play('pebblewren', 'boss');
    expect(lasts.later(60)).toEqual(['left']);
    expect([lasts.has('pebblewren'), lasts.balance('spent')]).toEqual([START - 10, 10]);
  });

  test('a number is guessed with hints after so many, and what is no number costs nothing', () => {
    const settings = { from: 1, to: 100, hint: 2, pot: 50, seconds: 60 };
    const table = new Table({ guess: game('guess', {}, settings) }, numbers(41));
    expect(table.play('pebblewren', 'guess', '10')).toBe('opened');
    expect(table.play('quillrush', 'guess', 'many')).toMatch(/whole number/u);
    expect(table.play('quillrush', 'guess', '')).toMatch(/type what you guess/u);
    // Many guess at once: a hint comes no sooner than 8 s after the message before it.
    for (let n = 0; n < 24; n += 1) expect(table.play('siltlark', 'guess', '7')).toBe('');
    table.at += 8_000;
    expect(table.play('quillrush', 'guess', '90')).toBe('lower');
    table.at += 8_000;
    expect(table.play('pebblewren', 'guess', '30')).toBe('');
    expect(table.play('quillrush', 'guess', '20')).toBe('higher');
    expect(table.play('siltlark', 'guess', '042')).toMatch(/^(?:won|)$/u);
    const [round] = table.rounds.values();
    if (round?.over === undefined) expect(table.play('siltlark', 'guess', '42')).toBe('won');
    expect(table.has('quillrush')).toBe(START - 4);
    const none = new Table({ guess: game('guess', { begins: 'hand' }, settings) }, numbers(41));
    none.play('pebblewren', 'guess', '', 'open');
    expect(none.later(60)).toEqual(['nobody']);
  });

  test('words of bingo are called until a line is full; only those with a card are paid', () => {
    const words = ['sump', 'bat', 'lamp', 'rope', 'soup', 'map', 'echo', 'flint', 'knot'];
    const body = game('bingo', {}, { mode: 'words', words, seconds: 10, every: 5, bonus: 0 });
    const table = new Table(
      { bingo: body },
      chanceFrom(() => 0),
    );
    table.play('pebblewren', 'bingo', '', 'open');
    expect(table.later(10)).toEqual(['nobody']);
    table.play('pebblewren', 'bingo');
    table.later(10);
    table.later(5);
    expect(table.later(5)).toEqual(['won']);
    expect(table.has('pebblewren')).toBe(START);
  });
});

test('a round takes so many plays and no more; whoever is too late keeps their stake, and the end comes all the same', () => {
  const body = game(
    'boss',
    { stake: { least: 0, most: 0, usual: 0 } },
    { health: 1_000_000, least: 1, most: 1, seconds: 600 },
  );
  const table = new Table({ boss: { ...body, name: 'The Old Boiler' } });
  table.play('pebblewren', 'boss');
  const [round] = table.world.games.rounds('boss');
  const [first] = round?.plays ?? [];
  if (round === undefined || first === undefined) throw new Error('nothing is being played');
  const plays = Array.from({ length: GAME_LIMITS.plays }, (_, n) => ({ ...first, n }));
  table.apply({
    ...{ kind: 'played', round: { ...round, plays }, results: [], levels: [], by: 'gully' },
    at: table.at,
  });
  expect(table.play('quillrush', 'boss')).toBe('this round of The Old Boiler is full');
  expect(table.has('quillrush')).toBe(START);
  expect(table.later(600)).toEqual(['left']);
  expect(table.world.games.rounds('boss')).toEqual([]);
});

test('an oracle wants a question where it is set so, and answers in its own words', () => {
  const table = new Table({
    oracle: game('oracle'),
    free: game('oracle', { name: 'Free' }, { question: 'free' }),
  });
  expect(table.play('pebblewren', 'oracle', ' ')).toMatch(/type a question/u);
  expect(table.play('pebblewren', 'oracle', 'is it deep?')).toBe('answered');
  expect(table.play('pebblewren', 'free')).toBe('answered');
  expect(table.has('pebblewren')).toBe(START);
});

test('what comes in is read by the blanks of its kind, however wrong it is', () => {
  const mess = fc.oneof(
    fc.string(),
    fc.integer(),
    fc.constant(null),
    fc.array(fc.anything(), { maxLength: 3 }),
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...Object.values(GAME_KINDS)),
      fc.dictionary(fc.string(), mess),
      fc.infiniteStream(mess),
      ({ kind, blanks, lines }, more, stream) => {
        const settings = {
          ...more,
          ...Object.fromEntries(Object.keys(blanks).map((field) => [field, stream.next().value])),
        };
        const texts = Object.fromEntries(Object.keys(lines).map((line) => [line, stream.next().value]));
        const given = { ...blankGame(kind), settings, lines: texts, routines: more } as never;
        const body = gameBody(given);
        expect(Object.keys(body.settings).sort()).toEqual(Object.keys(blanks).sort());
        // It may be all wrong, and is told so; nothing throws.
        expect(typeof gameFaults(body, [])).toBe('object');
        expect(gameBody(JSON.parse(JSON.stringify(body)) as typeof body)).toEqual(body);
      },
    ),
    { numRuns: 60 },
  );
});
