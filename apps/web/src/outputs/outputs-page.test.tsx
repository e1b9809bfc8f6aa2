import { answerWith } from '../test-support/browser.js';
import { afterEach, describe, expect, test } from '@jest/globals';
import { cleanup, fireEvent, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import type { Delivery, Webhook } from '../api/index.js';
import { queryClient, webhooksQuery } from '../live/index.js';
import { drawPage, Refusal, type Asked } from '../test-support/page.js';
import { FilesAndWebhooks } from './files-and-webhooks.js';
import { OutputsPage } from './outputs-page.js';

const AT = '2026-11-25T20:00:00.000Z';
const BOARD = 'https://board.example/1';
const post = (n: number, more: Partial<Delivery> = {}): Delivery => ({
  id: String(n).padStart(4, '0'),
  webhook: 'Board',
  body: `{"n":${String(n)}}`,
  at: AT,
  state: 'arrived',
  tries: 1,
  answer: '204',
  nextAt: null,
  ...more,
});

/** A server with these webhooks and posts. */
function withOutputs(webhooks: Webhook[] = [], posts: Delivery[] = []) {
  const kept = new Map(webhooks.map((webhook) => [webhook.name, webhook]));
  const put = ({ what, body }: Asked): unknown => {
    const { address, secret } = body as { address: string; secret?: string };
    if (!address.startsWith('https://'))
      return new Refusal(422, 'Some fields need another look', 'Nothing was changed.', {
        address: `${address} is on this machine or its network`,
      });
    const name = what.replace('PUT /api/webhooks/', '');
    const saved = { name, address, signed: secret !== undefined || kept.get(name)?.signed === true };
    kept.set(name, saved);
    return saved;
  };
  return {
    'GET /api/outputs/files': () => [],
    'GET /api/webhooks': () => [...kept.values()],
    'PUT /api/webhooks/Board': put,
    'DELETE /api/webhooks/Board': () => void kept.delete('Board'),
    'GET /api/webhooks/deliveries': ({ query: { before, limit } }: Asked) =>
      posts.filter(({ id }) => before === undefined || id < before).slice(0, Number(limit)),
    'POST /api/webhooks/deliveries/0003/again': () => undefined,
  };
}

afterEach(() => {
  cleanup();
  answerWith();
  queryClient.removeQueries(webhooksQuery);
});

const type = (page: ReturnType<typeof drawPage>, label: string, value: string): void => {
  fireEvent.change(page.getByLabelText(label), { target: { value } });
};

describe('the outputs’ page', () => {
  test('a webhook is added; an address that is refused stays in its field with the reason', async () => {
    const page = drawPage(<FilesAndWebhooks />, withOutputs());
    await page.findByText('Nothing posted yet.');
    const add = page.getByRole('button', { name: 'Add webhook' });
    expect(add).toHaveProperty('disabled', true);
    type(page, 'Name of the webhook', ' Board ');
    type(page, 'Address', 'http://127.0.0.1/1');
    fireEvent.click(add);
    await page.findByText('http://127.0.0.1/1 is on this machine or its network');
    expect(page.getByLabelText('Address')).toHaveProperty('value', 'http://127.0.0.1/1');
    type(page, 'Address', BOARD);
    type(page, 'Secret', 'whsec_1');
    fireEvent.click(add);
    await page.findByRole('rowheader', { name: 'Board' });
    expect(page.of('PUT /api/webhooks/Board').at(-1)?.body).toEqual({ address: BOARD, secret: 'whsec_1' });
    for (const label of ['Name of the webhook', 'Address', 'Secret'])
      expect(page.getByLabelText(label)).toHaveProperty('value', '');
  });

  test('one is changed under its name, and a secret that is not given again is kept', async () => {
    const page = drawPage(
      <FilesAndWebhooks />,
      withOutputs([{ name: 'Board', address: BOARD, signed: true }]),
    );
    fireEvent.click(await page.findByRole('button', { name: 'Change Board' }));
    expect(page.getByLabelText('Name of the webhook')).toHaveProperty('disabled', true);
    expect(page.getByPlaceholderText('secret kept as it is')).not.toBeNull();
    type(page, 'Address', 'https://board.example/2');
    fireEvent.click(page.getByRole('button', { name: 'Save' }));
    await page.findByText('https://board.example/2');
    expect(page.of('PUT /api/webhooks/Board').map(({ body }) => body)).toEqual([
      { address: 'https://board.example/2' },
    ]);
    await page.findByRole('button', { name: 'Add webhook' });
  });

  test('one is removed, and what is lost with it is said', async () => {
    const page = drawPage(
      <FilesAndWebhooks />,
      withOutputs([{ name: 'Board', address: BOARD, signed: true }]),
    );
    fireEvent.click(await page.findByRole('button', { name: 'Remove Board' }));
    await page.findByText(/Its secret is gone too/u);
    await waitFor(() => {
      expect(page.queryByRole('rowheader', { name: 'Board' })).toBeNull();
    });
  });

  test('posts come page by page, each with what came of it, and are sent again by hand', async () => {
    const posts = Array.from({ length: 120 }, (_, n) => post(120 - n));
    posts[117] = post(3, { state: 'given-up', tries: 12, answer: 'no answer in 10 s' });
    posts[0] = post(120, { state: 'waiting', tries: 2, answer: '503', nextAt: AT });
    const page = drawPage(<FilesAndWebhooks />, withOutputs([], posts));
    await page.findByText('{"n":120}');
    expect(page.getByText('{"n":120}').closest('tr')?.textContent).toMatch(
      /will be tried again 503, 2 tries, next at/u,
    );
    fireEvent.click(page.getByRole('button', { name: 'Older' }));
    await page.findByText('{"n":21}');
    fireEvent.click(page.getByRole('button', { name: 'Older' }));
    const row = (await page.findByText('{"n":3}')).closest('tr')!;
    expect(row.textContent).toContain('given up no answer in 10 s, 12 tries');
    expect(page.queryByRole('button', { name: 'Older' })).toBeNull();
    fireEvent.click(row.querySelector('button')!);
    await waitFor(() => {
      expect(page.of('POST /api/webhooks/deliveries/0003/again')).toHaveLength(1);
    });
    fireEvent.click(page.getByText('{"n":5}').closest('tr')!.querySelector('button')!);
    await page.findByText('There is no such thing');
  });
});

describe('texts in files', () => {
  const now = { name: 'now', path: '/data/outputs/now.txt', text: 'Underledge · 33 min', changedAt: AT };
  const saved = { id: 'o', version: 1, changedAt: AT, name: 'now', text: '{{ stream.category }}' };
  const answers = {
    'GET /api/outputs': () => [saved],
    'GET /api/outputs/files': () => [now, { ...now, name: 'queue', text: '' }],
    'GET /api/webhooks': () => [],
    'GET /api/webhooks/deliveries': () => [],
    'GET /api/outputs/files/now/address': () => ({ path: '/output/now.txt?key=secret' }),
    'PUT /api/outputs/o': ({ body }: Asked) => ({ ...saved, ...(body as object), version: 2 }),
  };
  const pages = (
    <Routes>
      <Route path="/prepare/outputs/:id?" element={<OutputsPage />} />
    </Routes>
  );

  test('each file is shown with what it holds, where it is, and the address it is read at', async () => {
    const copied: string[] = [];
    Object.defineProperty(navigator, 'clipboard', {
      configurable: true,
      value: { writeText: (text: string) => Promise.resolve(copied.push(text)) },
    });
    const page = drawPage(pages, answers, '/prepare/outputs');
    expect((await page.findByText('Underledge · 33 min')).dataset.file).toBe('now');
    expect(page.getByText('empty')).toBeTruthy();
    fireEvent.click(page.getByRole('button', { name: 'Copy where now.txt is' }));
    await waitFor(() => expect(copied).toEqual([now.path]));
    fireEvent.click(page.getByRole('button', { name: 'Copy the address of now.txt' }));
    await waitFor(() => expect(copied[1]).toBe(`${location.origin}/output/now.txt?key=secret`));
  });

  test('a name that leads elsewhere is refused beside its field; a text is saved as it stands', async () => {
    const page = drawPage(pages, answers, '/prepare/outputs/o');
    expect((await page.findByRole('region', { name: 'The file now' })).textContent).toContain(
      'Underledge · 33 min',
    );
    for (const [name, fault] of [
      ['../now', /letters, digits, spaces/u],
      ['queue', /kept for the queue/u],
    ] as const) {
      fireEvent.change(page.getByLabelText('Name'), { target: { value: name } });
      expect(page.getByText(fault)).toBeTruthy();
    }
    fireEvent.change(page.getByLabelText('Name'), { target: { value: 'tonight' } });
    fireEvent.click(page.getByRole('button', { name: /^Save/u }));
    await waitFor(() => {
      expect(page.of('PUT /api/outputs/o')[0]?.body).toEqual({
        version: 1,
        name: 'tonight',
        text: saved.text,
      });
    });
  });
});
