import { type Step, STEP_KINDS } from '@gully/core/channel';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, jest, test } from '@jest/globals';
import { BLANK_REWARD } from '@gully/core/rewards';
import { routineOf } from '@gully/core/routines';
import { Outbox } from '../chat/index.js';
import { GIVEN, selling, until } from '../test-support/index.js';
import { AnswerErasing } from './erasing.js';
import { GivenLines } from './given-lines.js';
import type { RewardDto, RewardHelpDto, SecretsDto } from './views.js';

const shop = selling();
const { sell, page, act, stands, balance, client } = shop;
const say = (text: string): Step => ({ kind: 'say', id: 's', texts: [text], order: 'random' });
const fails: Step = { ...STEP_KINDS.take.blank('f'), amount: '1000000', from: 'viewer', ifFails: 'stop' };
const ADDRESS = { name: 'address', type: 'address', required: true, private: true, choices: [] } as const;
const secretsOf = async (id: string): Promise<SecretsDto> =>
  (await shop.gully.http.get(`/api/redemptions/${encodeURIComponent(id)}/secrets`).expect(200))
    .body as SecretsDto;

test('a reward is bought by its own word or by name, runs, tells routines, and is one purchase in the ledger', async () => {
  await sell('bell', {
    name: 'Ring the supper bell',
    gives: 'routine',
    routine: routineOf([say('Ding, says {{ viewer.name }}, {{ reward.sold }} so far')]),
    says: {
      ...BLANK_REWARD.says,
      bought: '{{ viewer.name }} rings, for {{ reward.price | amount: currency }}.',
    },
  });
  await shop.gully.http
    .post('/api/commands')
    .send({ ...(await redeem()) })
    .expect(201);
  await shop.gully.addRoutine('Bought', [say('{{ viewer.name }} bought {{ event.message }}')], {
    triggers: [{ id: 't', event: 'redeemed', least: 0, lowestRole: 'viewer', viewers: [] }],
  });
  await shop.gully.type('pebblewren', '!bell');
  await shop.gully.said('pebblewren rings, for 100 flint.');
  await shop.gully.said('Ding, says pebblewren, 1 so far');
  await shop.gully.said('pebblewren bought Ring the supper bell');
  await shop.gully.type('mossmoth', '!redeem ring the supper bell');
  await shop.gully.said('Ding, says mossmoth, 2 so far');
  expect(await balance('mossmoth')).toBe(GIVEN - 100);
  await shop.gully.type('oxbowkid', '!redeem supper');
  await shop.gully.line(
    ({ text }) => text.startsWith('oxbowkid, there is no reward called “supper”'),
    'no such',
  );
  const [reward] = (await shop.gully.http.get('/api/rewards')).body as RewardDto[];
  expect(reward).toMatchObject({ sold: 2, left: null, command: '!bell' });
  const csv = (await shop.gully.http.get('/api/redemptions/csv')).text.split('\r\n');
  expect(csv[1]).toMatch(/^Ring the supper bell,mossmoth,.+,100,currency,done/u);
  const posted = await shop.gully.source.query<object[]>(
    `SELECT id FROM ledger_postings WHERE cause = 'reward'`,
  );
  expect(posted).toHaveLength(2);
});

test('what fails is given back, and said so; a run someone stops is as well', async () => {
  await sell('dud', { name: 'Dud', gives: 'routine', routine: routineOf([fails]), says: BLANK_REWARD.says });
  await sell('wait', {
    name: 'Wait',
    gives: 'routine',
    routine: routineOf([{ kind: 'wait', id: 'w', seconds: 300 }]),
  });
  await shop.gully.type('pebblewren', '!dud');
  await shop.gully.said('pebblewren, Dud did not work out; you have your 100 flint back.');
  expect((await stands('returned')).note).toMatch(/has only 2,900 flint/u);
  await shop.gully.type('mossmoth', '!wait');
  await stands('bought');
  const run = await until(
    async () => (await shop.gully.runs()).find(({ title }) => title === 'Wait'),
    'the run',
  );
  await shop.gully.http
    .post('/api/runs/stop')
    .send({ runs: [run.id] })
    .expect(204);
  await stands('returned', 'mossmoth');
  expect([await balance('pebblewren'), await balance('mossmoth')]).toEqual([GIVEN, GIVEN]);
});

describe('codes', () => {
  test('are sent to one buyer each, seen by nobody else, and taken out of their list', async () => {
    const list = await shop.gully.addList('Keys', ['MAP-AAAA', 'MAP-BBBB', 'MAP-CCCC']);
    await sell('key', { name: 'Map pack key', gives: 'line', list, warnAt: 1 });
    const lark = await client('siltlark');
    lark.send('PRIVMSG #lanternhour :!key');
    expect(await lark.until(/PRIVMSG siltlark :Map pack key: MAP-/u)).toContain('MAP-AAAA');
    const { id } = await stands('done');
    await shop.gully.type('mossmoth', '!key');
    await stands('done', 'mossmoth');
    await shop.gully.app.get(GivenLines).tidy();
    const lists = (await shop.gully.http.get(`/api/lists/${list}/text`)).text;
    expect(lists).toContain('MAP-CCCC');
    expect(lists).not.toContain('MAP-AAAA');
    // A step that draws from that list would post a code that is sold, or is sold later.
    const draw: Step = { ...STEP_KINDS.draw.blank('d'), list, ifFails: 'go-on' };
    await shop.gully.add({
      name: 'peek',
      aliases: [],
      routine: routineOf([draw, say('{{ remembered.failure }}{{ remembered.line }}')]),
    });
    await shop.gully.type('oxbowkid', '!peek');
    await shop.gully.said('Map pack key hands out the lines of that list, one to each buyer');
    // Who got which can be looked up; nothing else tells.
    expect(await secretsOf(id)).toEqual({ answers: [], line: 'MAP-AAAA' });
    for (const place of ['chat/lines?limit=500', 'runs', 'redemptions', 'redemptions/csv', 'activity'])
      expect((await shop.gully.http.get(`/api/${place}`)).text).not.toContain('MAP-');
    expect((await shop.gully.http.get('/api/redemptions/count')).body).toMatchObject({
      low: ['Map pack key: 1 left to hand out'],
    });
    // An older version of the list brings no code back to be given twice.
    await shop.gully.http
      .put(`/api/lists/${list}`)
      .send({ name: 'Keys', text: 'MAP-AAAA\nMAP-BBBB', version: 2 });
    await shop.gully.type('oxbowkid', '!key');
    await shop.gully.said('oxbowkid, Map pack key is sold out.');
    expect(await balance('oxbowkid')).toBe(GIVEN);
  });

  test('that the room does not deliver are kept for their buyer, sent again or given to someone else', async () => {
    const list = await shop.gully.addList('Keys', ['MAP-AAAA']);
    await sell('key', { gives: 'line', list });
    const lark = await client('siltlark');
    lark.send('MODE siltlark +g', 'PRIVMSG #lanternhour :!key');
    const stuck = await stands('waiting');
    expect(stuck.note).toBe('It could not be sent privately: They take no private messages');
    expect((await act('send', stuck.id)).body).toMatchObject({ done: [] });
    await shop.gully.type('oxbowkid', '!key');
    await shop.gully.said('oxbowkid, key is sold out.');
    await act('return', stuck.id);
    expect(await balance('siltlark')).toBe(GIVEN);
    await shop.gully.app.get(GivenLines).tidy();
    await shop.gully.type('oxbowkid', '!key');
    expect(await secretsOf((await stands('done', 'oxbowkid')).id)).toMatchObject({ line: 'MAP-AAAA' });
  });

  test('are sent again once, to whoever bought them and is there, and never after they were returned', async () => {
    const list = await shop.gully.addList('Keys', ['MAP-AAAA', 'MAP-BBBB']);
    await sell('key', { gives: 'line', list, routine: routineOf([say('the gate opens')]) });
    const lark = await client('siltlark');
    lark.send('MODE siltlark +g', 'PRIVMSG #lanternhour :!key');
    const { id } = await stands('waiting');
    lark.send('MODE siltlark -g');
    await until(async () => {
      await Promise.all([act('send', id), act('send', id)]);
      return (await page())[0]?.state === 'done' ? true : undefined;
    }, 'the code being sent');
    // What it starts had waited for that.
    await shop.gully.said('the gate opens');
    await lark.until(/PRIVMSG siltlark :key: MAP-AAAA/u);
    // Ticked off once, it may have been seen: it goes to nobody else even if it is returned later.
    await act('reopen', id);
    await act('return', id);
    await shop.gully.type('oxbowkid', '!key');
    const other = await stands('done', 'oxbowkid');
    expect(await secretsOf(other.id)).toMatchObject({ line: 'MAP-BBBB' });
    expect((await act('send', id, other.id)).body).toEqual({
      done: [],
      left: [
        'key of siltlark: nothing of it waits to be sent',
        'key of oxbowkid: nothing of it waits to be sent',
      ],
    });
    lark.send('PRIVMSG #lanternhour :!key');
    await shop.gully.said('siltlark, key is sold out.');
    expect(lark.lines.filter((each) => each.includes('MAP-'))).toHaveLength(1);
  });

  test('that may have been sent when Gully stopped wait for the streamer, and go to no one else', async () => {
    const list = await shop.gully.addList('Keys', ['MAP-AAAA']);
    await sell('key', { gives: 'line', list, says: BLANK_REWARD.says });
    await shop.stop();
    // What is said waits for a long time; Gully cannot know that of it after the next start.
    await shop.start({ GULLY_CHAT_LIMIT_MODERATOR: '1', GULLY_CHAT_LIMIT_SECONDS: '3000' });
    await shop.gully.add({ name: 'talk', aliases: [] });
    await shop.gully.type('oxbowkid', '!talk');
    await shop.gully.type('mossmoth', '!key');
    const { id } = await stands('bought');
    await shop.stop();
    await shop.start();
    expect(await stands('waiting')).toMatchObject({
      unsure: true,
      note: 'Gully stopped while it was being sent',
    });
    // Nothing is paid back by itself, nor when the streamer returns it is the line free again.
    expect(await balance('mossmoth')).toBe(GIVEN - 100);
    await act('return', id);
    expect(await balance('mossmoth')).toBe(GIVEN);
    await shop.gully.app.get(GivenLines).tidy();
    await shop.gully.type('oxbowkid', '!key');
    await shop.gully.said('oxbowkid, key is sold out.');
    expect((await act('put-back', id)).body).toMatchObject({ done: [id] });
    await shop.gully.app.get(GivenLines).tidy();
    await shop.gully.type('oxbowkid', '!key');
    await stands('done', 'oxbowkid');
  });

  test('whose delivery the room does not confirm are not given to anyone else either', async () => {
    const list = await shop.gully.addList('Keys', ['MAP-AAAA']);
    await sell('key', { gives: 'line', list });
    const outbox = shop.gully.app.get(Outbox);
    const lost = { words: 'the room did not say whether it arrived', unsure: true };
    jest.spyOn(outbox, 'handOver').mockResolvedValueOnce(lost);
    await shop.gully.type('mossmoth', '!key');
    const { id } = await stands('waiting');
    await act('return', id);
    await shop.gully.app.get(GivenLines).tidy();
    await shop.gully.type('oxbowkid', '!key');
    await shop.gully.said('oxbowkid, key is sold out.');
  });
});

describe('what is asked for in private', () => {
  test('is asked for and taken in private messages, sealed on disk, and erased in its time', async () => {
    await sell('card', { name: 'Postcard', asks: [ADDRESS], keepDays: 30 });
    const lark = await client('siltlark');
    lark.send('PRIVMSG #lanternhour :!card');
    await lark.until(/PRIVMSG siltlark :Postcard is yours\. Now send me your address/u);
    const { id } = await stands('asked');
    lark.send(`PRIVMSG gully :${'x'.repeat(401)}`);
    await lark.until(/PRIVMSG siltlark :That is not kept: address has 401 characters; 400 is the most/u);
    lark.send('PRIVMSG gully :4 Sinter Row, Karst');
    await lark.until(/PRIVMSG siltlark :Thank you\. Postcard is on its way/u);
    await stands('waiting');
    expect(await secretsOf(id)).toEqual({
      answers: [{ name: 'address', text: '4 Sinter Row, Karst' }],
      line: null,
    });
    for (const place of ['chat/lines?limit=500', 'runs', 'redemptions', 'redemptions/csv', 'activity'])
      expect((await shop.gully.http.get(`/api/${place}`)).text).not.toContain('Sinter');
    const csv = await shop.gully.http.get('/api/redemptions/csv?with=address');
    expect(csv.text).toContain('4 Sinter Row, Karst');
    const files = readdirSync(shop.folder).filter((name) => statSync(path.join(shop.folder, name)).isFile());
    for (const name of files)
      expect(readFileSync(path.join(shop.folder, name), 'latin1')).not.toContain('Sinter');
    expect(statSync(path.join(shop.folder, 'private-answers.key')).mode & 0o077).toBe(0);
    await act('done', id);
    const erasing = shop.gully.app.get(AnswerErasing);
    expect(await erasing.look(Date.now() + 29 * 86_400_000)).toBe(0);
    expect(await erasing.look(Date.now() + 31 * 86_400_000)).toBe(1);
    expect(await secretsOf(id)).toMatchObject({ answers: [{ text: null }] });
  });

  test('is asked for in chat where private messages do not get there', async () => {
    await sell('card', { name: 'Postcard', asks: [ADDRESS] });
    const lark = await client('siltlark');
    lark.send('MODE siltlark +g', 'PRIVMSG #lanternhour :!card');
    await shop.gully.line(
      ({ text }) => text.startsWith('siltlark, Postcard is yours. Now send me'),
      'the asking',
    );
  });
});

test('what is owed is ticked off and back, or returned once, however many do so at once', async () => {
  await sell('card', { name: 'Postcard' });
  for (const name of ['pebblewren', 'mossmoth']) {
    await shop.gully.type(name, '!card');
    await stands('waiting', name);
  }
  const [second, first] = await page('?state=open');
  await act('done', first!.id);
  expect((await act('done', first!.id, second!.id)).body).toMatchObject({
    done: [second!.id],
    left: ['Postcard of pebblewren: it is done already'],
  });
  await act('reopen', first!.id, second!.id);
  const answers = await Promise.all([act('return', first!.id), act('return', first!.id)]);
  expect(answers.flatMap(({ body }) => (body as { done: string[] }).done)).toEqual([first!.id]);
  expect(await balance('pebblewren')).toBe(GIVEN);
  // Someone gave the other’s price back in the ledger already.
  const [posting] = await shop.gully.source.query<{ id: number }[]>(
    `SELECT id FROM ledger_postings WHERE key LIKE ?`,
    [`${second!.id}:price`],
  );
  await shop.gully.http.post(`/api/ledger/${String(posting!.id)}/reversal`).expect(200);
  await act('return', second!.id);
  expect(await balance('mossmoth')).toBe(GIVEN);
  expect((await shop.gully.http.get('/api/redemptions/count')).body).toMatchObject({ waiting: 0 });
});

test('help next to a price says what it means, and what a week of it comes to', async () => {
  await sell('card', { name: 'Postcard' });
  const help = async (base: number): Promise<RewardHelpDto> => {
    const body = { ...BLANK_REWARD, name: 'Lamp', cost: { ...BLANK_REWARD.cost, base } };
    return (await shop.gully.http.post('/api/rewards/help').send(body).expect(200)).body as RewardHelpDto;
  };
  expect(await help(100)).toMatchObject({ able: 3, viewers: 3, by: 'nothing', circulating: 3 * GIVEN });
  expect(await help(GIVEN + 1)).toMatchObject({ able: 0 });
  await shop.gully.http
    .post('/api/rewards')
    .send({ ...BLANK_REWARD, name: 'Lamp', cost: { ...BLANK_REWARD.cost, base: -5 } })
    .expect(422);
});

async function redeem(): Promise<object> {
  const { STARTERS } = await import('@gully/core/commands');
  return STARTERS.find(({ id }) => id === 'redeem')!.body;
}
