import { describe, expect, test } from '@jest/globals';
import { gaming, GIVEN, until } from '../test-support/index.js';

const room = gaming(['pebblewren', 'mossmoth', 'oxbowkid', 'siltlark', 'tallowfen']);
const { balance, make, get, rounds, joined, sound, idOf, escrow, running } = room;
const SURE = { crew: [{ from: 1, chance: 100 }], least: 2, most: 2 };
const tallyOf = async (id: string) => (await get<{ plays: number; staked: number }[]>(`plays/of/${id}`))[0];

describe('viewers', () => {
  test('goes on for those who are merged, renamed or erased in the middle', async () => {
    const id = await make('expedition', 'descent', {}, { ...SURE, seconds: 6 });
    for (const name of ['pebblewren', 'mossmoth', 'oxbowkid']) await room.gully.type(name, '!descent 100');
    await joined(3);
    await room.gully.http
      .post(`/api/viewers/${await idOf('siltlark')}/merge`)
      .send({ from: await idOf('mossmoth') })
      .expect(200);
    await room.gully.http.post(`/api/viewers/${await idOf('oxbowkid')}/erase`).expect(204);
    await until(async () => ((await rounds(id))[0]?.over === 'ended' ? true : undefined), 'the end');
    expect(await balance('siltlark')).toBe(2 * GIVEN - 100 + 200);
    expect(await balance('pebblewren')).toBe(GIVEN + 100);
    await sound();
  });

  test('who turn out to be one have played what both did, and each their own again when that is taken back', async () => {
    await make('high-roll', 'roll', {}, { wins: 100, special: [] });
    for (let n = 0; n < 3; n += 1) await room.gully.type('pebblewren', '!roll 10');
    for (let n = 0; n < 2; n += 1) await room.gully.type('mossmoth', '!roll 50');
    const [winner, loser] = [await idOf('pebblewren'), await idOf('mossmoth')];
    const merged = await room.gully.http
      .post(`/api/viewers/${winner}/merge`)
      .send({ from: loser })
      .expect(200);
    expect(await tallyOf(winner)).toMatchObject({ plays: 5, staked: 130 });
    expect(await get(`plays/of/${loser}`)).toEqual([]);
    expect((await get<object[]>(`plays?viewer=${winner}&limit=50`)).length).toBe(5);
    // What they do from then on is the other's.
    await room.gully.type('mossmoth', '!roll 10');
    expect(await tallyOf(winner)).toMatchObject({ plays: 6, staked: 140 });
    await room.gully.http.post(`/api/viewers/merges/${(merged.body as { id: string }).id}/undo`).expect(204);
    // What came since stays with the one.
    expect(await tallyOf(winner)).toMatchObject({ plays: 4, staked: 40 });
    expect(await tallyOf(loser)).toMatchObject({ plays: 2, staked: 100 });
    await sound();
  });

  test('who are challenged and merged meanwhile may still answer, as whom they are now', async () => {
    await make('duel', 'duel', {}, { seconds: 600, chance: 100 });
    await room.gully.type('pebblewren', '!duel mossmoth 100');
    expect(await running()).toMatchObject([{ count: 1, pot: 100, players: [{ on: 'mossmoth' }] }]);
    await room.gully.http
      .post(`/api/viewers/${await idOf('siltlark')}/merge`)
      .send({ from: await idOf('mossmoth') })
      .expect(200);
    await room.gully.type('siltlark', '!duel accept');
    await until(async () => ((await running()).length === 0 ? true : undefined), 'the end of the duel');
    expect(await balance('pebblewren')).toBe(GIVEN + 100);
    expect(await balance('siltlark')).toBe(2 * GIVEN - 100);
    await sound();
  });

  test('who are gone leave no name and no words among what was played, and their stakes stay with the house', async () => {
    await make('roulette', 'table', {}, { seconds: 600 });
    await room.gully.type('pebblewren', '!table 17 100');
    await room.gully.type('oxbowkid', '!table red 40');
    await joined(2);
    await room.gully.http.post(`/api/viewers/${await idOf('pebblewren')}/erase`).expect(204);
    expect(await escrow()).toBe(40);
    const plays = await room.gully.source.query('SELECT name, typed, viewer_id FROM game_plays ORDER BY n');
    expect(JSON.stringify(plays)).not.toContain('pebblewren');
    expect(plays).toMatchObject([
      { typed: '', viewer_id: '' },
      { name: 'oxbowkid', typed: 'red' },
    ]);
    await room.stop();
    await room.start();
    await until(async () => ((await running()).length === 0 ? true : undefined), 'the stakes back');
    expect(await balance('oxbowkid')).toBe(GIVEN);
    await sound();
  });

  test('who are renamed are found by their new name, and what they played before is theirs', async () => {
    const id = await make('oracle', 'ask');
    await room.gully.type('tallowfen', '!ask is it far?');
    await room.gully.source.query(`UPDATE viewers SET name = 'tallowmoth' WHERE name = 'tallowfen'`);
    expect((await rounds(id))[0]?.plays[0]).toMatchObject({ name: 'tallowmoth', typed: 'is it far?' });
  });
});
