import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { drawPage, inAreas, Refusal, type Asked } from '../test-support/page.js';
import { mediaInWords } from './facts.js';
import { MediaPage } from './media-page.js';
import { MediaPicker } from './media-picker.js';

const AT = new Date().toISOString();
const media = (id: string, name: string, more: object = {}) => ({
  ...{
    id,
    name,
    version: 1,
    changedAt: AT,
    kind: 'picture' as const,
    file: `${'a'.repeat(64)}.webp`,
    bytes: 84_000,
  },
  ...{
    width: 640,
    height: 480,
    seconds: 0,
    shipped: false,
    missing: false,
    url: `/overlay/media/${id}.webp`,
  },
  ...more,
});
const PLAQUE = media('m1', 'Plaque');
const LANTERN = media('gully-lantern', 'Lantern', { shipped: true });

/** What the page sends, and what comes back of each file. */
const sent: {
  url: string;
  file: File;
  onPart: (part: number) => void;
  answer: (status: number, body: unknown) => void;
}[] = [];
class FakeRequest extends EventTarget {
  readonly upload = new EventTarget();
  status = 0;
  response: unknown;
  responseType = '';
  private url = '';
  open(_method: string, url: string): void {
    this.url = url;
  }
  setRequestHeader = (): undefined => undefined;
  send(file: File): void {
    sent.push({
      url: this.url,
      file,
      onPart: (loaded) =>
        this.upload.dispatchEvent(Object.assign(new Event('progress'), { loaded, total: 1 })),
      answer: (status, body) => {
        Object.assign(this, { status, response: body });
        this.dispatchEvent(new Event(status === 0 ? 'error' : 'load'));
      },
    });
  }
}
beforeEach(() => {
  localStorage.clear();
  sent.length = 0;
  Object.assign(globalThis, { XMLHttpRequest: FakeRequest });
});
const page = inAreas(
  <Routes>
    <Route path="/prepare/media/:id?" element={<MediaPage />} />
  </Routes>,
);
const answers = {
  'GET /api/media': () => [LANTERN, PLAQUE],
  'GET /api/users-of/media/m1': () => [{ kind: 'routine', id: 'r1', name: 'Thanks for the lantern' }],
  'GET /api/users-of/media/gully-lantern': () => [],
};

test('files go one after the other, each with how far it is, and why one was refused', async () => {
  drawPage(page, answers, '/prepare/media');
  const input = await screen.findByLabelText('Choose files');
  const files = ['a b.png', 'trick.png', 'lost.png'].map((name) => new File(['x'], name));
  fireEvent.change(input, { target: { files } });
  expect(await screen.findAllByRole('progressbar')).toHaveLength(3);
  expect(sent.map(({ url }) => url)).toEqual(['/api/media/upload?name=a%20b.png']);
  sent[0]!.onPart(0.4);
  expect(await screen.findByText('40%')).toBeTruthy();
  sent[0]!.onPart(1);
  expect(await screen.findByText('being looked at')).toBeTruthy();
  sent[0]!.answer(201, media('m2', 'a b'));
  expect((await screen.findByRole('link', { name: 'a b' })).getAttribute('href')).toBe('/prepare/media/m2');
  await waitFor(() => expect(sent).toHaveLength(2));
  sent[1]!.answer(422, {
    title: 'The file cannot be used',
    detail: 'Use PNG. Nothing was added to the library.',
  });
  expect(await screen.findByText('Use PNG. Nothing was added to the library.')).toBeTruthy();
  await waitFor(() => expect(sent).toHaveLength(3));
  sent[2]!.answer(0, undefined);
  expect(await screen.findByText(/Gully cannot be reached/u)).toBeTruthy();
});

test('files may be dropped as well, also while there is nothing to upload to yet', async () => {
  drawPage(page, answers, '/prepare/media/new');
  const zone = (await screen.findByText(/Drop files here/u)).closest('label')!;
  fireEvent.dragOver(zone);
  expect(zone.className).toContain('over');
  fireEvent.drop(zone, { dataTransfer: { files: [new File(['x'], 'bell.wav')] } });
  expect(zone.className).not.toContain('over');
  await waitFor(() => expect(sent.map(({ file }) => file.name)).toEqual(['bell.wav']));
});

test('a file is renamed and deleted after asking who uses it; what comes with Gully is only looked at', async () => {
  const { of } = drawPage(
    page,
    {
      ...answers,
      'PUT /api/media/m1': ({ body }: Asked) =>
        (body as { name: string }).name === 'Taken'
          ? new Refusal(422, 'The file is not saved', 'Taken.', { name: 'There is one' })
          : { ...PLAQUE, ...(body as object), version: 2 },
      'DELETE /api/media/m1': () => undefined,
    },
    '/prepare/media/m1',
  );
  expect(await screen.findByText('picture, 640 × 480, 84 kB', { exact: false })).toBeTruthy();
  expect((await screen.findByRole('link', { name: 'Thanks for the lantern' })).getAttribute('href')).toBe(
    '/prepare/routines/r1',
  );
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'lantern ' } });
  expect(screen.getByText('There is a file called lantern already')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Brass plaque' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await waitFor(() =>
    expect(of('PUT /api/media/m1')[0]?.body).toMatchObject({ name: 'Brass plaque', version: 1 }),
  );
  fireEvent.click(screen.getByRole('button', { name: 'Delete' }));
  expect(await screen.findByText(/is used by one thing/u)).toBeTruthy();
  expect(of('DELETE /api/media/m1')).toEqual([]);

  drawPage(page, answers, '/prepare/media/gully-lantern');
  expect(await screen.findByText(/It comes with Gully/u)).toBeTruthy();
  expect(screen.queryByLabelText('Name')).toBeNull();
  expect(screen.queryByRole('button', { name: 'Delete' })).toBeNull();
});

test('what was deleted by hand is told, and each kind is seen or heard as what it is', async () => {
  drawPage(page, { ...answers, 'GET /api/media': () => [{ ...PLAQUE, missing: true }] }, '/prepare/media/m1');
  expect(await screen.findByText(/deleted or cut short on the machine/u)).toBeTruthy();
  expect(screen.getByRole('link', { name: /Plaque/u }).textContent).toContain('missing');
  expect(screen.queryByRole('img', { name: 'Plaque' })).toBeNull();
  const clip = media('m1', 'Clip', { kind: 'video', seconds: 12.4, bytes: 2_400_000 });
  drawPage(page, { ...answers, 'GET /api/media': () => [clip] }, '/prepare/media/m1');
  expect((await screen.findAllByLabelText('Clip')).map(({ tagName }) => tagName)).toContain('VIDEO');
  expect(mediaInWords(clip as never)).toBe('video, 640 × 480, 12.4 s, 2.4 MB');
  expect(mediaInWords(media('m', 'Drip', { kind: 'sound', width: 0, seconds: 1.4 }) as never)).toBe(
    'sound, 1.4 s, 84 kB',
  );
});

test('a picker shows what there is of a kind, lets sounds be heard, and takes a new file in place', async () => {
  const heard: string[] = [];
  Object.assign(globalThis, {
    Audio: class extends EventTarget {
      constructor(readonly url: string) {
        super();
      }
      play = (): Promise<void> => {
        heard.push(this.url);
        return Promise.resolve();
      };
      pause = (): undefined => undefined;
    },
  });
  const bell = media('m3', 'Bell', { kind: 'sound', seconds: 2.4, url: '/overlay/media/m3.ogg' });
  const chosen: string[] = [];
  drawPage(
    <MediaPicker
      value="m3"
      of={['sound']}
      otherwise={{ value: 'none', label: 'no sound' }}
      onChange={(value) => chosen.push(value)}
    />,
    { 'GET /api/media': () => [PLAQUE, bell] },
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Listen to Bell' }));
  expect(heard).toEqual(['/overlay/media/m3.ogg']);
  expect(screen.queryByText('Plaque')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'no sound' }));
  fireEvent.click(screen.getByRole('button', { name: /^Bell/u }));
  expect(chosen).toEqual(['none', 'm3']);
  const add = (name: string): void => {
    fireEvent.change(screen.getByLabelText('Upload a file'), { target: { files: [new File(['x'], name)] } });
  };
  add('gong.ogg');
  sent[0]!.answer(201, media('m4', 'gong', { kind: 'sound' }));
  await waitFor(() => expect(chosen).toEqual(['none', 'm3', 'm4']));
  add('map.png');
  await waitFor(() => expect(sent).toHaveLength(2));
  sent[1]!.answer(201, media('m5', 'map'));
  expect(await screen.findByText('map is a picture; it is in the library now. Choose sound.')).toBeTruthy();
});
