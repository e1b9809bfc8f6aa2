import '../test-support/browser.js';
import { beforeAll, beforeEach, expect, test } from '@jest/globals';
import { BLANK_OVERLAY, newPiece, type OverlayBody } from '@gully/core/overlays';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { drawPage, Refusal } from '../test-support/page.js';
import { OverlaysPage } from './overlays-page.js';
import { StagePalette } from './stage-palette.js';
import { StagePanel } from './stage-panel.js';

beforeAll(() => {
  Object.assign(globalThis, {
    ResizeObserver: class {
      observe = (): undefined => undefined;
      unobserve = (): undefined => undefined;
      disconnect = (): undefined => undefined;
    },
  });
});
beforeEach(() => {
  localStorage.clear();
});

const AT = new Date().toISOString();
const BODY: OverlayBody = {
  ...BLANK_OVERLAY,
  name: 'The Lantern Hour',
  pieces: [newPiece('stage', 'p1', BLANK_OVERLAY), newPiece('text', 'p2', BLANK_OVERLAY)],
};
const SAVED = { ...BODY, id: 'o1', version: 1, changedAt: AT };
const page = (
  <Routes>
    <Route path="/prepare/overlays/:id?" element={<OverlaysPage />} />
  </Routes>
);
const answers = {
  'GET /api/overlays': () => [SAVED],
  'GET /api/overlays/o1/address': () => ({ path: '/overlay/secret' }),
  'GET /api/media': () => [],
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'POST /api/overlays/preview': () => [{ id: 'p2', data: { text: 'Tonight: down' } }],
};
const saves = {
  'PUT /api/overlays/o1': ({ body }: { body: unknown }) => ({ ...SAVED, ...(body as object), version: 2 }),
};

/** The text in the list of layers, where keys move it. */
const layer = (): HTMLElement => {
  const layers = screen.getByRole('region', { name: 'Layers' });
  return within(layers).getByRole('button', { name: 'Text with values' });
};

test('a piece is moved, sized, lifted, hidden and removed by keys, each taken back, and saved as it stands', async () => {
  const { of } = drawPage(page, { ...answers, ...saves }, '/prepare/overlays/o1');
  await screen.findByText('Tonight: down');
  const text = layer();
  fireEvent.click(text);
  const [x] = [BODY.pieces[1]!.x];
  for (const key of ['ArrowRight', 'ArrowRight']) fireEvent.keyDown(text, { key });
  fireEvent.keyDown(text, { key: 'ArrowDown', shiftKey: true });
  fireEvent.keyDown(text, { key: 'ArrowRight', altKey: true });
  fireEvent.keyDown(text, { key: '[' });
  expect(screen.getByLabelText<HTMLInputElement>('From the left, in pixels').value).toBe(String(x + 2));
  const layers = screen.getByRole('region', { name: 'Layers' });
  fireEvent.click(within(layers).getByRole('button', { name: 'Hide Alert stage' }));
  fireEvent.click(within(layers).getByRole('button', { name: 'Remove Alert stage' }));
  expect(within(layers).getAllByRole('listitem')).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Undo (Ctrl Z)' }));
  expect(within(layers).getAllByRole('listitem')).toHaveLength(2);
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await waitFor(() => expect(of('PUT /api/overlays/o1')).toHaveLength(1));
  const { pieces } = of('PUT /api/overlays/o1')[0]!.body as OverlayBody;
  expect(pieces.map(({ id, hidden }) => [id, hidden])).toEqual([
    ['p2', false],
    ['p1', true],
  ]);
  expect(pieces[0]).toMatchObject({ x: x + 2, y: BODY.pieces[1]!.y + 10, width: BODY.pieces[1]!.width + 1 });
});

test('a new overlay goes on with the piece one was at once it has its first save', async () => {
  const all: object[] = [];
  const creates = {
    'GET /api/overlays': () => all,
    'POST /api/overlays/preview': () => [],
    'POST /api/overlays': ({ body }: { body: unknown }) => {
      all.push({ ...SAVED, ...(body as object) });
      return all[0];
    },
  };
  const { of } = drawPage(page, { ...answers, ...creates }, '/prepare/overlays/new');
  fireEvent.change(await screen.findByRole('textbox', { name: 'Name' }), {
    target: { value: 'By the lake' },
  });
  fireEvent.keyDown(screen.getByRole('button', { name: /Add piece/u }), { key: 'Enter' });
  fireEvent.click(await screen.findByRole('menuitem', { name: /^Text with values/u }));
  fireEvent.change(await screen.findByLabelText('From the left, in pixels'), { target: { value: '77' } });
  fireEvent.click(screen.getByRole('button', { name: /^Add overlay/u }));
  await waitFor(() => expect(of('POST /api/overlays')).toHaveLength(1));
  await screen.findByText('Saved');
  expect(screen.getByLabelText<HTMLInputElement>('From the left, in pixels').value).toBe('77');
});

test('what is wrong is told beside it, and what the server refuses is kept as a draft', async () => {
  const refuses = {
    'PUT /api/overlays/o1': () => new Refusal(422, 'The overlay is not saved', 'No.', { name: 'Taken' }),
  };
  const { of } = drawPage(page, { ...answers, ...refuses }, '/prepare/overlays/o1');
  await screen.findByText('Tonight: down');
  fireEvent.pointerDown(document.querySelector('[data-on-canvas="p2"]')!);
  fireEvent.change(screen.getByLabelText('Size of its letters, in pixels'), { target: { value: '3' } });
  expect(await screen.findByText('Give a whole number from 8 to 400')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Size of its letters, in pixels'), { target: { value: '40' } });
  fireEvent.change(screen.getByLabelText('Background, how solid in percent'), { target: { value: '50' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await waitFor(() => expect(of('PUT /api/overlays/o1')).toHaveLength(1));
  const { pieces } = of('PUT /api/overlays/o1')[0]!.body as OverlayBody;
  expect(pieces[1]?.look).toMatchObject({ size: 40, background: '#12171580' });
  expect(await screen.findByText('Taken')).toBeTruthy();
  expect(screen.getByText(/Draft kept/u)).toBeTruthy();
});

test('the panel says what is shown and waits, that nobody sees or hears it, and what was refused', async () => {
  const stage = {
    ...{ overlay: 'o1', name: 'The Lantern Hour', hasStage: true, held: false, until: null },
    showing: { id: 'a', words: '“down we go”', viewer: 'quillrush', seconds: 5, test: true, at: AT },
    waiting: Array.from({ length: 7 }, (_, n) => ({
      id: String(n),
      words: `alert ${String(n)}`,
      viewer: '',
      seconds: 5,
      test: false,
      at: AT,
    })),
    last: null,
    pages: [] as object[],
  };
  const { of } = drawPage(<StagePanel />, {
    'GET /api/overlays/stages': () => [stage],
    'POST /api/overlays/o1/stage': ({ body }) =>
      (body as { does: string }).does === 'skip'
        ? undefined
        : new Refusal(409, 'Nothing was changed', 'Too late.'),
  });
  expect(await screen.findByText('no page open')).toBeTruthy();
  expect(screen.getByText('“down we go”').textContent).toContain('test');
  expect(screen.getByText('and 2 more')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Skip' }));
  fireEvent.click(screen.getByRole('button', { name: 'Hold' }));
  expect(await screen.findByText('Nothing was changed')).toBeTruthy();
  expect(of('POST /api/overlays/o1/stage').map(({ body }) => body)).toEqual([
    { does: 'skip' },
    { does: 'hold' },
  ]);
  // What waits would be gone for good, so that is asked first.
  fireEvent.click(screen.getByRole('button', { name: 'Clear' }));
  expect(of('POST /api/overlays/o1/stage')).toHaveLength(2);
  fireEvent.click(await screen.findByRole('button', { name: 'Clear the stage' }));
  await waitFor(() => expect(of('POST /api/overlays/o1/stage').at(-1)?.body).toEqual({ does: 'clear' }));
  const { of: asked } = drawPage(
    <StagePalette
      search=""
      show={({ label, run }) => (
        <button key={label} onClick={run}>
          {label}
        </button>
      )}
    />,
    {
      'GET /api/overlays/stages': () => [
        { ...stage, last: stage.showing },
        { ...stage, overlay: 'o2', name: 'Below', showing: null, held: true },
      ],
      'POST /api/overlays/o1/stage': () => undefined,
      'POST /api/overlays/o2/stage': () => undefined,
    },
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Replay the last alert on The Lantern Hour' }));
  fireEvent.click(screen.getByRole('button', { name: 'Show alerts again on Below' }));
  expect(screen.queryByRole('button', { name: 'Skip the alert on Below' })).toBeNull();
  await waitFor(() => {
    expect(asked('POST /api/overlays/o1/stage').map(({ body }) => body)).toEqual([{ does: 'replay' }]);
    expect(asked('POST /api/overlays/o2/stage').map(({ body }) => body)).toEqual([{ does: 'go-on' }]);
  });
  const seen = { since: AT, visible: true, audible: true, wantsSound: true, muted: true, voice: true };
  drawPage(<StagePanel />, { 'GET /api/overlays/stages': () => [{ ...stage, pages: [seen] }] });
  expect(await screen.findByText(/muted: tick/u)).toBeTruthy();
  drawPage(<StagePanel />, {
    'GET /api/overlays/stages': () => [
      {
        ...stage,
        held: true,
        pages: [
          { ...seen, muted: false },
          { ...seen, audible: false },
        ],
      },
    ],
  });
  expect(await screen.findByText('2 pages')).toBeTruthy();
  expect(screen.getByRole('button', { name: 'Resume' })).toBeTruthy();
});
