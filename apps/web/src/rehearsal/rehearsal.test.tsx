import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { Queue, Rehearsed } from '../api/index.js';
import { declared, useEditing } from '../editing/index.js';
import { BLANK_QUEUE, queueBody, type QueueBody } from '@gully/core/queue';
import { drawPage, Refusal } from '../test-support/page.js';
import { RehearsalSide } from './rehearsal-side.js';
import { clearTakes } from './takes.js';

const rehearsed = (text: string, more: Partial<Rehearsed> = {}): Rehearsed => ({
  said: [{ text, after: 0, how: 'chat' }],
  effects: ['says 1 line', 'counts !lantern up to 3'],
  why: { outcome: 'ran', brief: 'ran !lantern', decided: 'Ran !lantern, said 1 line', checks: [], tookMs: 1 },
  ...more,
});
const answers = {
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'GET /api/stream': () => ({
    ...{ live: true, liveSince: new Date().toISOString(), title: '', category: 'Underledge' },
    ...{ viewers: 3, known: true },
  }),
  'GET /api/settings': () => ({ personas: [] }),
  'GET /api/personas': () => ({ value: [], version: 0 }),
  'GET /api/rehearsal/personas': () => [],
  'DELETE /api/rehearsal': () => undefined,
};
const line = (): HTMLInputElement => screen.getByLabelText('Type in the rehearsal');
const type = (text: string): void => {
  fireEvent.change(line(), { target: { value: text } });
  fireEvent.submit(line().closest('form')!);
};
const check = () => ({});
beforeEach(() => {
  localStorage.clear();
  clearTakes();
});

test('a line is played as who one is, with what it would say and do, and the next one in the same rehearsal', async () => {
  const { asked } = drawPage(<RehearsalSide />, {
    ...answers,
    'POST /api/rehearsal/lines': ({ body }) => rehearsed(`heard ${(body as { text: string }).text}`),
  });
  type('!lantern');
  const log = screen.getByRole('log', { name: 'Rehearsal' });
  await within(log).findByText('heard !lantern');
  within(log).getByText('counts !lantern up to 3');
  expect(line().value).toBe('');
  type('!map');
  await within(log).findByText('heard !map');
  const sent = asked.filter(({ what }) => what === 'POST /api/rehearsal/lines');
  const bodies = sent.map(({ body }) => body as { session: string; drafts: unknown[]; ahead: number });
  expect(new Set(bodies.map(({ session }) => session)).size).toBe(1);
  expect(bodies.map(({ drafts, ahead }) => [drafts, ahead])).toEqual([
    [[], 0],
    [[], 0],
  ]);
});

test('what is open in an editor and not saved is in force, and the rehearsal says so', async () => {
  const kind = declared<QueueBody, Queue>({
    thing: 'queue',
    blank: BLANK_QUEUE,
    bodyOf: queueBody,
    parts: {},
  });
  const Editor = () => {
    const { change } = useEditing({ kind, id: 'q', saved: undefined, nameOf: ({ name }) => name, check });
    return (
      <button
        type="button"
        onClick={() => {
          change({ name: 'Ropes' });
        }}
      >
        edit
      </button>
    );
  };
  const page = (
    <>
      <Editor />
      <RehearsalSide />
    </>
  );
  const { asked } = drawPage(page, {
    ...answers,
    'POST /api/rehearsal/lines': () => rehearsed('in'),
  });
  await screen.findByText('everything as saved');
  fireEvent.click(screen.getByText('edit'));
  await screen.findByText(/draft of Ropes/u);
  type('!join');
  await screen.findByText('in');
  expect(asked.find(({ what }) => what === 'POST /api/rehearsal/lines')?.body).toMatchObject({
    drafts: [{ kind: 'queue', id: 'q', body: { name: 'Ropes' } }],
  });
});

test('what cannot be rehearsed is told, and what was typed stays', async () => {
  drawPage(<RehearsalSide />, {
    ...answers,
    'POST /api/rehearsal/lines': () =>
      new Refusal(422, 'The draft cannot be rehearsed', 'It has no name yet. Nothing was changed.'),
  });
  type('!lantern');
  await screen.findByText(/It has no name yet/u);
  expect(line().value).toBe('!lantern');
});

test('a text that comes later says when, and one to the viewer alone says so', async () => {
  drawPage(<RehearsalSide />, {
    ...answers,
    'POST /api/rehearsal/lines': () =>
      rehearsed('now', {
        said: [
          { text: 'now', after: 0, how: 'chat' },
          { text: 'later', after: 20, how: 'tell' },
        ],
      }),
  });
  type('!lantern');
  const later = await screen.findByText('later');
  expect(later.closest('p, li, div')?.textContent).toMatch(/20 s/u);
});

test('a reset begins another rehearsal', async () => {
  const sessions: string[] = [];
  drawPage(<RehearsalSide />, {
    ...answers,
    'POST /api/rehearsal/lines': ({ body }) => {
      sessions.push((body as { session: string }).session);
      return rehearsed('one');
    },
  });
  type('!lantern');
  await screen.findByText('one');
  fireEvent.click(screen.getByRole('button', { name: /Reset/u }));
  await waitFor(() => {
    expect(screen.queryByText('one')).toBeNull();
  });
  type('!lantern');
  await screen.findByText('one');
  expect(new Set(sessions).size).toBe(2);
});
