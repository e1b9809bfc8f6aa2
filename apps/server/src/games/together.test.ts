import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { FaultyDisk, gaming, GIVEN, until } from '../test-support/index.js';

const NAMES = ['pebblewren', 'mossmoth', 'oxbowkid'];
const room = gaming(NAMES);
const { make, acts, running, recompute, balance, sound } = room;

/** What viewers type, what two people do at once, a disk that refuses, and the power going off. */
const step = fc.oneof(
  {
    weight: 10,
    arbitrary: fc.record({
      kind: fc.constant('types' as const),
      who: fc.constantFrom(...NAMES),
      text: fc.constantFrom(
        '!roll 40',
        '!roll half',
        '!descent 30',
        '!duel mossmoth 20',
        '!duel accept',
        '!boiler',
        '!duel decline',
      ),
    }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      kind: fc.constant('acts' as const),
      does: fc.array(fc.tuple(fc.nat(3), fc.constantFrom('open', 'stop', 'play')), {
        minLength: 2,
        maxLength: 2,
      }),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('refuses' as const),
      table: fc.constantFrom('game_plays', 'ledger_entries', 'game_rounds'),
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: fc.constant('restart' as const) }) },
);

/** What everyone has, what waits in escrow and what the house issued and kept add up; nobody is below nothing. */
async function holds(): Promise<void> {
  const [sums] = await room.gully.source.query<
    { all: number; least: number; staked: number; escrow: number }[]
  >(
    `SELECT (SELECT coalesce(sum(balance), 0) FROM accounts) AS "all",
            (SELECT min(balance) FROM accounts WHERE kind != 'house') AS least,
            (SELECT coalesce(sum(p.stake), 0) FROM game_plays p JOIN game_rounds r ON r.id = p.round_id
             WHERE r.over IS NULL) AS staked,
            (SELECT coalesce(sum(balance), 0) FROM accounts WHERE kind = 'escrow') AS escrow`,
  );
  expect(sums?.all).toBe(0);
  expect(sums?.least).toBeGreaterThanOrEqual(0);
  // What waits is what was staked in rounds that are not over, to the unit.
  expect(sums?.escrow).toBe(sums?.staked);
}

test('whatever viewers and two people do, with a disk that refuses and restarts: stakes are where they belong', async () => {
  const games = [
    await make('high-roll', 'roll'),
    await make('expedition', 'descent', {}, { seconds: 600 }),
    await make('duel', 'duel', {}, { seconds: 600 }),
    await make('boss', 'boiler', {}, { health: 60, seconds: 600 }),
  ];
  let disk = new FaultyDisk(room.gully.source);
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 15, maxLength: 25 }), async (steps) => {
      for (const each of steps) {
        if (each.kind === 'types') await room.gully.type(each.who, each.text);
        else if (each.kind === 'refuses') disk.refuse((sql) => sql.includes(`INTO ${each.table}`), 1);
        else if (each.kind === 'restart') {
          disk.heal();
          await room.stop();
          await room.start();
          disk = new FaultyDisk(room.gully.source);
          await until(async () => ((await running()).length === 0 ? true : undefined), 'the stakes back');
        } else
          await Promise.all(
            each.does.map(async ([n, does]) => {
              // Done, refused in words, or not written and said so.
              expect([204, 409, 500]).toContain((await acts(games[n] ?? '', does)).status);
            }),
          );
        await holds();
      }
    }),
    { numRuns: 2, endOnFailure: true },
  );
  disk.heal();
  for (const game of games) await acts(game, 'stop');
  for (const game of games) {
    const { rounds, same, wrong } = await recompute(game);
    expect([rounds - same, wrong]).toEqual([0, []]);
  }
  await sound();
}, 90_000);

test('a play that could not be written costs nothing, is told of nowhere, and can be tried again', async () => {
  const id = await make('high-roll', 'roll', {}, { wins: 1, pays: 2, special: [] });
  const disk = new FaultyDisk(room.gully.source);
  disk.refuse((sql) => sql.includes('INTO game_plays'), 2);
  expect((await room.gully.type('pebblewren', '!roll 100')).outcome).toBe('stopped');
  expect(await balance('pebblewren')).toBe(GIVEN);
  expect(await room.rounds(id)).toEqual([]);
  disk.heal();
  await room.gully.type('pebblewren', '!roll 100');
  expect(await balance('pebblewren')).toBe(GIVEN + 100);
  expect((await room.played(id)).versions).toMatchObject([{ plays: 1 }]);
});

test('a round goes on by the time that passes, not by a clock that is set', async () => {
  await make('raffle', 'raffle', {}, { seconds: 10 });
  await room.gully.type('pebblewren', '!raffle');
  await room.gully.type('mossmoth', '!raffle');
  const real = Date.now;
  try {
    // An hour back: the round is not held open for an hour.
    Date.now = () => real() - 3_600_000;
    await until(async () => ((await running()).length === 0 ? true : undefined), 'the draw');
  } finally {
    Date.now = real;
  }
  expect((await balance('pebblewren')) + (await balance('mossmoth'))).toBe(2 * GIVEN);
  await sound();
});

test('what was played is paged, newest first, also by viewer', async () => {
  const id = await make('oracle', 'ask');
  for (let n = 0; n < 7; n += 1) await room.gully.type(NAMES[n % 2] ?? '', `!ask number ${String(n)}?`);
  const typed = async (query: string): Promise<string[]> =>
    (await room.get<{ id: string; plays: { typed: string }[] }[]>(`plays?game=${id}&${query}`)).map(
      ({ plays }) => plays[0]?.typed ?? '',
    );
  const [first, second, third] = await room.get<{ id: string }[]>(`plays?game=${id}&limit=3`);
  expect(first?.id).not.toBe(second?.id);
  expect(await typed('limit=2')).toEqual(['number 6?', 'number 5?']);
  expect(await typed(`limit=10&before=${encodeURIComponent(third?.id ?? '')}`)).toEqual(
    [3, 2, 1, 0].map((n) => `number ${String(n)}?`),
  );
  expect(await typed(`limit=10&viewer=${await room.idOf('mossmoth')}`)).toEqual([
    'number 5?',
    'number 3?',
    'number 1?',
  ]);
  const measured = await room.get<object>(`plays/games/${id}/measured`);
  expect(measured).toMatchObject({ stake: 0, circulating: 3 * GIVEN });
});
