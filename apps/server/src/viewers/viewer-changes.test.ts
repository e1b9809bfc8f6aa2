import type { Step } from '@gully/core/channel';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import fc from 'fast-check';
import { Gully, newStandin, until } from '../test-support/index.js';
import { ViewersService } from './index.js';

interface One {
  viewer: {
    id: string;
    name: string;
    messages: number;
    watchTime: number;
    bot: boolean;
    ignored: boolean;
    mergedInto: string | null;
  };
  notes: { id: string; text: string }[];
  merges: { id: string; name: string }[];
  used: { name: string; uses: number }[];
}

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
const idOf = async (name: string): Promise<string> => {
  const { body } = await gully.http.get(`/api/viewers?search=${name}`).expect(200);
  return (
    (body as { viewers: { id: string; name: string }[] }).viewers.find((each) => each.name === name)?.id ?? ''
  );
};
const one = async (id: string): Promise<One> =>
  (await gully.http.get(`/api/viewers/${id}`).expect(200)).body as One;
const merge = async (into: string, from: string, status = 200): Promise<{ id: string }> =>
  (await gully.http.post(`/api/viewers/${into}/merge`).send({ from }).expect(status)).body as { id: string };
const rows = (table: string): Promise<unknown[]> =>
  gully.source.query(`SELECT * FROM ${table} ORDER BY 1, 2`);

describe('marks', () => {
  test('an ignored viewer starts nothing, a bot only what allows it; unmarked, both do again', async () => {
    await gully.add({ text: 'lit for {{ viewer.name }}' });
    await gully.add({ name: 'ping', aliases: [], fromBots: true, text: 'pong' });
    await gully.type('cheap_ropes_4u', '!lantern');
    const id = await idOf('cheap_ropes_4u');
    await gully.http.patch(`/api/viewers/${id}`).send({ ignored: true }).expect(204);
    expect((await gully.type('cheap_ropes_4u', '!lantern')).brief).toBe('ignored');
    await gully.http.patch(`/api/viewers/${id}`).send({ ignored: false, bot: true }).expect(204);
    expect((await gully.type('cheap_ropes_4u', '!lantern')).brief).toBe('from a bot');
    expect((await gully.type('cheap_ropes_4u', '!ping')).brief).toBe('ran !ping');
    expect((await gully.http.get('/api/viewers?mark=bot')).body).toMatchObject({ total: 1 });
    await gully.http.patch(`/api/viewers/${id}`).send({ bot: false }).expect(204);
    expect((await gully.type('cheap_ropes_4u', '!lantern')).outcome).toBe('ran');
    await gully.http.patch('/api/viewers/nobody').send({ bot: true }).expect(404);
    await gully.http.patch(`/api/viewers/${id}`).send({ bot: 'yes' }).expect(422);
  });
});

describe('in the middle of a busy chat', () => {
  test('marking viewers loses no use, in memory or on disk', async () => {
    const { id: command } = await gully.add({ name: 'busy', aliases: [], text: 'busy {{ command.uses }}' });
    await gully.type('busy_one', 'here');
    const id = await idOf('busy_one');
    const talk = Array.from({ length: 60 }, (_, n) => gully.type(`caver${String(n)}`, '!busy'));
    const marks = Array.from({ length: 30 }, (_, n) =>
      gully.http
        .patch(`/api/viewers/${id}`)
        .send({ ignored: n % 2 === 0 })
        .expect(204),
    );
    await Promise.all([...talk, ...marks]);
    expect((await gully.http.get(`/api/commands/${command}`)).body).toMatchObject({
      uses: 60,
      usesLastWeek: 60,
    });
    expect(await gully.source.query('SELECT uses FROM commands WHERE id = ?', [command])).toEqual([
      { uses: 60 },
    ]);
  });
});

test('commands saved while viewers are marked are all there afterwards', async () => {
  await gully.type('marked_one', 'here');
  const id = await idOf('marked_one');
  const names = Array.from({ length: 25 }, (_, n) => `saved${String(n)}`);
  await Promise.all([
    ...names.map((name) => gully.add({ name, aliases: [] })),
    ...names.map((_, n) =>
      gully.http
        .patch(`/api/viewers/${id}`)
        .send({ bot: n % 2 === 1 })
        .expect(204),
    ),
  ]);
  await gully.type('siltlark', 'and all is read again');
  const { body } = await gully.http.get('/api/commands').expect(200);
  const there = new Set((body as { trigger: { name: string } }[]).map(({ trigger }) => trigger.name));
  expect(names.filter((name) => !there.has(name))).toEqual([]);
});

describe('notes', () => {
  test('are kept, removed and put back', async () => {
    await gully.type('siltlark', 'hello');
    const id = await idOf('siltlark');
    const { body } = await gully.http
      .post(`/api/viewers/${id}/notes`)
      .send({ text: ' asks before drawing ' })
      .expect(201);
    const note = (body as { id: string }).id;
    expect((await one(id)).notes).toMatchObject([{ text: 'asks before drawing' }]);
    await gully.http.delete(`/api/viewers/${id}/notes/${note}`).expect(204);
    expect((await one(id)).notes).toEqual([]);
    await gully.http.post(`/api/viewers/${id}/notes/${note}/restore`).expect(204);
    expect((await one(id)).notes).toHaveLength(1);
    await gully.http.post(`/api/viewers/${id}/notes`).send({ text: '   ' }).expect(422);
    await gully.http.post('/api/viewers/nobody/notes').send({ text: 'x' }).expect(404);
    await gully.http.delete(`/api/viewers/${id}/notes/nothing`).expect(404);
  });
});

describe('two accounts of one person', () => {
  test('merged, everything is one: counts, uses, history, and what the other account does from then on', async () => {
    for (const text of ['first', '!lantern', '!ping']) await gully.type('wren_of_old', text);
    for (const text of ['here now', '!lantern']) await gully.type('wren_now', text);
    const [old, now] = [await idOf('wren_of_old'), await idOf('wren_now')];
    await gully.http.post(`/api/viewers/${old}/notes`).send({ text: 'from before' }).expect(201);
    await merge(now, old);
    expect(await one(now)).toMatchObject({
      viewer: { name: 'wren_now', messages: 5 },
      notes: [{ text: 'from before' }],
      merges: [{ name: 'wren_of_old' }],
      used: [
        { name: 'lantern', uses: 2 },
        { name: 'ping', uses: 1 },
      ],
    });
    await gully.type('wren_of_old', '!lantern');
    expect((await one(now)).viewer.messages).toBe(6);
    expect((await one(now)).used[0]).toMatchObject({ name: 'lantern', uses: 3 });
    const { body } = await gully.http.get(`/api/viewers/${now}/lines`).expect(200);
    expect((body as { text: string }[]).map(({ text }) => text)).toEqual([
      '!lantern',
      '!lantern',
      'here now',
      '!ping',
      '!lantern',
      'first',
    ]);
    expect((await one(old)).viewer).toMatchObject({ mergedInto: now, messages: 3 });
  });

  test('a command for the one is for the other too, once they are merged', async () => {
    await gully.type('rush_a', 'hello');
    await gully.type('rush_b', 'hello');
    await gully.add({
      name: 'anchor',
      aliases: [],
      lowestRole: 'streamer',
      always: [{ name: 'rush_a', viewer: null }],
    });
    expect((await gully.type('rush_b', '!anchor')).outcome).toBe('stopped');
    const { id } = await merge(await idOf('rush_b'), await idOf('rush_a'));
    expect((await gully.type('rush_b', '!anchor')).outcome).toBe('ran');
    await gully.http.post(`/api/viewers/merges/${id}/undo`).expect(204);
    expect((await gully.type('rush_b', '!anchor')).outcome).toBe('stopped');
  });

  test('whatever they had, undoing a merge leaves all as it was', async () => {
    const figures = fc.record({
      messages: fc.nat(1_000_000),
      watch: fc.nat(2 ** 40),
      first: fc.nat(2 ** 40),
      months: fc.nat(99),
    });
    const use = fc.tuple(
      fc.constantFrom('one', 'two'),
      fc.constantFrom('lantern', 'ping'),
      fc.integer({ min: 1, max: 999 }),
    );
    await gully.type('one', 'x');
    await gully.type('two', 'x');
    const ids = { one: await idOf('one'), two: await idOf('two') };
    // What is changed below is changed past the server.
    await gully.app.get(ViewersService).counted();
    const commands = new Map(
      ((await gully.http.get('/api/commands')).body as { id: string; trigger: { name: string } }[]).map(
        (each) => [each.trigger.name, each.id],
      ),
    );
    await fc.assert(
      fc.asyncProperty(
        figures,
        figures,
        fc.uniqueArray(use, { selector: ([who, what]) => who + what }),
        async (one_, two_, uses) => {
          for (const [id, { messages, watch, first, months }] of [
            [ids.one, one_],
            [ids.two, two_],
          ] as const)
            await gully.source.query(
              'UPDATE viewers SET messages = ?, watch_ms = ?, first_seen = ?, subscribed_months = ? WHERE id = ?',
              [messages, watch, first, months, id],
            );
          await gully.source.query('DELETE FROM command_viewer_uses');
          for (const [who, what, count] of uses)
            await gully.source.query(
              'INSERT INTO command_viewer_uses (command_id, viewer_id, uses, last_use) VALUES (?, ?, ?, 5)',
              [commands.get(what), ids[who as 'one'], count],
            );
          const before = [await rows('viewers'), await rows('command_viewer_uses')];
          const { id } = await merge(ids.one, ids.two);
          expect((await one(ids.one)).viewer.messages).toBe(one_.messages + two_.messages);
          await gully.http.post(`/api/viewers/merges/${id}/undo`).expect(204);
          expect([await rows('viewers'), await rows('command_viewer_uses')]).toEqual(before);
        },
      ),
      { numRuns: 20 },
    );
  });

  test('with oneself, twice, in a circle, or undone twice is refused, and nothing changes', async () => {
    for (const name of ['a_one', 'b_two', 'c_three']) await gully.type(name, 'x');
    const [a, b, c] = [await idOf('a_one'), await idOf('b_two'), await idOf('c_three')];
    await merge(a, a, 422);
    const { id } = await merge(a, b);
    await merge(a, b, 409);
    await merge(b, c, 409);
    await merge(c, a, 409);
    await merge(a, 'nobody', 404);
    await gully.http.post(`/api/viewers/merges/${id}/undo`).expect(204);
    await gully.http.post(`/api/viewers/merges/${id}/undo`).expect(404);
    expect((await one(a)).merges).toEqual([]);
  });
});

test('viewers of one name are offered as maybe one person, until they are merged or erased', async () => {
  const add = (name: string, id: string, messages: number): Promise<unknown> =>
    gully.source.query(
      `INSERT INTO viewers (id, connection, account, name, role, first_seen, last_seen, messages, watch_ms, bot, ignored, subscribed_months)
       VALUES (?, 'irc', ?, ?, 'viewer', 1, 1, ?, 0, 0, 0, 0)`,
      [id, id, name, messages],
    );
  await add('Twicenamed', 'nick:twicenamed', 3);
  await add('twicenamed', 'account:twice_named_too', 8);
  await add('erased viewer', 'erased:1', 3);
  await add('erased viewer', 'erased:2', 3);
  const doubles = async (): Promise<string[][]> => {
    const { body } = await gully.http.get('/api/viewers/doubles').expect(200);
    return (body as { names: { viewers: { id: string }[] }[] }).names.map(({ viewers }) =>
      viewers.map(({ id }) => id),
    );
  };
  expect(await doubles()).toEqual([['account:twice_named_too', 'nick:twicenamed']]);
  const { id } = await merge('account:twice_named_too', 'nick:twicenamed');
  expect(await doubles()).toEqual([]);
  await gully.http.post(`/api/viewers/merges/${id}/undo`).expect(204);
  expect(await doubles()).toHaveLength(1);
  await gully.http.post('/api/viewers/nick:twicenamed/erase').expect(204);
  expect(await doubles()).toEqual([]);
});

describe('erasing', () => {
  test('no name, no text and no note is left anywhere; sums are', async () => {
    await gully.add({ name: 'hail', aliases: [], text: 'hail {{ viewer.name }}, says {{ input.all }}' });
    await gully.type('tallowfen', '!hail my secret garden');
    await gully.said('hail tallowfen, says my secret garden');
    await gully.type('oxbowkid', 'did @TallowFen really say that, not tallowfenner');
    await gully.type('oxbowkid', '!hail tallowfen');
    const keep: Step = {
      kind: 'remember',
      id: 'k',
      name: 'word',
      text: 'by {{ viewer.name }}',
      span: 'viewer',
    };
    const forGood: Step = { ...keep, id: 'g', name: 'motto', text: '{{ input.all }}', span: 'good' };
    const wait: Step = { kind: 'wait', id: 'w', seconds: 60 };
    await gully.add({ name: 'keep', aliases: [], routine: routineOf([keep, forGood, wait]) });
    await gully.type('tallowfen', '!keep our secret garden');
    expect((await gully.http.get('/api/runs/going')).body).toMatchObject({ total: 1 });
    const id = await idOf('tallowfen');
    await gully.http.post(`/api/viewers/${id}/notes`).send({ text: 'tallowfen is kind' }).expect(201);
    await gully.http.get('/api/activity').expect(200);
    const before = (await one(id)).viewer;
    await gully.http.post(`/api/viewers/${id}/erase`).expect(204);

    const all: { name: string }[] = await gully.source.query(
      `SELECT name FROM sqlite_master WHERE type = 'table'`,
    );
    for (const { name } of all) {
      const text = JSON.stringify(await gully.source.query(`SELECT * FROM "${name}"`));
      expect([name, /tallowfen(?!ner)|secret garden/iu.exec(text)?.[0]]).toEqual([name, undefined]);
    }
    await gully.add({ name: 'motto', aliases: [], text: 'motto: {{ remembered.motto | default: "none" }}' });
    await gully.type('oxbowkid', '!motto');
    await gully.said('motto: none');
    await until(async () => {
      const { body } = await gully.http.get('/api/runs/going');
      return (body as { total: number }).total === 0 ? true : undefined;
    }, 'the run that waited being let go');
    expect(await gully.runs('?limit=5')).toContainEqual(
      expect.objectContaining({ title: '!keep', ended: 'stopped', words: 'a viewer was erased' }),
    );
    expect(JSON.stringify([await gully.lines(), (await gully.http.get('/api/activity')).body])).not.toMatch(
      /tallowfen(?!ner)/iu,
    );
    expect(await gully.lines()).toContainEqual(
      expect.objectContaining({ text: 'did @erased viewer really say that, not tallowfenner' }),
    );
    expect((await one(id)).viewer).toMatchObject({ name: 'erased viewer', messages: before.messages });
    await gully.type('tallowfen', 'hello again');
    expect(await idOf('tallowfen')).not.toBe(id);
    await gully.http.post('/api/viewers/nobody/erase').expect(404);
  });
});
