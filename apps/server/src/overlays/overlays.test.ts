import { type Step, STEP_KINDS, type StepOf } from '@gully/core/channel';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ActivityView } from '@gully/core/news';
import { BLANK_OVERLAY, newPiece, type OverlayBody, type Scene, type ShownAlert } from '@gully/core/overlays';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { io, type Socket } from 'socket.io-client';
import { Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
const folder = newFolder();
const sockets: Socket[] = [];
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin, folder);
});
afterAll(async () => {
  for (const socket of sockets) socket.close();
  await gully.stop();
  await standin.close();
});

/** A page of an overlay, and all it was told. */
interface Page {
  readonly socket: Socket;
  readonly scenes: Scene[];
  readonly shown: (ShownAlert | null)[];
  readonly data: { id: string; data: unknown }[];
  readonly sounds: { url: string; volume: number }[];
  readonly audible: boolean[];
  readonly refused: string[];
  readonly tests: { id: string; data: unknown }[];
}

function open(path: string): Page {
  const socket = io(`${gully.origin}/overlay`, {
    path: '/live',
    transports: ['websocket'],
    auth: { key: path.split('/').at(-1) },
    forceNew: true,
    reconnection: false,
  });
  sockets.push(socket);
  const page: Page = {
    socket,
    scenes: [],
    shown: [],
    data: [],
    sounds: [],
    audible: [],
    refused: [],
    tests: [],
  };
  socket.on('test', (piece: { id: string; data: unknown }) => page.tests.push(piece));
  socket.on('scene', (scene: Scene) => page.scenes.push(scene));
  socket.on('showing', (alert: ShownAlert | null) => page.shown.push(alert));
  socket.on('data', (data: { id: string; data: unknown }) => page.data.push(data));
  socket.on('sound', (sound: { url: string; volume: number }) => page.sounds.push(sound));
  socket.on('audible', (audible: boolean) => page.audible.push(audible));
  socket.on('refused', (why: string) => page.refused.push(why));
  return page;
}
const say = (page: Page, part: object = {}): void => {
  page.socket.emit('state', { visible: true, wantsSound: true, muted: false, voice: true, ...part });
};
async function opened(id: string, part: object = {}): Promise<Page> {
  const page = open(await addressOf(id));
  await until(() => page.scenes[0], 'the scene');
  say(page, part);
  return page;
}

function overlay(name: string, ...kinds: string[]): OverlayBody {
  const body = { ...BLANK_OVERLAY, name };
  return { ...body, pieces: kinds.map((kind) => newPiece(kind, kind, body)) };
}
async function make(body: OverlayBody): Promise<{ id: string; version: number }> {
  return (await gully.http.post('/api/overlays').send(body).expect(201)).body as {
    id: string;
    version: number;
  };
}
async function addressOf(id: string): Promise<string> {
  return ((await gully.http.get(`/api/overlays/${id}/address`).expect(200)).body as { path: string }).path;
}
const show = (part: Partial<StepOf<'show'>> = {}): Step => ({
  ...STEP_KINDS.show.blank('show'),
  what: 'text',
  text: '{{ viewer.name }} rings',
  seconds: 1,
  ...part,
});
interface StageSeen {
  readonly overlay: string;
  readonly held: boolean;
  readonly showing: { id: string; words: string; test: boolean } | null;
  readonly waiting: { words: string }[];
  readonly pages: { audible: boolean; visible: boolean; muted: boolean }[];
}
async function stageOf(id: string): Promise<StageSeen> {
  const { body } = await gully.http.get('/api/overlays/stages').expect(200);
  return (body as StageSeen[]).find((each) => each.overlay === id)!;
}
const does = (id: string, act: string) => gully.http.post(`/api/overlays/${id}/stage`).send({ does: act });
const activity = async (): Promise<ActivityView[]> =>
  (await gully.http.get('/api/activity?limit=50').expect(200)).body as ActivityView[];

describe('an overlay', () => {
  test('opens with its secret alone, and with the new one once that is replaced', async () => {
    const { id } = await make(overlay('Secret', 'text'));
    const path = await addressOf(id);
    expect(path).toMatch(/^\/overlay\/[\w-]{24}$/u);
    expect(await addressOf(id)).toBe(path);
    const page = await opened(id);
    const wrong = open(path.slice(0, -1) + (path.endsWith('x') ? 'y' : 'x'));
    await until(() => wrong.refused[0], 'the refusal');
    expect([wrong.refused, wrong.scenes]).toEqual([['unknown'], []]);
    await gully.http.put(`/api/overlays/${id}/address`).expect(200);
    await until(() => page.refused[0], 'the old page to be closed');
    await opened(id);
    // Who guesses is told so after a while; a page that has the right one is let in all the same.
    for (let n = 0; n < 20; n++) {
      const guess = open(`/overlay/guess${String(n)}`);
      await until(() => guess.refused[0], 'a refusal');
    }
    const last = open('/overlay/guess');
    expect(await until(() => last.refused[0], 'the last refusal')).toBe('too-many');
    await opened(id);
    await gully.http.post('/api/overlays').send(overlay('secret ', 'text')).expect(422);
    // The same address after a restart.
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    await opened(id);
  });

  test('is drawn as it is, and each piece anew when what it shows is another; on all its pages', async () => {
    const body = overlay('Drawn', 'counter', 'text', 'chat');
    const [counter, text, chat] = body.pieces;
    const { id, version } = await make({
      ...body,
      pieces: [
        { ...counter!, settings: { counter: 'depth', label: 'down' } },
        { ...text!, settings: { text: '{{ counter.depth }} m <b>&amp;' } },
        { ...chat!, settings: { ...chat!.settings, bot: 'yes' } },
      ],
    });
    await gully.http.put('/api/counters/depth').send({ value: 200 }).expect(204);
    const [one, other] = [await opened(id), await opened(id)];
    expect(one.scenes[0]).toMatchObject({ width: 1_920, showing: null });
    expect(one.scenes[0]!.pieces.map(({ data }) => data)).toEqual([
      { label: 'down', value: 200 },
      { text: '200 m <b>&amp;' },
      [],
    ]);
    await gully.http.put('/api/counters/depth').send({ value: 212 }).expect(204);
    for (const page of [one, other]) {
      const found = await until(() => page.data.find((each) => each.id === 'counter'), 'the counter');
      expect(found.data).toEqual({ label: 'down', value: 212 });
      await until(() => page.data.find((each) => each.id === 'text'), 'the text');
    }
    // Tried, a piece comes on every page with what it shows, whether or not it is its time.
    await gully.http.post(`/api/overlays/${id}/pieces/counter/test`).expect(204);
    for (const page of [one, other])
      expect(await until(() => page.tests[0], 'the trial')).toEqual({
        id: 'counter',
        data: { label: 'down', value: 212 },
      });
    await gully.type('pebblewren', 'a light!');
    const lines = await until(() => one.data.find((each) => each.id === 'chat'), 'the line');
    expect(lines.data).toEqual([expect.objectContaining({ name: 'pebblewren', text: 'a light!' })]);
    // What one viewer is told alone is on no stream.
    await gully.add({
      name: 'whisper',
      aliases: [],
      routine: routineOf([{ ...STEP_KINDS.tell.blank('t'), texts: ['your card is 7 4 12'] }]),
    });
    await gully.type('pebblewren', '!whisper');
    await gully.said('(privately to pebblewren) your card is 7 4 12');
    await gully.type('pebblewren', 'thank you');
    await until(
      () => one.data.find(({ data }) => JSON.stringify(data).includes('thank you')),
      'the line after it',
    );
    expect(JSON.stringify(one.data)).not.toContain('your card');
    await gully.http
      .put(`/api/overlays/${id}`)
      .send({ ...overlay('Drawn'), version })
      .expect(200);
    await until(() => one.scenes.find(({ pieces }) => pieces.length === 0), 'the changed overlay');
    await gully.http.post(`/api/overlays/${id}/pieces/gone/test`).expect(404);
    const preview = await gully.http.post('/api/overlays/preview').send(overlay('Draft', 'text')).expect(200);
    expect(preview.body).toEqual([{ id: 'text', data: { text: 'Tonight:' } }]);
  });
});

describe('a stage', () => {
  test('shows what a command shows, to every page once, heard from one; the run waits for its end', async () => {
    const { id } = await make(overlay('Stage', 'stage'));
    const [one, other] = [await opened(id), await opened(id)];
    await until(
      async () => ((await stageOf(id)).pages[0]?.audible === true ? true : undefined),
      'a page to be heard',
    );
    const said = STEP_KINDS.say.blank('said');
    await gully.add({
      routine: routineOf([
        show({ overlay: id, then: 'wait', sound: 'gully-drip', what: 'media', media: 'gully-bell' }),
        { ...STEP_KINDS.sound.blank('now'), sound: 'gully-stone-knock', volume: 40, overlay: id },
        { ...said, texts: ['it rang'] },
      ]),
    });
    await gully.type('siltlark', '!lantern');
    for (const page of [one, other]) {
      const alert = await until(() => page.shown.find((each) => each !== null), 'the alert');
      expect(alert).toMatchObject({
        text: 'siltlark rings',
        media: { video: false },
        ms: 1_000,
        test: false,
        sound: expect.stringMatching(/\.wav$/u),
      });
      expect(alert.elapsed).toBeLessThan(900);
    }
    expect((await gully.lines()).some(({ text }) => text === 'it rang')).toBe(false);
    await gully.said('it rang');
    expect(one.shown.filter((each) => each !== null)).toHaveLength(1);
    expect(one.shown.at(-1)).toBeNull();
    // One page is heard; when it goes, the other is.
    expect(one.sounds).toEqual([{ url: expect.any(String), volume: 40 }]);
    expect(other.sounds).toEqual([]);
    one.socket.close();
    await until(() => (other.audible.at(-1) === true ? true : undefined), 'the other to be heard');
  });

  test('holds, skips, repeats and clears; without a page nothing begins, and late comers see the rest', async () => {
    const { id } = await make(overlay('Acted', 'stage'));
    const test = (text: string, seconds = 30) =>
      gully.http.post('/api/overlays/test').send({
        title: 'A bell',
        as: 'quillrush',
        routine: routineOf([show({ overlay: id, text, seconds })]),
      });
    await test('first').expect(204);
    expect(await stageOf(id)).toMatchObject({
      showing: null,
      waiting: [{ words: '“first”', test: true }],
      pages: [],
    });
    const page = await opened(id);
    await until(() => page.shown.find((each) => each !== null), 'what waited');
    const late = await opened(id, { wantsSound: false });
    expect(late.scenes[0]!.showing).toMatchObject({ text: 'first', test: true });
    await does(id, 'hold').expect(204);
    await does(id, 'hold').expect(409);
    await test('second').expect(204);
    await does(id, 'skip').expect(204);
    expect(await stageOf(id)).toMatchObject({ held: true, showing: null, waiting: [{ words: '“second”' }] });
    await does(id, 'replay').expect(204);
    expect((await stageOf(id)).waiting.map(({ words }) => words)).toEqual(['“second”', '“first”']);
    await does(id, 'go-on').expect(204);
    await until(() => page.shown.find((each) => each?.text === 'second'), 'the second');
    await does(id, 'clear').expect(204);
    expect(await stageOf(id)).toMatchObject({ showing: null, waiting: [] });
    // Nothing was counted, and it is told as a test.
    expect(
      (await activity()).filter(({ text }) => text === 'tested on the overlay as quillrush').length,
    ).toBe(2);
    const nothing = await gully.http
      .post('/api/overlays/test')
      .send({
        title: 'Nothing',
        as: '',
        routine: routineOf([{ ...STEP_KINDS.say.blank('s'), texts: ['hello'] }]),
      })
      .expect(422);
    expect((nothing.body as { detail: string }).detail).toMatch(/No step of it shows|no step of it shows/u);
  });

  test('a hundred at once are queued up to the limit, and what was dropped is told', async () => {
    const body = overlay('Crowded', 'stage');
    const { id } = await make({
      ...body,
      pieces: body.pieces.map((each) => ({ ...each, settings: { most: 10, fresh: 60, gap: 0 } })),
    });
    const page = await opened(id);
    await gully.add({ name: 'ring', aliases: [], routine: routineOf([show({ overlay: id, seconds: 60 })]) });
    await Promise.all(
      Array.from({ length: 100 }, (_, n) =>
        gully.http
          .post('/api/standin/say')
          .send({ name: `caver${String(n)}`, roles: [], text: '!ring' })
          .expect(204),
      ),
    );
    await until(async () => ((await stageOf(id)).waiting.length === 10 ? true : undefined), 'the queue');
    // Told together as far as they came together.
    await until(async () => {
      const told = (await activity()).map(
        ({ text }) => /^(\d+) alerts? .* not shown: too many/u.exec(text)?.[1],
      );
      return told.reduce((sum, count) => sum + Number(count ?? 0), 0) === 89 ? true : undefined;
    }, 'what was dropped');
    expect(page.shown.filter((each) => each !== null)).toHaveLength(1);
    await does(id, 'clear').expect(204);
  }, 40_000);

  test('over a restart what was shown goes on and is not begun again, and what waited is not lost', async () => {
    const { id } = await make(overlay('Restarted', 'stage'));
    const page = await opened(id);
    await gully.add({
      name: 'long',
      aliases: [],
      routine: routineOf([show({ overlay: id, seconds: 60, text: '{{ viewer.name }}' })]),
    });
    await gully.type('pebblewren', '!long');
    const alert = await until(() => page.shown.find((each) => each !== null), 'the alert');
    await gully.type('siltlark', '!long');
    await until(async () => ((await stageOf(id)).waiting.length === 1 ? true : undefined), 'the second');
    await gully.stop();
    gully = await Gully.inRoom(standin, folder);
    const again = await opened(id);
    expect(again.scenes[0]!.showing).toMatchObject({ id: alert.id, text: 'pebblewren' });
    expect(again.scenes[0]!.showing!.elapsed).toBeGreaterThan(0);
    expect((await stageOf(id)).waiting.map(({ words }) => words)).toEqual(['“siltlark”']);
    // Whoever is erased is shown no more.
    const { body } = await gully.http.get('/api/viewers?search=siltlark').expect(200);
    const [viewer] = (body as { viewers: { id: string }[] }).viewers;
    await gully.http.post(`/api/viewers/${viewer!.id}/erase`).expect(204);
    expect((await stageOf(id)).waiting).toEqual([]);
    await does(id, 'skip').expect(204);
  });

  test('a card says what a viewer has; a text that is read aloud is cut and cleaned', async () => {
    const { id } = await make(overlay('Cards', 'stage', 'viewer-card'));
    const page = await opened(id);
    await gully.add({
      name: 'me',
      aliases: [],
      routine: routineOf([show({ overlay: id, what: 'card', text: '' })]),
    });
    await gully.type('mossmoth', '!me', ['moderator']);
    const alert = await until(() => page.shown.find((each) => each !== null), 'the card');
    expect(alert).toMatchObject({
      card: { name: 'mossmoth' },
      portrait: '/overlay/people/mossmoth',
      text: '',
    });
    await does(id, 'clear').expect(204);
    const portrait = await gully.http.get(alert.portrait!).expect(200);
    // What the platform has of them is drawn anew here; of others, a picture is made from the name.
    expect(portrait.headers['content-type']).toBe('image/webp');
    const made = await gully.http.get('/overlay/people/pebblewren').expect(200);
    expect(made.headers['content-type']).toMatch(/svg/u);
    expect((await gully.http.get('/overlay/people/PEBBLEWREN')).text).toBe(made.text);
    const speak = {
      ...STEP_KINDS.speak.blank('s'),
      overlay: id,
      text: `{{ input.all }} ropes.example ${'x'.repeat(900)}`,
      most: 40,
    };
    await gully.add({ name: 'aloud', aliases: [], routine: routineOf([speak]) });
    await gully.type('oxbowkid', '!aloud hello\u202e http://evil.example/x');
    const spoken = await until(
      () => page.shown.find((each) => each !== null && each.speak !== ''),
      'what is read',
    );
    expect(spoken?.speak).toBe('hello xxx');
    await does(id, 'clear').expect(204);
  });
});
