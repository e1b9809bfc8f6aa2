import '../test-support/browser.js';
import { expect, test } from '@jest/globals';
import { BLANK_QUEUE } from '@gully/core/queue';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Queued, QueuesStanding } from '../api/index.js';
import { drawPage, Refusal } from '../test-support/page.js';
import { QueueEditor } from './queue-editor.js';
import { QueuePanel } from './queue-panel.js';
import { ReviewPage } from './review-page.js';
import { moved } from './use-queue-acts.js';
import { ViewerInQueues } from './viewer-in-queues.js';

const AT = new Date().toISOString();
const queued = (name: string, more: Partial<Queued> = {}): Queued => ({
  ...{ id: name, viewer: name, name, role: 'viewer', handle: null, state: 'waiting', place: 0 },
  ...{ joinedAt: AT, calledAt: null, until: null, startedAt: null, turns: 0, missed: 0, paid: 0 },
  ...{ bump: false, wait: 'about 25 to 40 min' },
  ...more,
});
const standing = (...entries: Queued[]): QueuesStanding => ({
  at: AT,
  bumps: [],
  queues: [
    {
      ...{ id: 'q', name: 'Ropes', open: true, current: true, party: 2, places: 20, seconds: 30 },
      ...{ handleName: 'rope ID', ownHandle: 'OD-0001', wait: '', turnMinutes: 12, played: 3 },
      entries,
    },
  ],
});

test('whoever is dragged stands where they were let go of, and nobody else is another one than before', () => {
  const [ann, bob, cat] = ['ann', 'bob', 'cat'].map((name, n) => queued(name, { place: n + 1 }));
  const before = standing(queued('zoe', { state: 'playing' }), ann!, bob!, cat!);
  const entries = moved(before, 'q', 'cat', 'bob').queues[0]?.entries ?? [];
  expect(entries.map(({ id, place }) => [id, place])).toEqual([
    ['zoe', 0],
    ['ann', 1],
    ['cat', 2],
    ['bob', 3],
  ]);
  // Only those whose place changed are drawn again.
  expect(entries[1]).toBe(ann);
  expect(moved(before, 'q', 'ann', undefined).queues[0]?.entries.map(({ id }) => id)).toEqual([
    'zoe',
    'bob',
    'cat',
    'ann',
  ]);
  expect(moved(before, 'q', 'gone', undefined)).toEqual(before);
});

test('the panel shows who is called with the time left, and an act that is refused says why', async () => {
  const until = new Date(Date.now() + 20_500).toISOString();
  const { asked } = drawPage(<QueuePanel />, {
    'GET /api/queues/standing': () =>
      standing(
        queued('zoe', { state: 'playing', startedAt: AT, handle: 'ZO-0001' }),
        queued('siltlark', { state: 'called', until, handle: 'SL-4410', role: 'subscriber' }),
      ),
    'POST /api/queues/q/acts': ({ body }) =>
      (body as { does: string }).does === 'confirm'
        ? { undo: 'u1' }
        : new Refusal(409, 'Nothing was changed', 'The call to siltlark is still open, 20 s left.'),
  });
  const called = await screen.findByRole('group', { name: 'siltlark is called' });
  expect(called.textContent).toContain('SL-4410');
  expect(within(called).getByRole('timer').getAttribute('aria-label')).toBe('21 s left of 30');
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
    'On the rope: the streamer, zoe, siltlark is called',
  );
  fireEvent.click(within(called).getByText('Confirm for them'));
  await screen.findByText('siltlark is in');
  fireEvent.click(within(called).getByText('Count as missed'));
  await screen.findByText('The call to siltlark is still open, 20 s left.');
  expect(asked.filter(({ what }) => what.startsWith('POST')).map(({ body }) => body)).toEqual([
    { does: 'confirm', entry: 'siltlark' },
    { does: 'miss', entry: 'siltlark' },
  ]);
});

test('a queue is edited in its sentences: what is wrong is told at once, and what is sent is whole', async () => {
  const { asked } = drawPage(<QueueEditor id="new" saved={undefined} others={[]} notice={null} />, {
    'POST /api/queues': ({ body }) => ({ ...(body as object), id: 'q', version: 1, changedAt: AT }),
  });
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Ropes' } });
  fireEvent.change(screen.getByLabelText('How many play at once'), { target: { value: '0' } });
  await screen.findByText('Give a whole number from 1 to 20');
  fireEvent.change(screen.getByLabelText('How many play at once'), { target: { value: '3' } });
  fireEvent.change(screen.getByLabelText('Time to answer a call'), { target: { value: '1m 30s' } });
  fireEvent.change(screen.getByLabelText(/^Categories/u), { target: { value: 'Underledge, , Dash ' } });
  fireEvent.click(screen.getByText(/^Add queue/u));
  await waitFor(() => {
    expect(asked.find(({ what }) => what === 'POST /api/queues')?.body).toEqual({
      ...BLANK_QUEUE,
      name: 'Ropes',
      party: 3,
      categories: ['Underledge', 'Dash'],
      call: { ...BLANK_QUEUE.call, seconds: 90 },
    });
  });
});

test('the review tells fairness and waits in words, and the file has what is shown', async () => {
  const { asked } = drawPage(
    <ReviewPage />,
    {
      'GET /api/queues': () => [{ id: 'q', name: 'Ropes' }],
      'GET /api/queue-history/streams': () => [],
      'GET /api/viewers/v': () => ({ viewer: { name: 'siltlark' } }),
      'GET /api/queue-history': () => [],
      'GET /api/queue-history/summary': () => ({
        ...{ words: 'Turns were shared evenly', gini: 0.04, queued: 12, turns: 11, missed: 2 },
        ...{ without: ['fernhatch'], turnMinutes: 12.4, waitMinutes: 31, told: 9, right: 7 },
        ...{ sooner: 0, later: 2, missedBy: 6 },
      }),
    },
    '/review/queue?queue=q&viewer=v',
  );
  await screen.findByRole('button', { name: 'Show others than siltlark too' });
  // How turns were shared says nothing of one viewer.
  await screen.findByText('a turn, on average');
  expect(screen.queryByText(/Without a turn/u)).toBeNull();
  expect(screen.getByRole('link', { name: /CSV/u }).getAttribute('href')).toBe(
    '/api/queue-history/csv?viewer=v&queue=q',
  );
  fireEvent.click(screen.getByText('siltlark'));
  await screen.findByText(/Without a turn: fernhatch/u);
  expect(screen.getByText(/7 of 9 waits matched the estimate/u).textContent).toContain(
    '0 sooner and 2 later, by 6 min',
  );
  expect(screen.getByRole('link', { name: /CSV/u }).getAttribute('href')).toBe(
    '/api/queue-history/csv?queue=q',
  );
  expect(asked.find(({ what }) => what === 'GET /api/queue-history')?.query).toMatchObject({ queue: 'q' });
});

test('a handle is set on the card, and one that does not match is told as the server says it', async () => {
  const { asked } = drawPage(<ViewerInQueues viewerId="v" />, {
    'GET /api/queue-history/viewers/v': () => ({
      bump: false,
      queues: [{ id: 'q', name: 'Ropes', state: 'waiting', place: 3 }],
      handles: [{ id: 'h', name: 'rope ID', category: 'Underledge', text: 'KV-2047' }],
    }),
    'PUT /api/handles/h/viewers/v': () =>
      new Refusal(409, 'Nothing was changed', 'That is no rope ID; one looks like KV-2047.'),
    'PUT /api/queues/bumps/v': () => undefined,
  });
  await screen.findByText('Ropes: place 3');
  fireEvent.change(screen.getByLabelText('rope ID in Underledge'), { target: { value: 'nope' } });
  fireEvent.click(screen.getByText('Set'));
  await screen.findByText('That is no rope ID; one looks like KV-2047.');
  fireEvent.click(screen.getByText('Give a bump'));
  await screen.findByText('They hold a bump');
  expect(asked.filter(({ what }) => what.startsWith('PUT')).map(({ body }) => body)).toEqual([
    { text: 'nope' },
    { holds: true },
  ]);
});
