import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});

test('the crowd comes, talks and goes as it is told', async () => {
  expect((await gully.http.get('/api/standin/crowd').expect(200)).body).toEqual({ size: 0, rate: 0 });
  await gully.http.post('/api/standin/crowd').send({ size: 40, rate: 6_000 }).expect(200);
  await until(async () => ((await gully.lines()).length >= 60 ? true : undefined), 'the crowd talking');
  expect(gully.connection.view().present).toBeGreaterThan(30);
  await gully.http.post('/api/standin/crowd').send({ size: 0, rate: 0 }).expect(200);
  await until(() => (gully.connection.view().present === 1 ? true : undefined), 'the crowd leaving');
  await gully.http.post('/api/standin/crowd').send({ size: 5_001, rate: 1 }).expect(422);
});

test('nobody speaks for the bot, nor under a name that is none', async () => {
  expect(
    (
      await gully.http
        .post('/api/standin/say')
        .send({ name: 'gully', roles: [], text: 'I am the bot' })
        .expect(409)
    ).body,
  ).toMatchObject({ title: expect.stringMatching(/client of their own/u) });
  await gully.http.post('/api/standin/say').send({ name: 'a b', roles: [], text: 'x' }).expect(422);
  await gully.http.post('/api/standin/drop').send({ seconds: -1 }).expect(422);
});

test('with a real chat room there is no stand-in to ask', async () => {
  const real = await Gully.inRoom(standin, newFolder(), {
    GULLY_STANDIN_URL: '',
    GULLY_IRC_NICK: 'gully_too',
  });
  expect((await real.http.get('/api/channel').expect(200)).body).toEqual({
    name: 'lanternhour',
    botName: 'gully_too',
    prefix: '!',
    timeZone: expect.any(String),
    connections: ['irc'],
    standin: false,
  });
  expect(
    (await real.http.post('/api/standin/say').send({ name: 'x', roles: [], text: 'x' }).expect(404)).body,
  ).toMatchObject({ title: 'There is no stand-in' });
  await real.stop();
});
