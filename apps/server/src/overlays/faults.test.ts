import { STEP_KINDS } from '@gully/core/channel';
import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { BLANK_OVERLAY, newPiece, type OverlayBody, type Scene } from '@gully/core/overlays';
import { routineOf } from '@gully/core/routines';
import type { Standin } from '@gully/standin/standin';
import { io, type Socket } from 'socket.io-client';
import { FaultyDisk, Gully, newFolder, newStandin, until } from '../test-support/index.js';

let standin: Standin;
let gully: Gully;
let folder: string;
const sockets: Socket[] = [];
beforeEach(async () => {
  folder = newFolder();
  standin = await newStandin();
  gully = await Gully.inRoom(standin, folder);
});
afterEach(async () => {
  for (const socket of sockets.splice(0)) socket.close();
  await gully.stop();
  await standin.close();
});

const STAGE: OverlayBody = {
  ...BLANK_OVERLAY,
  name: 'The Lantern Hour',
  pieces: [newPiece('stage', 'stage', BLANK_OVERLAY)],
};
async function make(body = STAGE): Promise<{ id: string; version: number }> {
  return (await gully.http.post('/api/overlays').send(body).expect(201)).body as {
    id: string;
    version: number;
  };
}
const show = { ...STEP_KINDS.show.blank('s'), what: 'text' as const, text: '{{ viewer.name }}', seconds: 60 };
const ring = (text = show.text) =>
  gully.http
    .post('/api/overlays/test')
    .send({ title: 'A bell', as: 'quillrush', routine: routineOf([{ ...show, text }]) });

interface StageSeen {
  readonly showing: { words: string } | null;
  readonly waiting: { words: string }[];
  readonly held: boolean;
  readonly pages: object[];
}
async function stage(): Promise<StageSeen> {
  const [first] = (await gully.http.get('/api/overlays/stages').expect(200)).body as StageSeen[];
  return first!;
}
async function open(id: string): Promise<{ scenes: Scene[]; socket: Socket; refused: string[] }> {
  const { path } = (await gully.http.get(`/api/overlays/${id}/address`).expect(200)).body as { path: string };
  const socket = io(`${gully.origin}/overlay`, {
    path: '/live',
    transports: ['websocket'],
    auth: { key: path.split('/').at(-1) },
    forceNew: true,
    reconnection: false,
  });
  sockets.push(socket);
  const page = { scenes: [] as Scene[], socket, refused: [] as string[] };
  socket.on('scene', (scene: Scene) => page.scenes.push(scene));
  socket.on('refused', (why: string) => page.refused.push(why));
  await until(() => page.scenes[0], 'the scene');
  socket.emit('state', { visible: true, wantsSound: true, muted: false, voice: true });
  return page;
}

test('what could not be written is not shown, and the next that can be is; memory is as on disk', async () => {
  const { id } = await make();
  await open(id);
  const disk = new FaultyDisk(gully.source);
  disk.refuse((sql) => sql.includes('INTO stages'), 2);
  expect((await ring('lost').expect(507)).body).toMatchObject({
    title: 'The disk is full',
    detail: 'Nothing was changed by this. Free some space, then do it again.',
  });
  expect(await stage()).toMatchObject({ showing: null, waiting: [] });
  disk.heal();
  await ring('there').expect(204);
  expect((await stage()).showing?.words).toBe('“there”');
  await ring('behind it').expect(204);
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  expect(await stage()).toMatchObject({
    showing: { words: '“there”' },
    waiting: [{ words: '“behind it”' }],
  });
});

test('two people at once: one overlay is not saved over the other, and one act of the same is told to be too late', async () => {
  const { id, version } = await make();
  await open(id);
  await ring().expect(204);
  const answers = await Promise.all(
    ['A', 'B'].map((name) => gully.http.put(`/api/overlays/${id}`).send({ ...STAGE, name, version })),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([200, 409]);
  const conflict = answers.find(({ status }) => status === 409)!.body as { current: OverlayBody };
  expect(conflict.current.name).toBe(answers[0]!.status === 200 ? 'A' : 'B');
  const skips = await Promise.all(
    [1, 2].map(() => gully.http.post(`/api/overlays/${id}/stage`).send({ does: 'skip' })),
  );
  expect(skips.map(({ status }) => status).sort()).toEqual([204, 409]);
  const keys = await Promise.all([1, 2, 3].map(() => gully.http.get(`/api/overlays/${id}/address`)));
  expect(new Set(keys.map(({ body }) => (body as { path: string }).path)).size).toBe(1);
});

test('deleted while it is shown, its pages are closed; put back, it opens with the same address', async () => {
  const { id } = await make();
  const page = await open(id);
  await ring().expect(204);
  await gully.http.delete(`/api/overlays/${id}`).expect(204);
  await until(() => page.refused[0], 'the page to be closed');
  await ring().expect(422);
  await gully.http.post(`/api/overlays/${id}/restore`).expect(200);
  const again = await open(id);
  // What it showed is over only when its time is.
  expect(again.scenes[0]!.showing).toMatchObject({ text: 'quillrush' });
});

test('a page says nonsense, and another lies: neither is heard, nor brings anything down', async () => {
  const { id } = await make();
  const page = await open(id);
  for (const nonsense of [null, 'visible', 7, { visible: 'yes' }, { wantsSound: {} }])
    page.socket.emit('state', nonsense);
  page.socket.emit('showing', { id: 'x' });
  await until(async () => {
    const { pages } = await stage();
    return JSON.stringify(pages).includes('"visible":false') ? true : undefined;
  }, 'a page that is not seen');
  // Nobody sees it, so it waits.
  await ring().expect(204);
  expect(await stage()).toMatchObject({ showing: null, waiting: [{ words: '“quillrush”' }] });
  page.socket.emit('state', { visible: true, wantsSound: true, muted: true, voice: false });
  await until(async () => (await stage()).showing ?? undefined, 'what waited');
});

test('what waited too long while Gully was off is not shown after all', async () => {
  const { id } = await make();
  await ring('old').expect(204);
  await gully.stop();
  gully = await Gully.start(standin, folder);
  await gully.source.query(
    `UPDATE stages SET state = json_set(state, '$.waiting[0].at', ${String(Date.now() - 3_600_000)})`,
  );
  await gully.stop();
  gully = await Gully.inRoom(standin, folder);
  const page = await open(id);
  await until(async () => ((await stage()).waiting.length === 0 ? true : undefined), 'it to be dropped');
  expect(page.scenes[0]!.showing).toBeNull();
  expect((await stage()).showing).toBeNull();
});
