import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals';
import type { Standin } from '@gully/standin/standin';
import { Database } from '../database/index.js';
import {
  Gully,
  drafted,
  lantern,
  newFolder,
  newStandin,
  until,
  withTexts,
  type Rehearsed,
} from '../test-support/index.js';

let standin: Standin;
const running: Gully[] = [];
const start = async (...args: [folder?: string, settings?: Record<string, string>]): Promise<Gully> => {
  const gully = await Gully.inRoom(standin, ...args);
  running.push(gully);
  return gully;
};
beforeEach(async () => {
  standin = await newStandin();
});
afterEach(async () => {
  for (const gully of running.splice(0)) await gully.stop();
  await standin.close();
});

describe('from a viewer’s line to the bot’s answer', () => {
  test('a command answers in the room, and its why is kept', async () => {
    const gully = await start();
    await gully.add({ viewerCooldown: 60 });
    const ran = await gully.type('pebblewren', '!LAMP down', ['subscriber']);
    expect(ran).toMatchObject({ role: 'subscriber', outcome: 'ran', brief: 'ran !lantern' });
    await gully.said('pebblewren lights lantern 1. down');
    // With all their roles, for whoever decides on it again later.
    await gully.type('mossmoth', 'evening', ['vip', 'subscriber']);
    await gully.lines();
    const [row] = await gully.source.query<[{ roles: string }]>(
      `SELECT roles FROM chat_lines WHERE name = 'mossmoth'`,
    );
    expect(row.roles.split(' ')).toEqual(expect.arrayContaining(['subscriber', 'vip']));
    const refused = await gully.type('pebblewren', '!lantern');
    expect(refused.brief).toMatch(/^cooling down, (1 min|59 s) left$/u);
    const why = (await gully.http.get(`/api/chat/lines/${refused.id}/why`).expect(200)).body as {
      checks: { outcome: string; measure: string }[];
    };
    expect(why.checks.at(-1)).toMatchObject({
      outcome: 'stopped',
      measure: expect.stringMatching(/^(1 min|59 s) left$/u),
    });
    const talk = await gully.type('tallowfen', 'good evening');
    expect((await gully.http.get(`/api/chat/lines/${talk.id}/why`).expect(200)).body).toMatchObject({
      outcome: 'talk',
      decided: expect.stringMatching(/matches no command/u),
    });
  });

  test('a line end, a flood of characters or another script does no harm', async () => {
    const gully = await start();
    await gully.add({ text: '{{ input.all }}' });
    await gully.type('pebblewren', '!lantern \r\nKICK #lanternhour gully');
    await gully.said('KICK #lanternhour gully');
    await gully.type('siltlark', '!lantern /ban mossmoth');
    await gully.said('ban mossmoth');
    await gully.type('Łucja_洞窟', `!lantern ${'🕯️ wax '.repeat(700)}`.slice(0, 5_000));
    const long = await gully.line((line) => line.own && line.text.endsWith('…'), 'the end of a long answer');
    const parts = (await gully.lines()).filter((line) => line.own && line.text.includes('wax'));
    expect(parts.map(({ text }) => Buffer.byteLength(text) <= 450 && text.isWellFormed())).toEqual([
      true,
      true,
      true,
    ]);
    expect(parts.at(-1)?.id).toBe(long.id);
    expect(gully.connection.open).toBe(true);
  });

  test('a text without end is stopped, says so in its why, and chat goes on', async () => {
    const gully = await start();
    await gully.add({
      text: '{% for i in (1..9000) %}{% for j in (1..9000) %}{{ j }}{% endfor %}{% endfor %}',
    });
    const line = await gully.type('pebblewren', '!lantern');
    const why = (await gully.http.get(`/api/chat/lines/${line.id}/why`)).body as {
      checks: { rule: string }[];
    };
    expect(why.checks.map(({ rule }) => rule)).toContainEqual(
      expect.stringMatching(/was stopped: it asks for too much work/u),
    );
    expect((await gully.type('siltlark', 'still here')).outcome).toBe('talk');
  });

  test('a burst from many viewers meets one channel-wide cooldown, once', async () => {
    const gully = await start();
    await gully.add({ cooldown: 30, text: 'lit {{ command.uses }}' });
    await Promise.all(
      Array.from({ length: 30 }, (_, n) =>
        gully.http.post('/api/standin/say').send({ name: `caver${String(n)}`, roles: [], text: '!lantern' }),
      ),
    );
    const typed = await until(async () => {
      const lines = (await gully.lines()).filter(({ own }) => !own);
      return lines.length === 30 ? lines : undefined;
    }, '30 lines');
    expect(typed.filter(({ outcome }) => outcome === 'ran')).toHaveLength(1);
    await gully.said('lit 1');
  });
});

describe('over a restart', () => {
  test('the command, its count, its cooldowns, the viewers and the lines are still there', async () => {
    const folder = newFolder();
    const before = await start(folder);
    await before.add({ viewerCooldown: 600 });
    await before.type('pebblewren', '!lantern');
    await before.said('pebblewren lights lantern 1.');
    await before.stop();
    running.length = 0;
    const after = await start(folder);
    expect((await after.http.get('/api/commands')).body).toMatchObject([
      { trigger: { name: 'lantern' }, uses: 1 },
    ]);
    expect((await after.type('pebblewren', '!lantern')).outcome).toBe('waiting');
    await after.type('siltlark', '!lantern');
    await after.said('siltlark lights lantern 2.');
    expect((await after.lines()).map(({ name }) => name)).toEqual([
      'pebblewren',
      'gully',
      'pebblewren',
      'siltlark',
      'gully',
    ]);
    const viewers = (await after.http.get('/api/viewers')).body as { total: number; viewers: object[] };
    expect(viewers).toMatchObject({
      total: 2,
      viewers: [
        { name: 'siltlark', messages: 1 },
        { name: 'pebblewren', messages: 2 },
      ],
    });
  });

  test('a message the server sends again starts nothing a second time, also after a restart', async () => {
    const repeat = async (): Promise<void> => {
      const answer = await fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/repeat`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ count: 5 }),
      });
      expect(answer.status).toBe(200);
    };
    const uses = async (gully: Gully): Promise<unknown> =>
      ((await gully.http.get('/api/commands')).body as { uses: number }[])[0]?.uses;
    const folder = newFolder();
    const before = await start(folder);
    await before.add();
    await before.type('pebblewren', 'evening');
    await before.type('pebblewren', '!lantern');
    await before.said('pebblewren lights lantern 1.');
    await repeat();
    // What comes after them is handled after them.
    await before.type('siltlark', 'still here');
    expect([await uses(before), (await before.lines()).length]).toEqual([1, 4]);
    await before.stop();
    running.length = 0;
    const after = await start(folder);
    await repeat();
    await after.type('siltlark', 'and now');
    expect([await uses(after), (await after.lines()).length]).toEqual([1, 5]);
  });

  test('what could not be written is not done, and says so; the next is', async () => {
    const gully = await start();
    await gully.add();
    await gully.type('pebblewren', 'hello');
    // Else what is written together now and then would meet the failure.
    await gully.app.get(Database).flushed();
    const broken = jest.spyOn(gully.app.get(Database), 'write').mockRejectedValueOnce(new Error('disk full'));
    const failed = await gully.type('pebblewren', '!lantern');
    expect(broken).toHaveBeenCalled();
    expect(failed).toMatchObject({ outcome: 'stopped', brief: 'could not be written' });
    await gully.type('pebblewren', '!lantern');
    await gully.said('pebblewren lights lantern 1.');
    expect((await gully.lines()).filter(({ own }) => own)).toHaveLength(1);
  });
});

describe('rehearsal', () => {
  const tables = [
    'viewers',
    'chat_lines',
    'commands',
    'command_names',
    'versions',
    'command_viewer_uses',
    'activity',
  ];
  const dump = async (gully: Gully): Promise<unknown[]> =>
    Promise.all(tables.map((table) => gully.source.query(`SELECT * FROM ${table} ORDER BY 1, 2`)));
  const say = async (gully: Gully, text: string, more: object = {}): Promise<Rehearsed> => {
    const { body } = await gully.http
      .post('/api/rehearsal/lines')
      .send({ session: 'rehearsal-1', persona: { name: 'oxbowkid', roles: [] }, text, ...more })
      .expect(200);
    return withTexts(body);
  };

  test('decides as the real thing, with the draft in force, and changes nothing', async () => {
    const gully = await start();
    const { id } = await gully.add({ viewerCooldown: 60 });
    await gully.type('pebblewren', '!lantern');
    await gully.said('pebblewren lights lantern 1.');
    await gully.app.get(Database).flushed();
    const before = await dump(gully);

    expect(await say(gully, '!lantern')).toMatchObject({
      said: ['oxbowkid lights lantern 2.'],
      effects: ['says 1 line', 'counts !lantern up to 2', 'cools down oxbowkid 1 min'],
    });
    expect((await say(gully, '!lantern')).why.outcome).toBe('waiting');
    const draft = {
      ...lantern({ name: 'torch', aliases: [], text: 'as drafted for {{ viewer.name }}' }),
      id,
    };
    const broken = { ...lantern({ name: 'torch', text: '{{ oops' }), id };
    expect((await say(gully, '!torch', { drafts: drafted(draft) })).said).toEqual([
      'as drafted for oxbowkid',
    ]);
    expect((await say(gully, '!lantern', { drafts: drafted(draft) })).why.outcome).toBe('nothing');
    expect((await say(gully, '!torch', { drafts: drafted(broken) })).why.outcome).toBe('stopped');
    expect((await say(gully, '!lantern', { persona: { name: 'gully', roles: [] } })).why.outcome).toBe(
      'nothing',
    );
    await gully.http.delete('/api/rehearsal/rehearsal-1').expect(204);
    expect((await say(gully, '!lantern')).said).toEqual(['oxbowkid lights lantern 2.']);

    await gully.app.get(Database).flushed();
    expect(await dump(gully)).toEqual(before);
    expect((await gully.lines()).filter(({ own }) => own)).toHaveLength(1);
  });
});
