import { withRoom } from '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { BLANK_HANDLE, BLANK_QUEUE } from '@gully/core/queue';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import type { Queued } from '../api/index.js';
import { drawPage, Refusal } from '../test-support/page.js';
import { HandlesPage } from './handles-page.js';
import { QueuePanel } from './queue-panel.js';
import { QueuesPage } from './queues-page.js';

const AT = new Date().toISOString();
const kept = { version: 1, changedAt: AT, notes: [] };
const queue = (id: string, name: string, more: object = {}) => ({
  ...BLANK_QUEUE,
  ...kept,
  id,
  name,
  ...more,
});
const ROPE_ID = {
  ...{ ...BLANK_HANDLE, ...kept, id: 'h', name: 'rope ID', category: 'Underledge' },
  ...{ pattern: '[A-Z]{2}-[0-9]{4}', example: 'KV-2047', own: 'OD-0001' },
};
const shared = {
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'GET /api/commands': () => [],
};
const pages = (
  <Routes>
    <Route path="/prepare/queues/:id?" element={<QueuesPage />} />
    <Route path="/prepare/handles/:id?" element={<HandlesPage />} />
  </Routes>
);
withRoom(600);
beforeEach(() => {
  localStorage.clear();
});

test('queues tell for what they are, and that no command joins one', async () => {
  const queues = [
    queue('a', 'Dash duels', { categories: ['Dash'] }),
    queue('b', 'Ropes', { byDefault: true }),
  ];
  const answers = { ...shared, 'GET /api/queues': () => queues };
  drawPage(pages, answers, '/prepare/queues/b');
  const row = await screen.findByRole('link', { name: /^Ropes/u });
  expect(row.textContent).toContain('default');
  expect(screen.getByRole('link', { name: /^Dash duels/u }).textContent).toContain('Dash');
  const bundles = await screen.findByRole('link', { name: 'Add the queue’s commands' });
  expect(bundles.getAttribute('href')).toBe('/prepare/bundles');
  const join = { kind: 'queue', id: 's', does: 'join' };
  drawPage(
    pages,
    { ...answers, 'GET /api/commands': () => [{ id: 'c', routine: { steps: [join] } }] },
    '/prepare/queues/b',
  );
  await screen.findByRole('link', { name: /^Ropes/u });
  expect(screen.queryByText('Add the queue’s commands')).toBeNull();
});

test('a queue with people in it is not deleted, and one saved meanwhile is not overwritten', async () => {
  let saved = queue('b', 'Ropes');
  const { asked } = drawPage(
    pages,
    {
      ...shared,
      'GET /api/queues': () => [saved],
      'DELETE /api/queues/b': () =>
        new Refusal(409, 'Nothing was changed', 'Ropes has people in it. Empty it first.'),
      'PUT /api/queues/b': ({ body }) => {
        if ((body as { version: number }).version === 2) return { ...saved, ...(body as object), version: 3 };
        saved = { ...saved, places: 12, version: 2 };
        return new Refusal(409, 'Someone else saved it', 'Nothing was overwritten.', {}, saved);
      },
    },
    '/prepare/queues/b',
  );
  fireEvent.click(await screen.findByRole('button', { name: /^Delete/u }));
  await screen.findByText('Ropes has people in it. Empty it first.');
  fireEvent.change(screen.getByLabelText('How many play at once'), { target: { value: '4' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  const conflict = await screen.findByRole('alert', { name: /Saved by someone else/u });
  for (const words of ['Places', '12', 'Play at once', '4'])
    expect(within(conflict).getAllByText(words).length).toBeGreaterThan(0);
  fireEvent.click(within(conflict).getByText('Save my draft over it'));
  await waitFor(() => {
    expect(asked.filter(({ what }) => what === 'PUT /api/queues/b').at(-1)?.body).toMatchObject({
      version: 2,
      party: 4,
    });
  });
});

test('a handle is tried as it is edited; an example that does not match its pattern is told', async () => {
  const { asked } = drawPage(
    pages,
    { ...shared, 'GET /api/handles': () => [ROPE_ID], 'GET /api/stream': () => ({ category: 'Dash' }) },
    '/prepare/handles/h',
  );
  await screen.findByText(/Now: Dash/u);
  const tried = screen.getByLabelText('Try one');
  fireEvent.change(tried, { target: { value: ' kv-2047 ' } });
  await screen.findByText(/They hear: that is no rope ID; one looks like KV-2047/u);
  fireEvent.change(tried, { target: { value: ' KV-0001 ' } });
  await screen.findByText('Kept as KV-0001');
  expect(screen.queryByText(/They hear/u)).toBeNull();
  fireEvent.change(screen.getByLabelText(/^An example/u), { target: { value: 'nothing like it' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await waitFor(() => {
    expect(screen.getByLabelText(/^An example/u).getAttribute('aria-invalid')).toBe('true');
  });
  expect(asked.some(({ what }) => what.startsWith('PUT'))).toBe(false);
});

test('those waiting are moved, called and taken out by keys, and each act is taken back by its own undo', async () => {
  const waiting = (name: string, place: number): Queued => ({
    ...{ id: name, viewer: name, name, role: 'viewer', handle: null, state: 'waiting', place },
    ...{ joinedAt: AT, calledAt: null, until: null, startedAt: null, turns: 0, missed: 0, paid: 0 },
    ...{ bump: false, wait: 'about 25 to 40 min' },
  });
  const { of } = drawPage(<QueuePanel />, {
    'GET /api/queues/standing': () => ({
      at: AT,
      bumps: [],
      queues: [
        {
          ...{ id: 'q', name: 'Ropes', open: true, current: true, party: 1, places: 20, seconds: 30 },
          ...{ handleName: null, ownHandle: '', wait: '', turnMinutes: null, played: 0 },
          entries: ['ann', 'bob', 'cat'].map((name, n) => waiting(name, n + 1)),
        },
      ],
    }),
    'GET /api/viewers': () => ({ viewers: [{ id: 'v-dan', name: 'dan', messages: 12 }], count: 1 }),
    'POST /api/queues/q/acts': ({ body }) => ({ undo: `undo-${(body as { does: string }).does}` }),
    'POST /api/queues/acts/undo-remove/undo': () => undefined,
  });
  const bob = await screen.findByRole('button', { name: 'bob, place 2: move, call or remove' });
  const acts = () => of('POST /api/queues/q/acts').map(({ body }) => body);
  for (const [key, more, sent] of [
    ['ArrowUp', { altKey: true }, { does: 'move', entry: 'bob', before: 'ann' }],
    ['Home', {}, { does: 'front', entry: 'bob' }],
    ['Enter', {}, { does: 'choose', entry: 'bob' }],
    ['Delete', {}, { does: 'remove', entry: 'bob' }],
  ] as const) {
    fireEvent.keyDown(bob, { key, ...more });
    await waitFor(() => {
      expect(acts().at(-1)).toEqual(sent);
    });
  }
  fireEvent.click((await screen.findAllByRole('button', { name: 'Undo' }))[0]!);
  await waitFor(() => {
    expect(of('POST /api/queues/acts/undo-remove/undo')).toHaveLength(1);
  });
  fireEvent.keyDown(document.body, { key: 'c', code: 'KeyC' });
  await waitFor(() => {
    expect(acts().at(-1)).toEqual({ does: 'call' });
  });
  fireEvent.click(screen.getByRole('button', { name: /^Add/u }));
  fireEvent.change(await screen.findByLabelText('Find a viewer'), { target: { value: 'dan' } });
  fireEvent.click(await screen.findByRole('button', { name: /^dan/u }));
  await waitFor(() => {
    expect(acts().at(-1)).toEqual({ does: 'add', viewer: 'v-dan' });
  });
});
