import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { RoomState } from '../api/index.js';
import { drawPage, Refusal } from '../test-support/page.js';
import { ConnectionPage } from './connection-page.js';

const ROOM: RoomState = {
  ...{ host: 'irc.lanternhour.example', port: 6697, tls: true, channel: '#lanternhour', nick: 'gully' },
  ...{ account: '', rolesTag: 'gully.example/roles', streamer: 'odalys_tarn' },
  ...{ version: 3, isSet: true, kept: ['password'], fromEnvironment: {} },
};
const CONNECTED = {
  ...{ state: 'connected', since: new Date().toISOString(), words: '', nextTryAt: null, nick: 'gully' },
  ...{ channel: '#lanternhour', server: 'irc', present: 12, capabilities: [], waiting: 0 },
};
const answers = (room: RoomState) => ({
  'GET /api/connection/room': () => room,
  'GET /api/connection': () => CONNECTED,
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'PUT /api/connection/room': ({ body }: { body: unknown }) => ({
    ...room,
    ...(body as object),
    version: 4,
    isSet: true,
  }),
});
beforeEach(() => {
  localStorage.clear();
});

test('the room is changed in its sentence; what is wrong keeps it from being saved, and a draft stays', async () => {
  const { asked } = drawPage(<ConnectionPage />, answers(ROOM));
  const room = await screen.findByLabelText<HTMLInputElement>('Room');
  fireEvent.change(room, { target: { value: 'lanternhour two' } });
  expect(screen.getByText('1 thing to fix')).toBeTruthy();
  const save = screen.getByRole('button', { name: /^Save and join/u });
  fireEvent.click(save);
  expect(asked.some(({ what }) => what.startsWith('PUT'))).toBe(false);
  fireEvent.change(room, { target: { value: '#ropes' } });
  await screen.findByText('not saved');
  expect(screen.getByText('was #lanternhour')).toBeTruthy();
  // It is still there after the page was left.
  drawPage(<ConnectionPage />, answers(ROOM));
  expect((await screen.findByLabelText<HTMLInputElement>('Room')).value).toBe('#ropes');
  fireEvent.click(screen.getByRole('button', { name: 'Discard' }));
  await waitFor(() => {
    expect(screen.getByLabelText<HTMLInputElement>('Room').value).toBe('#lanternhour');
  });
});

test('a password is sent only when it was typed or removed, and never kept in the browser', async () => {
  const { asked } = drawPage(<ConnectionPage />, answers(ROOM));
  const server = await screen.findByLabelText<HTMLInputElement>('Password of the server');
  expect([server.value, server.placeholder]).toEqual(['', 'stored']);
  fireEvent.change(screen.getByLabelText('Password of the account'), { target: { value: 'low water' } });
  expect(JSON.stringify(Object.entries(localStorage))).not.toContain('low water');
  fireEvent.click(screen.getByRole('button', { name: 'Remove: Password of the server' }));
  expect(server.placeholder).toBe('will be removed');
  fireEvent.click(screen.getByRole('button', { name: /^Save and join/u }));
  await waitFor(() => {
    expect(asked.find(({ what }) => what.startsWith('PUT'))?.body).toMatchObject({
      ...{ accountPassword: 'low water', password: '', version: 3, channel: '#lanternhour' },
    });
  });
  await screen.findByText('Saved. Gully is on its way to #lanternhour');
});

test('what the environment sets is shown and cannot be changed here', async () => {
  drawPage(<ConnectionPage />, answers({ ...ROOM, fromEnvironment: { channel: 'GULLY_CHANNEL' } }));
  const room = await screen.findByLabelText<HTMLInputElement>('Room');
  expect([room.readOnly, room.title]).toEqual([true, 'Set by GULLY_CHANNEL in the environment']);
  expect(screen.getByText(/Set in the environment, which takes precedence/u).textContent).toContain(
    'GULLY_CHANNEL',
  );
});

test('a test tries what is on the page, saved or not, and tells each step', async () => {
  const { asked } = drawPage(<ConnectionPage />, {
    ...answers(ROOM),
    'POST /api/connection/room/test': () => [
      { step: 'reach', ok: true, words: 'irc.lanternhour.example answers' },
      { step: 'join', ok: false, words: 'The room is for invited people only' },
    ],
  });
  fireEvent.change(await screen.findByLabelText('The bot’s name'), { target: { value: 'lamplighter' } });
  fireEvent.click(screen.getByRole('button', { name: 'Test' }));
  const found = screen.getByRole('status', { name: 'What the test found' });
  await within(found).findByText(/The room is for invited people only/u);
  expect(asked.find(({ what }) => what.startsWith('POST'))?.body).toMatchObject({ nick: 'lamplighter' });
});

test('a newcomer is asked three things, and is told at the first that is missing', async () => {
  const { asked } = drawPage(<ConnectionPage />, {
    ...answers({ ...ROOM, host: '', channel: '', isSet: false, version: 0, kept: [] }),
    'POST /api/commands': ({ body }) => ({ ...(body as object), id: 'c', version: 1 }),
    'GET /api/commands': () => [],
  });
  fireEvent.click(await screen.findByRole('button', { name: /^Join the room/u }));
  expect(document.activeElement?.getAttribute('aria-label')).toBe('Room');
  expect(asked.some(({ what }) => what.startsWith('POST'))).toBe(false);
  fireEvent.change(screen.getByLabelText('Server'), {
    target: { value: 'ircs://irc.lanternhour.example:7000/#ropes' },
  });
  expect(screen.getByText('Encrypted (TLS), port 7000')).toBeTruthy();
  for (const { id } of screen.getAllByRole('checkbox').slice(1)) {
    const box = document.getElementById(id);
    if (
      box?.getAttribute('aria-checked') === 'true' &&
      !document.querySelector(`[for="${id}"]`)?.textContent.startsWith('!hug')
    )
      fireEvent.click(box);
  }
  fireEvent.click(screen.getByRole('button', { name: /^Join the room/u }));
  await waitFor(() => {
    expect(asked.find(({ what }) => what.startsWith('PUT'))?.body).toMatchObject({
      ...{ host: 'irc.lanternhour.example', port: 7000, tls: true, channel: '#ropes', version: 0 },
    });
  });
  const made = asked.filter(({ what }) => what === 'POST /api/commands');
  expect(made.map(({ body }) => (body as { trigger: { name: string } }).trigger.name)).toEqual(['hug']);
});

test('a room the server does not take is told, and nothing of what was typed is lost', async () => {
  drawPage(<ConnectionPage />, {
    ...answers(ROOM),
    'PUT /api/connection/room': () =>
      new Refusal(409, 'Someone else saved the room meanwhile', 'Nothing was overwritten.'),
  });
  fireEvent.change(await screen.findByLabelText('Room'), { target: { value: '#ropes' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save and join/u }));
  await screen.findByText('Someone else saved the room meanwhile');
  expect(screen.getByLabelText<HTMLInputElement>('Room').value).toBe('#ropes');
});
