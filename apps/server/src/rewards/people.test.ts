import { expect, test } from '@jest/globals';
import { BLANK_REWARD } from '@gully/core/rewards';
import { GIVEN, selling, withTexts } from '../test-support/index.js';

const shop = selling(['pebblewren', 'mossmoth']);
const { sell, page, stands, client, balance } = shop;
const ADDRESS = { name: 'address', type: 'address', required: true, private: true, choices: [] } as const;
const idOf = async (name: string): Promise<string> => {
  const { body } = await shop.gully.http.get(`/api/viewers?search=${name}`).expect(200);
  return (body as { viewers: { id: string }[] }).viewers[0]?.id ?? '';
};
const answers = async (): Promise<number> => {
  const [row] = await shop.gully.source.query<{ n: number }[]>(
    'SELECT count(*) AS n FROM redemption_answers',
  );
  return row?.n ?? 0;
};

test('two accounts that are one share what they bought; someone who is erased leaves no address', async () => {
  await sell('card', { name: 'Postcard', asks: [ADDRESS], stock: { ...BLANK_REWARD.stock, viewer: 1 } });
  const lark = await client('siltlark');
  lark.send('PRIVMSG #lanternhour :!card');
  await lark.until(/Now send me your address/u);
  lark.send('PRIVMSG gully :4 Sinter Row');
  await stands('waiting');
  const [winner, loser] = [await idOf('mossmoth'), await idOf('siltlark')];
  await shop.gully.http.post(`/api/viewers/${winner}/merge`).send({ from: loser });
  await shop.gully.type('mossmoth', '!card');
  await shop.gully.said('mossmoth, you already bought Postcard.');
  expect(await page(`?viewer=${winner}`)).toMatchObject([{ name: 'mossmoth', state: 'waiting' }]);
  expect(await answers()).toBe(1);
  await shop.gully.http.post(`/api/viewers/${winner}/erase`).expect(204);
  expect(await answers()).toBe(0);
  expect((await shop.gully.http.get('/api/redemptions')).text).not.toMatch(/mossmoth|siltlark/u);
  expect((await shop.gully.http.get('/api/redemptions/count')).body).toMatchObject({ waiting: 0 });
});

test('a reward travels without its codes, and is not for sale until it has some', async () => {
  const list = await shop.gully.addList('Keys', ['MAP-AAAA']);
  const id = await sell('key', { gives: 'line', list });
  const chosen = { commands: [], routines: [], lists: [], rewards: [id] };
  const about = { title: 'Keys', author: '', note: '', questions: [] };
  const { body: bundle } = await shop.gully.http
    .post('/api/bundles/export')
    .send({ ...chosen, ...about })
    .expect(200);
  expect(JSON.stringify(bundle)).not.toMatch(/MAP-AAAA/u);
  await shop.gully.http.delete(`/api/rewards/${id}`).expect(204);
  const choices = [{ kind: 'rewards', name: 'key', action: 'take', as: '' }];
  await shop.gully.http.post('/api/bundles/take').send({ bundle, choices }).expect(200);
  const [taken] = (await shop.gully.http.get('/api/rewards')).body as object[];
  expect(taken).toMatchObject({ name: 'key', enabled: false, list: '' });
});

test('a draft is rehearsed as anybody, and nothing of it happens; a code is not shown', async () => {
  const list = await shop.gully.addList('Keys', ['MAP-AAAA']);
  const id = await sell('key', { gives: 'line', list });
  const body = {
    ...BLANK_REWARD,
    ...{ name: 'key', gives: 'line', list, cost: { ...BLANK_REWARD.cost, base: 700 } },
    says: { ...BLANK_REWARD.says, bought: '{{ viewer.name }} has {{ viewer.balance }} left' },
  };
  const say = async (text: string) => {
    const persona = { name: 'pebblewren', roles: [] };
    const drafts = [{ kind: 'reward', id, body }];
    const asked = { session: 'session-of-rewards', persona, text, ahead: 0, drafts };
    return withTexts((await shop.gully.http.post('/api/rehearsal/lines').send(asked).expect(200)).body);
  };
  const first = await say('!key');
  expect(first.said).toEqual(['key: …', 'pebblewren has 2300 left']);
  expect(first.effects).toContain('sells key to pebblewren, and hands out a line nobody else gets');
  expect((await say('!key')).said).toEqual(['pebblewren, key is sold out.']);
  expect([await balance('pebblewren'), (await page()).length]).toEqual([GIVEN, 0]);
});
