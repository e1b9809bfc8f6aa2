import { describe, expect, test } from '@jest/globals';
import { blankGame } from '@gully/core/games';
import { gaming, GIVEN, waitingFor } from '../test-support/index.js';

const room = gaming(['pebblewren', 'mossmoth', 'oxbowkid', 'siltlark', 'tallowfen']);
const { balance, make, get, running, rounds, played, recompute, acts, escrow, joined, sound, idOf } = room;

test('plays are kept with what chance came to, add up, and can be played again; settings are told apart by version', async () => {
  const id = await make(
    'high-roll',
    'roll',
    { lines: { ...blankGame('high-roll').lines, lost: ['lost {{ game.stake }}'] } },
    { wins: 100, special: [] },
  );
  for (let n = 0; n < 30; n += 1) await room.gully.type('pebblewren', '!roll 10');
  const [version] = (await played(id)).versions;
  expect(version).toMatchObject({ version: 1, plays: 30, staked: 300, test: 'exact' });
  expect(await balance('pebblewren')).toBe(GIVEN - 300 + (version?.paid ?? 0));
  expect(await recompute(id)).toEqual({ rounds: 30, same: 30, wrong: [] });
  const game = (await get<{ id: string; version: number }[]>('games')).find((each) => each.id === id);
  const fair = { ...blankGame('high-roll'), version: game?.version };
  await room.gully.http.put(`/api/games/${id}`).send(fair).expect(200);
  await room.gully.type('pebblewren', '!roll half');
  expect((await played(id)).versions.map((each) => [each.version, each.plays])).toEqual([
    [2, 1],
    [1, 30],
  ]);
  expect(await recompute(id)).toEqual({ rounds: 31, same: 31, wrong: [] });
  // A play that was changed in the file is found out.
  await room.gully.source.query(
    `UPDATE game_plays SET numbers = CASE numbers WHEN '[0]' THEN '[1]' ELSE '[0]' END WHERE round_id = (SELECT max(round_id) FROM game_plays WHERE version = 1)`,
  );
  expect(await recompute(id)).toMatchObject({ rounds: 31, same: 30 });
  const own = await get<{ plays: number }[]>(`plays/of/${await idOf('pebblewren')}`);
  expect(own).toMatchObject([{ name: 'High roll', plays: 31 }]);
  await room.gully.type('pebblewren', '!roll stats');
  await room.gully.said(
    /pebblewren, High roll: 31 plays, [\d,]+ flint staked, .+ Longest streaks: \d+ wins?, \d+ loss(es)?\./u,
  );
  await sound();
});

describe('The Descent', () => {
  const open = () => make('expedition', 'descent', { name: 'The Descent' }, { seconds: 600 });

  test.each(['while it is open', 'after others joined'])(
    'killed %s, everyone has their stake back, which is said once',
    async (when) => {
      await open();
      await room.gully.type('pebblewren', '!descent 100');
      if (when !== 'while it is open') {
        await room.gully.type('mossmoth', '!descent 200');
        await room.gully.type('oxbowkid', '!descent all');
        await joined(3);
      }
      expect(await escrow()).toBe(when === 'while it is open' ? 100 : 800);
      await room.stop();
      await room.start();
      await room.gully.said(/lights went out in the middle of The Descent/u);
      expect(await running()).toEqual([]);
      for (const name of ['pebblewren', 'mossmoth', 'oxbowkid']) expect(await balance(name)).toBe(GIVEN);
      await sound();
      await room.stop();
      await room.start();
      await room.gully.type('pebblewren', '!descent 100');
      expect((await running()).map(({ count }) => count)).toEqual([1]);
      const said = await get<{ lines: { text: string }[] }>('chat/lines?limit=200');
      expect(JSON.stringify(said).match(/lights went out/gu)).toHaveLength(1);
    },
  );

  test('takes a crew of five from chat down and up again, with four messages', async () => {
    const id = await make(
      'expedition',
      'descent',
      { name: 'The Descent' },
      { seconds: 5, crew: [{ from: 1, chance: 100 }] },
    );
    const crew = ['pebblewren', 'mossmoth', 'oxbowkid', 'siltlark', 'tallowfen'];
    await Promise.all(crew.map((name) => room.gully.type(name, '!descent 100')));
    await room.gully.said(/5 on the rope so far/u);
    await room.gully.said(/A crew of 5/u);
    const [round] = await rounds(id);
    expect(round).toMatchObject({ over: 'ended', title: 'The Descent' });
    expect(round?.plays.map(({ outcome }) => outcome)).toEqual(Array(5).fill('back'));
    for (const play of round?.plays ?? []) expect(await balance(play.name)).toBe(GIVEN - 100 + play.paid);
    expect(await recompute(id)).toEqual({ rounds: 1, same: 1, wrong: [] });
    await sound();
  });
});

test('the control room opens, joins as the streamer, and stops; the stakes go back', async () => {
  const raffle = await make('raffle', 'raffle', { begins: 'hand' });
  await acts(raffle, 'play').expect(409);
  await acts(raffle, 'open').expect(204);
  await room.gully.said(/a helmet goes round|helmet is on the table/u);
  expect((await acts(raffle, 'open').expect(409)).body).toMatchObject({ detail: 'Raffle is open already.' });
  await room.gully.type('pebblewren', '!raffle');
  await room.gully.type('odalys_tarn', 'hello');
  await room.give('streamer', 'odalys_tarn');
  await acts(raffle, 'play').expect(204);
  expect(await running()).toMatchObject([{ count: 2, pot: 40 }]);
  await acts(raffle, 'stop').expect(204);
  expect([await balance('pebblewren'), await balance('odalys_tarn')]).toEqual([GIVEN, GIVEN]);
  expect((await rounds(raffle))[0]).toMatchObject({ over: 'stopped' });
  await acts('nothing', 'open').expect(404);
  await sound();
});

test('two games on one balance, and two people on one round, never spend the same twice', async () => {
  await make(
    'high-roll',
    'roll',
    { stake: { least: 10, most: 10_000, usual: 10 } },
    { wins: 100, special: [] },
  );
  const descent = await make(
    'expedition',
    'descent',
    { stake: { least: 10, most: 10_000, usual: 10 } },
    { seconds: 600 },
  );
  await Promise.all([
    room.gully.type('pebblewren', '!roll all'),
    room.gully.type('pebblewren', '!descent all'),
    room.gully.type('pebblewren', '!roll all'),
  ]);
  const [won] = await room.gully.source.query<{ paid: number; staked: number }[]>(
    'SELECT sum(paid) AS paid, sum(stake) AS staked FROM game_plays',
  );
  expect((await balance('pebblewren')) + (await escrow())).toBe(
    GIVEN + (won?.paid ?? 0) - (won?.staked ?? 0) + (await escrow()),
  );
  await Promise.all([acts(descent, 'stop'), acts(descent, 'stop')]);
  await sound();
});

test('a game is checked when it is saved, and its settings come as their kind has them', async () => {
  const wrong = {
    ...blankGame('wheel'),
    name: '',
    settings: { segments: [{ label: 'one', weight: 'x' }], turns: 'soon' },
  };
  const { body } = await room.gully.http.post('/api/games').send(wrong).expect(422);
  const fields = (body as { fields: Record<string, string> }).fields;
  expect(Object.keys(fields).sort()).toEqual([
    'name',
    'settings.segments',
    'settings.segments.0.colour',
    'settings.segments.0.gains',
    'settings.segments.0.weight',
    'settings.turns',
  ]);
  await room.gully.http
    .post('/api/games')
    .send({ ...blankGame('reels'), kind: 'poker' })
    .expect(422);
});

test('rehearsal plays a draft, with chance forced and the clock moved through the time to join, and changes nothing', async () => {
  const draft = {
    ...blankGame('expedition'),
    name: 'The Descent',
    settings: { ...blankGame('expedition').settings, seconds: 60 },
  };
  const id = await make('expedition', 'descent', {}, { seconds: 600 });
  const say = async (name: string, text: string, ahead: number) =>
    (
      await room.gully.http
        .post('/api/rehearsal/lines')
        .send({
          session: 'a-rehearsed-descent',
          persona: { name, roles: [], balance: 500 },
          text,
          ahead,
          forced: 'win',
          drafts: [
            { kind: 'game', id, body: draft },
            { kind: 'routine', body: waitingFor('played', 'The rope is up: {{ game.name }}') },
          ],
        })
        .expect(200)
    ).body as { said: { text: string }[]; effects: string[] };
  expect((await say('karstveil', '!descent 100', 0)).said[0]?.text).toMatch(/karstveil/u);
  expect((await say('fernhatch', '!descent 50', 5)).effects.join()).toMatch(/fernhatch joins The Descent/u);
  expect((await say('fernhatch', 'hello', 40)).said[0]?.text).toMatch(/2 on the rope so far/u);
  const ended = (await say('fernhatch', 'hello', 70)).said;
  expect(ended[0]?.text).toMatch(/A crew of 2/u);
  expect(ended.at(-1)?.text).toBe('The rope is up: The Descent');
  expect(await running()).toEqual([]);
  expect(await rounds(id)).toEqual([]);
});
