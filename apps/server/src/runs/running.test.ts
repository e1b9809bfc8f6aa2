import { type Step, STEP_KINDS } from '@gully/core/channel';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import BetterSqlite3 from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
beforeEach(async () => {
  standin = await newStandin();
  folder = newFolder();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  await gully.stop();
  await standin.close();
});

const say = (text: string): Step => ({ kind: 'say', id: text, texts: [text], order: 'random' });
const wait = (seconds: number): Step => ({ kind: 'wait', id: `w${String(seconds)}`, seconds });
const ownLines = async (): Promise<string[]> =>
  (await gully.lines()).filter(({ own }) => own).map(({ text }) => text);
const ended = (title: string, how: string) =>
  until(
    async () => (await gully.runs()).find((run) => run.title === title && run.ended === how),
    `${title} ${how}`,
  );

describe('a routine that waits', () => {
  test('goes on after its time, also when Gully was restarted meanwhile', async () => {
    await gully.add({ routine: routineOf([say('down'), wait(2), say('up, {{ viewer.name }}')]) });
    await gully.type('pebblewren', '!lantern');
    await gully.said('down');
    expect((await gully.http.get('/api/runs/going')).body).toMatchObject({
      total: 1,
      runs: [{ waitsFor: 'time' }],
    });
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await gully.said('up, pebblewren');
    await ended('!lantern', 'done');
    expect((await gully.http.get('/api/runs/going')).body).toEqual({ total: 0, runs: [] });
  });

  test('that were due while Gully was away go on in the order they were due', async () => {
    await gully.add({ name: 'a', aliases: [], routine: routineOf([wait(60), say('second')]) });
    await gully.add({ name: 'b', aliases: [], routine: routineOf([wait(30), say('first')]) });
    await gully.type('pebblewren', '!a');
    await gully.type('pebblewren', '!b');
    await gully.stop();
    // Their times pass while Gully is away.
    const file = new BetterSqlite3(join(folder, 'gully.db'));
    file.exec(
      `UPDATE runs SET state = json_set(state, '$.awaiting.until', state ->> '$.awaiting.until' - 61000)`,
    );
    file.close();
    gully = await Gully.inRoom(standin, folder);
    await gully.said('second');
    expect(await ownLines()).toEqual(['first', 'second']);
  });

  test('has its line say how it ended, and the why of the line lead to it, over a restart', async () => {
    await gully.add({ routine: routineOf([say('down'), wait(1), say('up')]) });
    const list = await gully.addList('Short-lived', ['a line']);
    const lost: Step = { kind: 'draw', id: 'd', list, order: 'bag', name: 'line', ifFails: 'stop' };
    await gully.add({ name: 'lost', aliases: [], routine: routineOf([wait(1), lost]) });
    await gully.http.delete(`/api/lists/${list}`).expect(204);
    const [well, badly] = [await gully.type('pebblewren', '!lantern'), await gully.type('oxbowkid', '!lost')];
    expect([well.brief, badly.brief]).toEqual(['ran !lantern, goes on', 'ran !lost, goes on']);
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await ended('!lantern', 'done');
    await ended('!lost', 'failed');
    const lines = await gully.lines();
    const now = (id: string) => lines.find((line) => line.id === id);
    expect(now(well.id)).toMatchObject({ outcome: 'ran', brief: 'ran !lantern' });
    const brief = 'ran !lost, ended: there is no such list';
    expect(now(badly.id)).toMatchObject({ outcome: 'failed', brief });
    const why = await gully.http.get(`/api/chat/lines/${badly.id}/why`).expect(200);
    const { runs, outcome } = why.body as { runs: string[]; outcome: string };
    expect(outcome).toBe('failed');
    const run = await gully.http.get(`/api/runs/${runs[0] ?? ''}`).expect(200);
    expect(run.body).toMatchObject({ ended: 'failed', title: '!lost' });
  });

  test('ends with a note over a restart where that is set', async () => {
    const routine = { ...routineOf([say('down'), wait(1), say('never')]), afterRestart: 'end' as const };
    await gully.add({ routine });
    await gully.type('pebblewren', '!lantern');
    await gully.said('down');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    expect((await ended('!lantern', 'stopped')).words).toMatch(/Gully restarted/u);
    expect(await ownLines()).toEqual(['down']);
  });

  test('is stopped by hand, and stop all leaves none', async () => {
    const routine = routineOf([wait(60), say('never')]);
    await gully.add({ routine });
    for (const name of ['pebblewren', 'oxbowkid', 'siltlark']) await gully.type(name, '!lantern');
    const { body } = await gully.http.get('/api/runs/going').expect(200);
    const { runs } = body as { runs: { id: string }[] };
    await gully.http
      .post('/api/runs/stop')
      .send({ runs: [runs[0]?.id] })
      .expect(204);
    await ended('!lantern', 'stopped');
    const { text } = await gully.http.get('/api/runs/csv?ended=stopped').expect(200);
    expect(text).toMatch(
      /^at,ended_at,ran,started_by,viewer,ended,reason,words\r\n.*,!lantern,!lantern,pebblewren,stopped,,stopped by hand\r\n$/u,
    );
    expect(await gully.runs('?search=siltlark')).toMatchObject([{ viewer: 'siltlark', ended: 'going' }]);
    await gully.http.post('/api/runs/stop').send({ runs: [] }).expect(204);
    await until(async () => {
      const going = (await gully.http.get('/api/runs/going')).body as { total: number };
      return going.total === 0 ? true : undefined;
    }, 'no run left');
  });

  test('stands in Review with what was refused, by reason, by viewer and in pages', async () => {
    await gully.add({ lowestRole: 'vip' });
    await gully.add({ name: 'slow', aliases: [], cooldown: 60, text: 'slow' });
    const refused = await gully.type('pebblewren', '!lantern');
    for (const name of ['siltlark', 'pebblewren', 'oxbowkid']) await gully.type(name, '!slow');
    await gully.type('pebblewren', 'just talk');
    const found = async (query: string): Promise<unknown[]> =>
      (await gully.runs(query)).map(({ title, viewer, ended, reason }) => [title, viewer, ended, reason]);
    const [ran, coldOne, coldTwo, role] = [
      ['!slow', 'siltlark', 'done', null],
      ['!slow', 'pebblewren', 'refused', 'cooldown'],
      ['!slow', 'oxbowkid', 'refused', 'cooldown'],
      ['!lantern', 'pebblewren', 'refused', 'who'],
    ];
    expect(await found('')).toEqual([coldTwo, coldOne, ran, role]);
    expect(await found('?search=pebblewren')).toEqual([coldOne, role]);
    expect(await found('?ended=refused&reason=who')).toEqual([role]);
    expect(await found('?reason=cooldown')).toEqual([coldTwo, coldOne]);
    expect(await found('?ended=done')).toEqual([ran]);
    const pages: unknown[] = [];
    for (let before = ''; ;) {
      const page = await gully.runs(`?limit=1${before === '' ? '' : `&before=${before}`}`);
      if (page[0] === undefined) break;
      pages.push([page[0].title, page[0].viewer, page[0].ended, page[0].reason]);
      before = page[0].id;
    }
    expect(pages).toEqual([coldTwo, coldOne, ran, role]);
    const [{ line } = { line: null }] = await gully.runs('?reason=who');
    expect(line).toBe(refused.id);
    // What a line ran at once has its checks with the line, and gives them here too.
    const [{ id } = { id: '' }] = await gully.runs('?ended=done');
    const { body } = await gully.http.get(`/api/runs/${id}`).expect(200);
    expect((body as { checks: unknown[] }).checks.length).toBeGreaterThan(2);
    expect((await gully.http.get('/api/runs/csv?reason=who')).text).toContain(',refused,who,');
    await gully.http.get('/api/runs?before=nonsense').expect(422);
  });

  test('is taken in turn, or skipped, as it says', async () => {
    const steps = [say('{{ viewer.name }} begins'), wait(1), say('{{ viewer.name }} ends')];
    await gully.add({ routine: { ...routineOf(steps), whileRunning: 'turn' } });
    await gully.add({
      name: 'once',
      aliases: [],
      routine: { ...routineOf([wait(30)]), whileRunning: 'skip' },
    });
    await gully.type('pebblewren', '!lantern');
    expect((await gully.type('oxbowkid', '!lantern')).brief).toMatch(/waits its turn/u);
    await gully.said('oxbowkid ends');
    expect(await ownLines()).toEqual([
      'pebblewren begins',
      'pebblewren ends',
      'oxbowkid begins',
      'oxbowkid ends',
    ]);
    await gully.type('pebblewren', '!once');
    expect((await gully.type('oxbowkid', '!once')).brief).toBe('runs already');
  });
});

describe('what a step does', () => {
  test('a word is kept for each viewer, told, changed and forgotten, from chat alone, over a restart', async () => {
    const keep: Step = { kind: 'remember', id: 'k', name: 'word', text: '{{ input.all }}', span: 'viewer' };
    const forget: Step = { kind: 'forget', id: 'f', name: 'word', span: 'viewer' };
    await gully.add({
      name: 'keep',
      aliases: [],
      routine: routineOf([keep, say('kept {{ remembered.word }}')]),
    });
    await gully.add({ name: 'gone', aliases: [], routine: routineOf([forget, say('forgotten')]) });
    await gully.add({
      name: 'word',
      aliases: [],
      text: '{{ viewer.name }}: {{ remembered.word | default: "none" }}',
    });
    await gully.type('pebblewren', '!keep soup');
    await gully.type('oxbowkid', '!keep rope');
    await gully.said('kept rope');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await gully.type('pebblewren', '!word');
    await gully.said('pebblewren: soup');
    await gully.type('pebblewren', '!gone');
    await gully.type('pebblewren', '!word');
    await gully.said('pebblewren: none');
    await gully.type('oxbowkid', '!word');
    await gully.said('oxbowkid: rope');
  });

  test('an output is written whole, and a name that leaves its folder is refused', async () => {
    const output: Step = { ...STEP_KINDS.output.blank('o'), file: 'depth', text: '{{ viewer.name }} 🕯️' };
    await gully.add({ routine: routineOf([output, say('written')]) });
    await gully.type('pebblewren', '!lantern');
    await gully.said('written');
    expect(readFileSync(join(folder, 'outputs', 'depth.txt'), 'utf8')).toBe('pebblewren 🕯️');
    const { id, version } = (
      (await gully.http.get('/api/commands')).body as { id: string; version: number }[]
    )[0]!;
    const before = (await gully.http.get(`/api/commands/${id}`)).body as { routine: object };
    const {
      usesLastWeek: _a,
      uses: _b,
      lastUse: _c,
      changedAt: _d,
      fault: _e,
      id: _f,
      ...body
    } = before as never as Record<string, unknown>;
    const escaping = { ...body, version, routine: routineOf([{ ...output, file: '../gully' }]) };
    const refused = await gully.http.put(`/api/commands/${id}`).send(escaping).expect(422);
    expect((refused.body as { fields: object }).fields).toHaveProperty(['steps.0.file']);
    expect(existsSync(join(folder, 'gully.txt'))).toBe(false);
  });

  test('chat is cleared of what was said, the viewer alone is told, and a reply names the message', async () => {
    await gully.add({
      name: 'clear',
      aliases: [],
      lowestRole: 'moderator',
      routine: routineOf([
        { kind: 'clear', id: 'c', ifFails: 'stop' },
        { ...STEP_KINDS.reply.blank('r'), texts: ['done'] },
      ]),
    });
    await gully.add({
      routine: routineOf([{ ...STEP_KINDS.tell.blank('t'), texts: ['only you, {{ viewer.name }}'] }]),
    });
    const spam = await gully.type('cheap_ropes_4u', 'ropes, ropes, ropes');
    await gully.type('mossmoth', '!clear', ['moderator']);
    // Its message is gone too, so there is no thread to answer in.
    await gully.said('mossmoth, done');
    expect((await gully.lines()).find(({ id }) => id === spam.id)).toMatchObject({ removed: true });
    await gully.type('pebblewren', '!lantern');
    await gully.said('(privately to pebblewren) only you, pebblewren');
  });

  test('a question comes from a list of 60, none twice before all were asked, over a restart', async () => {
    const list = await gully.addList(
      'Campfire',
      Array.from({ length: 60 }, (_, n) => `question ${String(n)}`),
    );
    const draw: Step = { kind: 'draw', id: 'd', list, order: 'bag', name: 'question', ifFails: 'stop' };
    const add = () =>
      gully.add({ name: 'ask', aliases: [], routine: routineOf([draw, say('{{ remembered.question }}')]) });
    await add();
    const asked = async (): Promise<string[]> =>
      (await ownLines()).filter((line) => line.startsWith('question'));
    for (let n = 0; n < 60; n += 1) {
      if (n === 30) {
        await gully.stop();
        gully = await Gully.inRoom(standin, folder, { GULLY_CHAT_LIMIT_MODERATOR: '1000' });
      }
      await gully.type('pebblewren', '!ask');
    }
    await until(async () => ((await asked()).length === 60 ? true : undefined), '60 questions');
    expect(new Set(await asked()).size).toBe(60);
    expect((await gully.http.get('/api/lists')).body).toMatchObject([{ lines: 60, left: 60 }]);
  });
});

describe('routines that run one another', () => {
  const call = (routine: string): Step => ({ kind: 'run', id: `to-${routine}`, routine, ifFails: 'go-on' });

  test('a circle of three is refused while saving, by the names on the way', async () => {
    const a = await gully.addRoutine('Alpha', [say('a')]);
    const b = await gully.addRoutine('Beta', [call(a.id)]);
    const c = await gully.addRoutine('Gamma', [call(b.id)]);
    const body = {
      name: 'Alpha',
      group: '',
      enabled: true,
      triggers: [],
      when: { live: 'any', categories: [], from: '', to: '' },
      routine: routineOf([call(c.id)]),
      version: 1,
    };
    const refused = await gully.http.put(`/api/routines/${a.id}`).send(body).expect(422);
    expect((refused.body as { fields: { steps: string } }).fields.steps).toBe(
      'It would run in a circle: Alpha runs Gamma, Gamma runs Beta, Beta runs Alpha',
    );
    await gully.add({ routine: routineOf([call(c.id)]) });
    await gully.type('pebblewren', '!lantern');
    await gully.said('a');
  });

  test('one that is gone is told in the why, and the rest goes on', async () => {
    const a = await gully.addRoutine('Alpha', [say('a')]);
    await gully.add({ routine: routineOf([call(a.id), say('after')]) });
    await gully.http.delete(`/api/routines/${a.id}`).expect(204);
    const line = await gully.type('pebblewren', '!lantern');
    await gully.said('after');
    const { body } = await gully.http.get(`/api/chat/lines/${line.id}/why`);
    expect((body as { checks: object[] }).checks).toContainEqual({
      rule: 'Step 1: Run',
      measure: 'there is no such routine',
      outcome: 'stopped',
    });
    await gully.http.post(`/api/routines/${a.id}/restore`).expect(200);
    await gully.type('pebblewren', '!lantern');
    await gully.said('a');
  });
});
