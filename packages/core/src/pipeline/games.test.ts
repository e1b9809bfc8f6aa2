import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  blankGame,
  GAME_KIND_NAMES,
  GAME_KINDS,
  gameFaults,
  prepareGame,
  recompute,
  type GameBody,
  type GameKindName,
} from '../games/index.js';
import { BLANK_OVERLAY, dataOf, newPiece } from '../overlays/index.js';
import { chanceFrom, forcedChance } from '../random/index.js';
import { game, NAMES, START, Table } from '../test-support/index.js';

const TYPED: Readonly<Record<string, readonly string[]>> = {
  duel: ['oxbowkid 20', 'quillrush all', 'accept', 'decline', 'pebblewren 5', 'gully 5', ''],
  roulette: ['red 20', '17 half', '3rd', 'odd 10', 'nonsense', '00'],
  guess: ['50', '51', 'x', '7'],
  oracle: ['is it deep?', ''],
};
const AMOUNTS = ['', '20', 'half', 'all', '1k', '3', 'stats'];

describe('whatever is played', () => {
  const acts = fc.array(
    fc.record({
      kind: fc.constantFrom(...GAME_KIND_NAMES),
      name: fc.constantFrom(...NAMES),
      does: fc.constantFrom('play', 'play', 'play', 'play', 'open', 'later', 'later', 'stop'),
      typed: fc.nat(6),
      seconds: fc.constantFrom(1, 40, 400),
    }),
    { maxLength: 60 },
  );

  test('nothing is lost or made, no escrow outlives its round, and each round can be played again', () => {
    fc.assert(
      fc.property(
        acts,
        fc.infiniteStream(fc.double({ min: 0, max: 1, maxExcluded: true, noNaN: true })),
        (all, chance) => {
          const bodies = Object.fromEntries(GAME_KIND_NAMES.map((kind) => [kind, game(kind)]));
          const table = new Table(
            bodies,
            chanceFrom(() => Number(chance.next().value)),
          );
          const sum = table.sum();
          for (const { kind, name, does, typed, seconds } of all) {
            const texts = TYPED[kind] ?? AMOUNTS;
            if (does === 'later') table.later(seconds);
            else if (does === 'stop') table.play(name, kind, '', 'stop');
            else table.play(name, kind, texts[typed % texts.length], does);
            expect(table.sum()).toBe(sum);
            for (const each of NAMES) expect(table.has(each)).toBeGreaterThanOrEqual(0);
          }
          table.stop('restart');
          expect(table.escrow()).toBe(0);
          for (const round of table.rounds.values()) {
            const prepared = prepareGame(round.game, 1, bodies[round.game] ?? blankGame('oracle'));
            if (round.over === 'ended')
              expect([round.kind, recompute(prepared, round)]).toEqual([round.kind, { same: true }]);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a kept play that was tampered with is found out', () => {
    const table = new Table({ reels: game('reels') });
    table.play('pebblewren', 'reels', '20');
    const [round] = table.rounds.values();
    if (round === undefined) throw new Error('nothing was played');
    const prepared = prepareGame('reels', 1, game('reels'));
    const more = { ...round, results: round.results.map((each) => ({ ...each, paid: each.paid + 5 })) };
    expect(recompute(prepared, more)).toMatchObject({ same: false });
    const less = {
      ...round,
      plays: round.plays.map((each) => ({ ...each, numbers: each.numbers.slice(1) })),
    };
    expect(recompute(prepared, less)).toMatchObject({
      same: false,
      words: 'more numbers are drawn than were recorded',
    });
    const other = prepareGame('reels', 2, game('reels', {}, { hits: [{ hits: 0, pays: 9 }] }));
    expect(recompute(other, round).same).toBe(false);
  });
});

describe('typed in chat', () => {
  test('a roll takes the stake and pays what it says; stake words work; statistics are told', () => {
    const table = new Table(
      {
        roll: game('high-roll', {
          lines: {
            ...blankGame('high-roll').lines,
            special: ['{{ viewer.name }} {{ game.result }} {{ game.net }} {{ game.type }}'],
          },
        }),
      },
      forcedChance('win'),
    );
    expect(table.type('pebblewren', '!roll 10%')).toEqual(['pebblewren 100 200 !roll']);
    expect(table.has('pebblewren')).toBe(START + 200);
    expect(table.type('quillrush', '!roll 9000')[0]).toMatch(/the stake is 5 flint to 500 flint/u);
    expect(table.type('quillrush', '!roll many')[0]).toMatch(/“many” is not an amount/u);
    expect(table.has('quillrush')).toBe(START);
    expect(table.type('pebblewren', '!roll stats')[0]).toMatch(
      /pebblewren, High roll: 1 play, 100 flint staked, 200 flint up\. .+ 1 win, 0 losses\./u,
    );
    expect(table.type('quillrush', '!roll stats')[0]).toMatch(/has not played/u);
  });

  test('a crew of five says four things in all, however many join, and nobody joins twice', () => {
    const table = new Table({ descent: game('expedition', { name: 'The Descent' }) }, forcedChance('win'));
    const opened = table.type('pebblewren', '!descent 50');
    expect(opened[0]).toMatch(/pebblewren/u);
    expect(opened).toHaveLength(1);
    expect(table.type('quillrush', '!descent 50')).toEqual([]);
    expect(table.type('quillrush', '!descent 50')[0]).toMatch(/in the crew already/u);
    expect(table.type('oxbowkid', '!descent all')).toEqual([]);
    expect(table.has('oxbowkid')).toBe(START - 500);
    expect(table.later(20)).toEqual(['reminder']);
    expect(table.later(60)).toEqual(['setting-out well end-well']);
    expect(table.has('oxbowkid')).toBe(START - 500 + 1_050);
    expect(table.escrow()).toBe(0);
  });

  test('a duel: with no one, oneself, a bot, someone who does not answer, and one who does', () => {
    const table = new Table({ duel: game('duel') }, forcedChance('lose'));
    expect(table.play('pebblewren', 'duel', 'nobody_here 20')).toMatch(/no viewer called nobody_here/u);
    expect(table.play('pebblewren', 'duel', 'pebblewren 20')).toMatch(/against themselves/u);
    expect(table.play('pebblewren', 'duel', 'gully 20')).toMatch(/is a bot/u);
    expect(table.play('pebblewren', 'duel', '')).toMatch(/name whom/u);
    expect(table.play('pebblewren', 'duel', 'accept')).toMatch(/nobody is waiting/u);
    expect(table.play('pebblewren', 'duel', '@quillrush 100')).toBe('challenged');
    expect(table.play('pebblewren', 'duel', 'oxbowkid 10')).toMatch(/waiting for quillrush already/u);
    expect(table.play('quillrush', 'duel', 'hm')).toMatch(/accept or decline/u);
    expect(table.later(61)).toEqual(['expired']);
    expect(table.has('pebblewren')).toBe(START);
    table.play('pebblewren', 'duel', '100 quillrush');
    expect(table.play('quillrush', 'duel', 'yes')).toBe('won');
    expect([table.has('pebblewren'), table.has('quillrush')]).toEqual([START - 100, START + 100]);
    table.play('pebblewren', 'duel', 'quillrush 900');
    expect(table.play('quillrush', 'duel', 'no')).toBe('declined');
    expect([table.has('pebblewren'), table.escrow()]).toEqual([START - 100, 0]);
  });

  test('rounds opened by hand: finds, a pot, a boss, a word; a second is refused, a pause kept, a stop gives back', () => {
    const table = new Table({
      scatter: game('scatter', {}, { finds: 2, worth: 30 }),
      raffle: game('raffle', { begins: 'hand', pause: 60 }),
      boss: game('boss', {}, { health: 40, least: 25, most: 25, bonus: 100 }),
      guess: game('guess', {}, { mode: 'word', words: ['sump', 'sump'], hint: 1 }),
    });
    expect(table.play('pebblewren', 'scatter')).toMatch(/not open/u);
    expect(table.play('pebblewren', 'scatter', '', 'open')).toBe('opened');
    expect(table.play('pebblewren', 'scatter', '', 'open')).toMatch(/open already/u);
    expect(table.play('pebblewren', 'scatter')).toBe('');
    expect(table.play('pebblewren', 'scatter')).toMatch(/leave some/u);
    expect(table.play('quillrush', 'scatter')).toBe('gone');
    expect(table.has('quillrush')).toBe(START + 30);
    expect(table.play('oxbowkid', 'raffle')).toMatch(/not open/u);
    table.play('pebblewren', 'raffle', '', 'open');
    table.play('oxbowkid', 'raffle');
    table.play('siltlark', 'raffle');
    expect(table.play('siltlark', 'raffle')).toMatch(/joined already/u);
    expect(table.play('pebblewren', 'raffle', '', 'stop')).toBe('stopped');
    expect([table.has('oxbowkid'), table.has('siltlark')]).toEqual([START, START]);
    table.play('pebblewren', 'boss');
    expect(table.play('quillrush', 'boss')).toBe('fell');
    expect(table.has('pebblewren') + table.has('quillrush')).toBe(2 * START + 60 + 100);
    table.play('oxbowkid', 'guess', '', 'open');
    table.at += 8_000;
    expect(table.play('oxbowkid', 'guess', 'lamp')).toBe('letters');
    expect(table.play('siltlark', 'guess', 'SUMP')).toBe('won');
    expect([table.has('oxbowkid'), table.has('siltlark')]).toEqual([START - 2, START + 52]);
    expect(table.play('oxbowkid', 'guess', 'stop', 'stop')).toMatch(/not being played/u);
  });

  test('bingo: cards are told to their owners alone, calls end with a full line, late ones wait', () => {
    const table = new Table(
      { bingo: game('bingo', {}, { to: 9, seconds: 10, every: 5 }) },
      chanceFrom(() => 0),
    );
    expect(table.play('pebblewren', 'bingo')).toBe('opened');
    expect(table.play('quillrush', 'bingo')).toBe('card');
    expect(table.play('quillrush', 'bingo')).toBe('card');
    expect(table.said).toMatchObject({
      privately: true,
      told: { result: '1 · 2 · 3 | 4 · 5 · 6 | 7 · 8 · 9' },
    });
    expect(table.later(10)).toEqual(['called']);
    expect(table.play('oxbowkid', 'bingo')).toMatch(/calls have begun/u);
    expect([table.later(5), table.later(5)]).toEqual([['called'], ['won']]);
    // Both have the same card, and share the pot and what the house adds.
    expect([table.has('pebblewren'), table.has('quillrush')]).toEqual([START + 30, START + 30]);
  });

  test('a pyramid is noticed when it is whole, pays by its height, and is announced when someone breaks it', () => {
    const table = new Table({ cairn: game('pyramid') });
    const write = (name: string, text: string): string[] => table.writes(name, text);
    for (const text of ['🕯️', '🕯️ 🕯️', '🕯️ 🕯️ 🕯️', '🕯️ 🕯️']) expect(write('pebblewren', text)).toEqual([]);
    expect(write('pebblewren', '🕯️')).toEqual(['pebblewren stacks a cairn of 🕯️, 3 high: 30 flint.']);
    expect(table.has('pebblewren')).toBe(START + 30);
    for (const text of ['lamp', 'lamp lamp', 'lamp lamp lamp']) write('quillrush', text);
    expect(write('oxbowkid', 'hello')).toEqual([
      'oxbowkid kicks over the cairn of quillrush, 3 high already.',
    ]);
    expect(write('quillrush', 'lamp lamp')).toEqual([]);
    // Another word in between, and one that never rose high enough, are nothing.
    for (const text of ['a', 'a a', 'a', 'b']) expect(write('siltlark', text)).toEqual([]);
    expect(table.play('siltlark', 'cairn')).toMatch(/by writing in chat/u);
  });

  test('nobody gets more than may be held, nor loses more than there is', () => {
    const rich = new Table({ roll: game('high-roll') }, forcedChance('win'), START + 10);
    rich.play('pebblewren', 'roll', '50');
    expect(rich.has('pebblewren')).toBe(START + 10);
    const poor = new Table({
      wheel: game(
        'wheel',
        {},
        {
          segments: [
            { label: 'flood', colour: '#1d5f70', weight: 1, gains: -5_000, routine: '' },
            { label: 'dry', colour: '#1d5f70', weight: 0, gains: 0, routine: '' },
          ],
        },
      ),
    });
    poor.play('pebblewren', 'wheel');
    expect(poor.has('pebblewren')).toBe(0);
    expect(poor.play('pebblewren', 'wheel')).toMatch(/that takes 40 flint; you have 0 flint/u);
  });
});

test('each kind ships sound, is listed by a word, and says what is wrong with it by place', () => {
  for (const kind of GAME_KIND_NAMES) {
    expect([kind, gameFaults(blankGame(kind), [])]).toEqual([kind, {}]);
    for (const [name, { texts }] of Object.entries(GAME_KINDS[kind].lines))
      expect([name, texts.length > 0]).toEqual([name, true]);
  }
  const faults = (kind: GameKindName, settings: object, more: Partial<GameBody> = {}) =>
    Object.keys(gameFaults(game(kind, more, settings), [{ name: 'Reels' }]));
  expect(faults('high-roll', { wins: 200, sides: 100 })).toEqual(['settings.wins']);
  expect(faults('high-roll', { pays: 2.005 })).toEqual(['settings.pays']);
  expect(faults('high-roll', {}, { stake: { least: 50, most: 10, usual: 50 } })).toEqual(['stake.most']);
  expect(
    faults('wheel', { segments: [{ label: 'x', colour: '#1d5f70', weight: 1, gains: 0, routine: '' }] }),
  ).toEqual(['settings.segments']);
  const unshown = {
    symbols: [
      { symbol: 'a', weight: 0 },
      { symbol: 'b', weight: 0 },
    ],
    pays: [{ symbol: 'c', count: 5, pays: 1 }],
  };
  expect(faults('reels', { mode: 'symbols', ...unshown }, { name: 'Lamps' })).toEqual([
    'settings.symbols',
    'settings.pays.0.symbol',
    'settings.pays.0.count',
  ]);
  expect(faults('reels', {}, { name: ' reels ' })).toEqual(['name']);
  expect(faults('expedition', { crew: [{ from: 2, chance: 50 }] })).toEqual(['settings.crew']);
  expect(faults('oracle', {}, { lines: { answered: ['', '{{ nope'] } })).toEqual([
    'lines.answered.0',
    'lines.answered.1',
  ]);
});

describe('on overlays', () => {
  const table = new Table(
    {
      wheel: game('wheel', { name: 'The survey wheel' }),
      boss: game('boss', {}, { health: 30, least: 10, most: 10 }),
      descent: game('expedition', { name: 'The Descent' }, { seconds: 60, crew: [{ from: 1, chance: 100 }] }),
      finds: game('scatter'),
      bingo: game('bingo', {}, { to: 12, seconds: 10, every: 5 }),
    },
    chanceFrom(() => 0),
  );
  const shown = (kind: string) =>
    dataOf(newPiece(kind, kind, BLANK_OVERLAY), {
      world: table.world,
      at: table.at,
      render: (text) => text,
      lines: () => [],
      media: () => undefined,
    });

  test('rounds are shown while they go on, and for a moment after', () => {
    table.play('pebblewren', 'wheel');
    expect(shown('wheel')).toMatchObject({
      title: 'The survey wheel',
      name: 'pebblewren',
      stops: 0,
      seconds: 5,
    });
    table.play('quillrush', 'boss');
    table.play('oxbowkid', 'boss');
    expect(shown('boss')).toMatchObject({
      left: 10,
      most: 30,
      fighters: 'quillrush and oxbowkid',
      over: false,
    });
    table.play('quillrush', 'boss');
    expect(shown('boss')).toMatchObject({ left: 0, over: true });
    table.play('pebblewren', 'descent');
    table.play('siltlark', 'descent');
    expect(shown('crew')).toMatchObject({ names: [{ fate: 'waits' }, { fate: 'waits' }], more: 0 });
    table.play('', 'finds', '', 'open');
    table.play('siltlark', 'finds');
    expect(shown('finds')).toMatchObject({ left: 4, most: 5, last: 'siltlark' });
    table.play('pebblewren', 'bingo');
    table.later(10);
    expect(shown('bingo')).toMatchObject({ called: ['1'], winners: '' });
    table.later(20);
    table.later(30);
    expect(shown('crew')).toMatchObject({ names: [{ fate: 'back' }, { fate: 'back' }], over: true });
    table.at += 60_000;
    for (const kind of ['wheel', 'boss', 'crew']) expect([kind, shown(kind)]).toEqual([kind, null]);
  });
});
