import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import type { CommandCounts } from '@gully/core/news';
import { NewsService } from '../news/index.js';
import { Gully, lantern, newStandin, until, type Plain } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});
beforeEach(async () => {
  for (const { id } of (await gully.http.get('/api/commands')).body as { id: string }[])
    await gully.http.delete(`/api/commands/${id}`).expect(204);
});

describe('the life of a command', () => {
  test('it is added, changed, put back, deleted and restored', async () => {
    const { id } = await gully.add({ name: ' !lantern ' });
    const changed = await gully.http
      .put(`/api/commands/${id}`)
      .send({ ...lantern({ text: 'dark' }), version: 1 })
      .expect(200);
    expect(changed.body).toMatchObject({
      id,
      trigger: { name: 'lantern' },
      routine: { steps: [{ texts: ['dark'] }] },
      version: 2,
      uses: 0,
      lastUse: null,
    });
    const back = await gully.http.post(`/api/commands/${id}/step-back`).send({ version: 2 }).expect(200);
    expect(back.body).toMatchObject({ routine: lantern().routine, version: 3 });
    await gully.http.delete(`/api/commands/${id}`).expect(204);
    await gully.http.get(`/api/commands/${id}`).expect(404);
    expect((await gully.http.get('/api/commands')).body).toEqual([]);
    await gully.http.post(`/api/commands/${id}/restore`).expect(200);
    expect((await gully.http.get(`/api/commands/${id}`).expect(200)).body).toMatchObject({
      trigger: { name: 'lantern', aliases: ['lamp'] },
      version: 3,
    });
  });

  test('of two windows on one command the second to save is told, and shown what is stored', async () => {
    const { id } = await gully.add();
    const both = ['first', 'second'].map((text) =>
      gully.http.put(`/api/commands/${id}`).send({ ...lantern({ text }), version: 1 }),
    );
    const [one, two] = await Promise.all(both);
    const [won, lost] = one!.status === 200 ? [one!, two!] : [two!, one!];
    expect([won.status, lost.status]).toEqual([200, 409]);
    expect(lost.headers['content-type']).toMatch(/application\/problem\+json/u);
    expect(lost.body).toMatchObject({
      status: 409,
      current: { id, version: 2, routine: (won.body as { routine: object }).routine },
    });
  });

  test('of two commands saved at once under one name, one is', async () => {
    const both = await Promise.all([1, 2].map(() => gully.http.post('/api/commands').send(lantern())));
    expect(both.map(({ status }) => status).sort()).toEqual([201, 422]);
  });

  test('a name taken since cannot be restored over, and nothing is lost by trying', async () => {
    const { id } = await gully.add();
    await gully.http.delete(`/api/commands/${id}`);
    await gully.add({ name: 'lamp', aliases: [] });
    const refused = await gully.http.post(`/api/commands/${id}/restore`).expect(422);
    expect((refused.body as { fields: object }).fields).toEqual({
      'trigger.aliases': '!lamp is taken: there is a command of that name',
    });
    expect((await gully.http.get('/api/commands')).body).toHaveLength(1);
  });
});

describe('bad input comes back by field', () => {
  test.each<[object, string, RegExp]>([
    [lantern({ name: '' }), 'trigger.name', /Give it a name/u],
    [lantern({ phrases: ['   '] }), 'trigger.phrases', /A phrase is empty/u],
    [lantern({ pattern: '(' }), 'trigger.pattern', /cannot be read/u],
    [lantern({ text: 'x {{ viewer' }), 'steps.0.texts.0', /^Line 1, column 3: /u],
    [lantern({ text: '' }), 'steps.0.texts.0', /Write what the bot says/u],
    [lantern({ cooldown: -1 }), 'gates.cooldown', /0/u],
    [lantern({ cooldown: '5' as unknown as number }), 'gates.cooldown', /integer/u],
    [lantern({ lowestRole: 'wizard' as 'vip' }), 'gates.lowestRole', /one of/u],
    [lantern({ refusals: { nowhere: 'x' } as object }), 'gates.refusals', /and nothing else/u],
    [
      lantern({ aliases: Array.from({ length: 201 }, (_, n) => `a${String(n)}`) }),
      'trigger.aliases',
      /at most 200/u,
    ],
    [
      lantern({ routine: { steps: [{ kind: 'dance', id: 'x' }] } as unknown as Plain['routine'] & object }),
      'routine.steps',
      /These are not steps: .*kind/u,
    ],
    [{ ...lantern(), secret: true }, 'secret', /should not exist/u],
  ])('%j', async (given, field, words) => {
    const { body, headers } = await gully.http.post('/api/commands').send(given).expect(422);
    expect(headers['content-type']).toMatch(/application\/problem\+json/u);
    expect((body as { fields: Record<string, string> }).fields[field]).toMatch(words);
    expect((await gully.http.get('/api/commands')).body).toEqual([]);
  });

  test('taken names say by which', async () => {
    await gully.add();
    const { body } = await gully.http
      .post('/api/commands')
      .send(lantern({ name: 'LAMP', aliases: ['lantern'] }))
      .expect(422);
    expect((body as { fields: object }).fields).toEqual({
      'trigger.name': '!LAMP is taken: it is an alias of !lantern',
      'trigger.aliases': '!lantern is taken: there is a command of that name',
    });
  });

  test('no stack reaches a person, whatever is sent', async () => {
    const broken = await gully.http
      .post('/api/commands')
      .set('content-type', 'application/json')
      .send('{"name":')
      .expect(400);
    const huge = await gully.http
      .post('/api/commands')
      .send(lantern({ text: 'x'.repeat(2_000_000) }))
      .expect(413);
    const gone = await gully.http
      .put('/api/commands/nothing')
      .send({ ...lantern(), version: 1 })
      .expect(404);
    for (const { body, text } of [broken, huge, gone]) {
      expect(body).toMatchObject({ title: expect.any(String), detail: expect.any(String) });
      expect(text).not.toMatch(/at .*\.(js|ts)|node_modules/u);
    }
    expect((gone.body as { detail: string }).detail).toMatch(/draft is kept/u);
  });
});

describe('who may ask', () => {
  test.each([
    [{ host: 'gully.example' }, 403],
    [{ origin: 'http://evil.example' }, 403],
    [{ origin: 'null' }, 403],
    [{}, 200],
  ])('%j gives %i', async (headers, status) => {
    await gully.http
      .get('/api/health')
      .set(headers as Record<string, string>)
      .expect(status);
  });

  test('answers carry a policy without inline scripts', async () => {
    const policy = (await gully.http.get('/api/health')).headers['content-security-policy'] ?? '';
    expect(policy).toMatch(/script-src 'self'(;|$)/u);
    expect(policy).toMatch(/default-src 'none'/u);
  });

  test('how often it was used is told to pages', async () => {
    const told: CommandCounts[] = [];
    const end = gully.app.get(NewsService).subscribe((_, tell) => {
      const { kind, about } = tell();
      if (kind === 'uses') told.push(...about.counts);
    });
    await gully.entered();
    const { id } = await gully.add({ name: 'often', aliases: [], text: 'x' });
    for (const name of ['pebblewren', 'quillrush', 'oxbowkid']) await gully.type(name, '!often');
    await until(() => (told.some(({ uses }) => uses === 3) ? true : undefined), 'the counts');
    expect(told.at(-1)).toMatchObject({ id, uses: 3, usesLastWeek: 3 });
    end();
  });
});
