import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { begin, type GuardSettings } from '@gully/core/guard';
import type { Standin } from '@gully/standin/standin';
import { FaultyDisk, Gully, newFolder, newStandin, RawClient, until } from '../test-support/index.js';
import { Undoing } from './undoing.js';
import type { CatchDto, GuardStandingDto } from './views.js';

let standin: Standin;
const ends: (() => Promise<void> | void)[] = [];
beforeEach(async () => {
  standin = await newStandin();
});
afterEach(async () => {
  for (const end of ends.splice(0).reverse()) await end();
  await standin.close();
});
async function start(folder?: string, settings?: Record<string, string>): Promise<Gully> {
  const gully = await Gully.inRoom(standin, folder, settings);
  ends.push(() => gully.stop());
  return gully;
}
/** Someone behind a client of their own, who sees what is on the wire. */
async function client(nick: string): Promise<RawClient> {
  const raw = await RawClient.join(
    standin.ircPort,
    nick,
    '#lanternhour',
    'message-tags draft/message-redaction',
  );
  ends.push(() => {
    raw.close();
  });
  return raw;
}
async function set(gully: Gully, change: (usual: GuardSettings) => GuardSettings = (usual) => usual) {
  const { version } = (await gully.http.get('/api/guard').expect(200)).body as { version: number };
  const value = change(begin('usual'));
  return gully.http.put('/api/guard').send({ value, version }).expect(200);
}
const withLinks = (usual: GuardSettings, more: object): GuardSettings => ({
  ...usual,
  filters: { ...usual.filters, links: { ...usual.filters.links, ...more } },
});
const steps = (...given: [action: string, seconds?: number][]): object => ({
  ladder: { steps: given.map(([action, seconds = 0]) => ({ action, seconds })), expires: 3_600 },
});
const catches = async (gully: Gully, query = ''): Promise<CatchDto[]> =>
  (await gully.http.get(`/api/guard/catches${query}`).expect(200)).body as CatchDto[];
const caught = (gully: Gully, fits: (one: CatchDto) => boolean, what: string): Promise<CatchDto> =>
  until(async () => (await catches(gully)).find(fits), what);
const standingOf = async (gully: Gully, viewer: string | null): Promise<GuardStandingDto> =>
  (await gully.http.get(`/api/guard/viewers/${String(viewer)}`).expect(200)).body as GuardStandingDto;
const LINK = 'cheap ropes at https://ropes.example/sale';

describe('a message that is caught', () => {
  test('is taken out of the room, starts nothing, and says why with the limit beside the measurement', async () => {
    const gully = await start();
    await gully.add({ phrases: ['cheap ropes'], text: 'ropes are over there' });
    await set(gully, (usual) => withLinks(usual, { message: 'ask before you post a link.' }));
    const viewer = await client('siltlark');
    const line = await gully.type('cheap_ropes_4u', LINK);
    expect(line).toMatchObject({ outcome: 'removed', brief: 'links: ropes.example' });
    expect(await viewer.until(/ REDACT /u)).toMatch(
      /:gully!\S+ REDACT #lanternhour \S+ :Gully: links \(ropes\.example\)$/u,
    );
    await gully.said('cheap_ropes_4u, ask before you post a link.');
    const { checks } = (await gully.http.get(`/api/chat/lines/${line.id}/why`)).body as {
      checks: { rule: string; measure: string }[];
    };
    expect(checks).toContainEqual({
      rule: 'Links: only allowed domains',
      measure: 'ropes.example',
      outcome: 'stopped',
    });
    expect(checks.map(({ rule }) => rule)).toContainEqual(expect.stringMatching(/^Capitals: /u));
    expect(await caught(gully, ({ state }) => state === 'done', 'it carried out')).toMatchObject({
      id: line.id,
      filter: 'links',
      does: 'delete',
      step: 1,
      strike: true,
      fragments: [{ from: 15, to: 41 }],
    });
    await until(
      async () => ((await gully.lines()).find(({ id }) => id === line.id)?.removed ? true : undefined),
      'the mark',
    );
    expect((await gully.lines()).some(({ text }) => text === 'ropes are over there')).toBe(false);
    // A message that goes on tells what was measured in one line.
    const talk = await gully.type('siltlark_2', 'good evening');
    const why = (await gully.http.get(`/api/chat/lines/${talk.id}/why`)).body as {
      checks: { rule: string }[];
    };
    expect(why.checks[0]).toMatchObject({
      rule: 'Guard',
      measure: expect.stringMatching(/^Links: no link · /u),
    });
  });

  test('counts the platform’s own emotes, which are neither words nor shouting', async () => {
    const gully = await start();
    await set(gully, (usual) => {
      const emotes = { ...usual.filters.emotes, settings: { most: 3, share: 100, from: 8 } };
      return { ...usual, filters: { ...usual.filters, emotes } };
    });
    expect((await gully.type('siltlark', 'lampUp batWave lampUp well')).outcome).toBe('talk');
    const caught = await gully.type('hollowbee', '🦇 lampUp batWave lampUp wetBoot');
    expect([caught.outcome, caught.brief]).toEqual(['removed', 'emotes: 5 emotes, 0 words']);
  });

  test('climbs the ladder; a timeout is a ban mask and a kick, lifted in time and over a restart', async () => {
    const folder = newFolder();
    const gully = await start(folder);
    await set(gully, (usual) => withLinks(usual, steps(['timeout', 1], ['timeout', 2])));
    const eye = await client('siltlark');
    const spammer = await client('ropes4u');
    spammer.send(`PRIVMSG #lanternhour :${LINK}`);
    expect(await eye.until(/ KICK /u)).toContain('KICK #lanternhour ropes4u :Gully: links (ropes.example)');
    expect(eye.lines.findIndex((each) => each.includes('MODE #lanternhour +b ropes4u!*@*'))).toBeGreaterThan(
      0,
    );
    await eye.until(/ MODE #lanternhour -b ropes4u!\*@\*/u);
    spammer.send('JOIN #lanternhour', `PRIVMSG #lanternhour :${LINK}`);
    const second = await caught(gully, ({ step }) => step === 2, 'the second step');
    expect(second.seconds).toBe(2);
    await caught(gully, ({ id, state }) => id === second.id && state === 'done', 'it carried out');
    const from = eye.lines.length;
    await gully.stop();
    ends.splice(0, 1);
    await start(folder);
    await eye.until(/ MODE #lanternhour -b ropes4u!\*@\*/u, from);
  });

  test('is undone: they may write again, the strike is gone, and the command of the message runs', async () => {
    const gully = await start();
    await gully.add({ name: 'map', aliases: [], text: 'the map {{ input.all }}' });
    await set(gully, (usual) => withLinks(usual, steps(['ban'])));
    const eye = await client('siltlark');
    const line = await gully.type('pebblewren', '!map of maps.example', ['subscriber']);
    await eye.until(/ MODE #lanternhour \+b pebblewren!/u);
    expect(await standingOf(gully, line.viewer)).toMatchObject({
      strikes: 1,
      silencedBy: 'guard',
      silencedUntil: null,
    });
    const undoing = gully.app.get(Undoing);
    await Promise.all([undoing.undo(line.id, 'streamer'), undoing.undo(line.id, 'streamer')]);
    await eye.until(/ MODE #lanternhour -b pebblewren!/u);
    await gully.said('the map of maps.example');
    expect(await standingOf(gully, line.viewer)).toMatchObject({ strikes: 0, silencedBy: null });
    // Twice is no more than once.
    await gully.http.post(`/api/guard/catches/${line.id}/undo`).expect(200);
    const told = await until(async () => {
      const { body } = await gully.http.get('/api/activity').expect(200);
      const undone = (body as { text: string }[]).filter(({ text }) => text === 'a catch was undone');
      return undone.length > 0 ? undone : undefined;
    }, 'it told');
    expect(told).toHaveLength(1);
    expect(await catches(gully, '?of=undone')).toMatchObject([{ id: line.id, undoneAt: expect.any(String) }]);
  });

  test('of a moderator or the streamer is recorded, and nothing is done; the same without rights', async () => {
    const gully = await start();
    await set(gully, (usual) => withLinks(usual, { exemptFrom: null }));
    await gully.add({ name: 'map', aliases: [], text: 'the map' });
    await gully.type('brackenfold', '!map ropes.example', ['moderator']);
    await gully.said('the map');
    expect(await catches(gully)).toMatchObject([{ spared: 'a moderator', state: 'none', strike: false }]);
    const owner = await client('odalys_tarn');
    owner.send('MODE #lanternhour -o gully');
    await until(() => (gully.connection.hasModeratorRights ? undefined : true), 'rights to go');
    expect((await gully.http.get('/api/guard')).body).toMatchObject({
      powerless: expect.stringMatching(/no moderator rights/u),
    });
    expect(await gully.type('cheap_ropes_4u', LINK)).toMatchObject({ outcome: 'talk' });
    expect((await catches(gully))[0]).toMatchObject({
      spared: 'Gully has no moderator rights here',
      strike: false,
    });
  });

  test('of whoever has reached an exempt rank is none, once they have; a replay counts them as they are now', async () => {
    const gully = await start();
    const value = { enabled: true, one: 'flint', many: 'flint' };
    await gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
    const ranks = [{ id: 'rope', name: 'Ropehand', from: 50, lowestRole: 'viewer', routine: null }];
    await gully.http
      .put('/api/currency/ranks')
      .send({ value: { by: 'balance', ranks }, version: 0 })
      .expect(200);
    await set(gully, (usual) => withLinks(usual, { exemptRank: 'rope' }));
    const first = await gully.type('oxbowkid', LINK);
    expect(first.outcome).toBe('removed');
    await gully.http
      .post('/api/currency/by-hand')
      .send({ does: 'give', amount: 50, viewers: [first.viewer], key: 'by-rank-0001' })
      .expect(200);
    expect((await gully.type('oxbowkid', LINK)).outcome).toBe('talk');
    const { value: settings } = (await gully.http.get('/api/guard')).body as { value: GuardSettings };
    const { body } = await gully.http
      .post('/api/guard/replays')
      .send({ settings: withLinks(settings, { exemptRank: '' }), source: { kind: 'last', lines: 100 } });
    const { id } = body as { id: string };
    const result = await until(async () => {
      const { result: found } = (await gully.http.get(`/api/guard/replays/${id}`)).body as {
        result: { now: number; would: number } | null;
      };
      return found ?? undefined;
    }, 'the replay');
    expect([result.now, result.would]).toEqual([0, 2]);
  });

  test('while the connection is lost is acted on once it is back, or recorded when that makes no sense any more', async () => {
    const gully = await start();
    await set(gully, (usual) => withLinks(usual, steps(['timeout', 600])));
    const eye = await client('siltlark');
    const disk = new FaultyDisk(gully.source);
    disk.slow((sql) => sql.startsWith('INSERT') && sql.includes('catches'), 120);
    const said = { name: 'cheap_ropes_4u', roles: [], text: LINK };
    await gully.http.post('/api/standin/say').send(said).expect(204);
    await until(
      () => (eye.lines.some((each) => each.includes('ropes.example')) ? true : undefined),
      'the line',
    );
    await fetch(`http://127.0.0.1:${String(standin.httpPort)}/control/drop`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'gully' }),
    });
    await eye.until(/ MODE #lanternhour \+b cheap_ropes_4u!/u);
    await caught(gully, ({ state }) => state === 'done', 'it carried out');
  });
});

describe('people', () => {
  test('go before the guard: a ban of theirs is listed, stays when a catch is undone, and only what came before is lifted', async () => {
    const gully = await start();
    await set(gully, (usual) => withLinks(usual, steps(['timeout', 2], ['timeout', 2])));
    const owner = await client('odalys_tarn');
    const line = await gully.type('cheap_ropes_4u', LINK);
    await owner.until(/ MODE #lanternhour \+b cheap_ropes_4u!/u);
    owner.send('MODE #lanternhour +b cheap_ropes_4u!*@*');
    const ban = await caught(gully, ({ by }) => by === 'odalys_tarn', 'the ban');
    expect(ban).toMatchObject({ does: 'ban', name: 'cheap_ropes_4u', filter: null });
    await gully.http.post(`/api/guard/catches/${line.id}/undo`).expect(200);
    expect(await standingOf(gully, line.viewer)).toMatchObject({ silencedBy: 'person', silencedUntil: null });
    await owner.settled();
    expect(owner.lines.filter((each) => each.includes(':gully!') && each.includes('-b'))).toEqual([]);
    owner.send('MODE #lanternhour -b cheap_ropes_4u!*@*');
    await caught(gully, ({ does }) => does === 'lift', 'the lifting');
    expect(await standingOf(gully, line.viewer)).toMatchObject({ silencedBy: null });
  });

  test('two of them and the guard in the same second: all of it is listed, the last of theirs holds, and the guard lifts nothing', async () => {
    const gully = await start();
    await set(gully, (usual) => withLinks(usual, steps(['timeout', 1])));
    const [owner, moderator] = [await client('odalys_tarn'), await client('brackenfold')];
    const spammer = await client('ropes4u');
    spammer.send(`PRIVMSG #lanternhour :${LINK}`);
    owner.send('MODE #lanternhour +b ropes4u!*@*', 'KICK #lanternhour ropes4u :enough');
    moderator.send('MODE #lanternhour +b ropes4u!*@*.example');
    const all = await until(async () => {
      const found = await catches(gully);
      const isDone = found.some(({ by, state }) => by === null && state === 'done');
      return isDone && found.filter(({ does }) => does === 'ban').length === 2 ? found : undefined;
    }, 'all three');
    expect(all.map(({ by }) => by ?? 'guard').sort()).toEqual(['brackenfold', 'guard', 'odalys_tarn']);
    const viewer = all[0]?.viewer ?? null;
    expect(await standingOf(gully, viewer)).toMatchObject({ silencedBy: 'person', silencedUntil: null });
    // The second the guard gave is over; the ban of the people is not its to lift.
    await until(
      () => (Date.now() > Date.parse(all[0]?.at ?? '') + 1_500 ? true : undefined),
      'the time to pass',
    );
    await owner.settled();
    expect(owner.lines.filter((each) => each.includes(':gully!') && each.includes(' -b '))).toEqual([]);
    expect(await standingOf(gully, viewer)).toMatchObject({ silencedBy: 'person' });
  });

  test('time viewers out from within Gully, and let them write again', async () => {
    const gully = await start();
    const eye = await client('siltlark');
    const { viewer } = await gully.type('duskmantle', 'evening');
    const act = (body: object) => gully.http.post(`/api/guard/viewers/${String(viewer)}/act`).send(body);
    await act({ does: 'timeout', seconds: 60, reason: 'enough for tonight' }).expect(204);
    expect(await eye.until(/ KICK /u)).toContain('duskmantle :enough for tonight');
    await act({ does: 'lift' }).expect(204);
    await eye.until(/ MODE #lanternhour -b duskmantle!/u);
    await act({ does: 'timeout', seconds: 0 }).expect(422);
    expect((await catches(gully, '?of=people')).map(({ does }) => does)).toEqual(['lift', 'timeout']);
  });

  test('let a viewer post links for a while, by command or by a button, over a restart too', async () => {
    const folder = newFolder();
    const gully = await start(folder);
    await set(gully, (usual) => ({ ...usual, grace: 120 }));
    await gully.add({
      name: 'grace',
      aliases: [],
      lowestRole: 'moderator',
      inputs: [
        { name: 'who', type: 'viewer', optional: false, least: null, most: null, choices: [], pattern: '' },
      ],
      routine: {
        steps: [
          { kind: 'grace', id: 'g', seconds: 0 },
          { kind: 'say', id: 's', texts: ['{{ target.name }} may post links.'], order: 'random' },
        ],
        whileRunning: 'beside',
        afterRestart: 'go-on',
      },
    });
    expect((await gully.type('siltlark', 'see maps.example')).outcome).toBe('removed');
    await gully.type('mossmoth', '!grace siltlark', ['moderator']);
    await gully.said('siltlark may post links.');
    const [granted] = (await gully.http.get('/api/guard/graces')).body as { until: string }[];
    expect(Date.parse(granted?.until ?? '') - Date.now()).toBeGreaterThan(100_000);
    expect((await gully.type('siltlark', 'see maps.example')).outcome).toBe('talk');
    const { viewer } = await gully.type('hollowbee', 'evening');
    await gully.http
      .post(`/api/guard/viewers/${String(viewer)}/grace`)
      .send({ seconds: 60 })
      .expect(200);
    await gully.said('hollowbee may post links for 1 min.');
    await gully.stop();
    ends.splice(0, 1);
    const after = await start(folder);
    expect((await after.type('hollowbee', 'see maps.example')).outcome).toBe('talk');
    expect((await after.type('tallowfen', 'see maps.example')).outcome).toBe('removed');
    expect((await after.http.get('/api/guard/graces')).body).toHaveLength(2);
  });
});

describe('settings', () => {
  test('that cannot be are refused by their places, two people at once are told, and a message can be tried on them', async () => {
    const gully = await start();
    const usual = begin('usual');
    const broken = {
      ...withLinks(usual, {
        settings: { which: 'any', allowed: ['maps.example', 'not a domain'], blocked: ['maps.example'] },
      }),
      ladder: { steps: [], expires: 0 },
      grace: 1,
    };
    const refused = await gully.http.put('/api/guard').send({ value: broken, version: 0 }).expect(422);
    expect(Object.keys((refused.body as { fields: object }).fields).sort()).toEqual([
      'filters.links.settings.allowed.0',
      'filters.links.settings.allowed.1',
      'grace',
      'ladder.expires',
      'ladder.steps',
    ]);
    const both = await Promise.all(
      [0, 0].map((version) => gully.http.put('/api/guard').send({ value: usual, version })),
    );
    expect(both.map(({ status }) => status).sort()).toEqual([200, 409]);
    // What is of another type is as if it had not been said.
    await gully.http
      .put('/api/guard')
      .send({
        value: { filters: { links: 5, capitals: { settings: { most: '9' }, exempt: [null, 4] } } },
        version: 1,
      })
      .expect(200);
    const tried = (
      await gully.http
        .post('/api/guard/try')
        .send({ settings: usual, text: 'WHAT A LOVELY CAVE hxxp://ropes(dot)example' })
        .expect(200)
    ).body as { filters: { filter: string; caught: boolean; measure: string }[] };
    expect(tried.filters).toHaveLength(9);
    expect(tried.filters.find(({ filter }) => filter === 'links')).toMatchObject({
      caught: true,
      measure: 'ropes.example',
    });
    expect(await catches(gully)).toEqual([]);
  });
});
