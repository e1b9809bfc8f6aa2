import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { drawPage, Refusal } from '../test-support/page.js';
import { ListsPage } from './lists-page.js';

const AT = new Date().toISOString();
const list = (id: string, name: string, lines: number) => ({
  ...{ id, name, lines, left: 1, version: 2, changedAt: AT, notes: [] },
});
const pages = (
  <Routes>
    <Route path="/prepare/lists/:id?" element={<ListsPage />} />
  </Routes>
);
const answers = {
  'GET /api/lists': () => [list('a', 'Campfire', 3), list('b', 'Passages', 1_200)],
  'GET /api/lists/a/text': () => 'one\ntwo\nthree\n',
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
};
beforeEach(() => {
  localStorage.clear();
});

test('lists stand with how many lines they have, and the open one with those still to come', async () => {
  drawPage(pages, answers, '/prepare/lists/a');
  await screen.findByText(/3 lines, 1 not drawn yet this round/u);
  expect(screen.getByRole('link', { name: /^Passages/u }).getAttribute('href')).toBe('/prepare/lists/b');
  expect(screen.getByRole('link', { name: /^Campfire/u }).getAttribute('aria-current')).toBe('page');
  expect(screen.getByText('{{ list.campfire.left }}')).toBeTruthy();
  expect(screen.getByRole('link', { name: /Text file/u }).getAttribute('download')).toBe('Campfire.txt');
});

test('a list is renamed and saved on the version it was made on; one that is gone says so', async () => {
  const { asked } = drawPage(
    pages,
    {
      ...answers,
      'PUT /api/lists/a': ({ body }) => ({ ...list('a', 'Fireside', 3), ...(body as object), version: 3 }),
    },
    '/prepare/lists/a',
  );
  fireEvent.change(await screen.findByLabelText('Name'), { target: { value: '' } });
  const save = screen.getByRole('button', { name: /^Save/u });
  fireEvent.click(save);
  await screen.findByText('Name the list');
  expect(asked.some(({ what }) => what.startsWith('PUT'))).toBe(false);
  fireEvent.change(screen.getByLabelText('Name'), { target: { value: 'Fireside' } });
  fireEvent.click(save);
  await waitFor(() => {
    expect(asked.find(({ what }) => what === 'PUT /api/lists/a')?.body).toEqual({
      ...{ name: 'Fireside', text: 'one\ntwo\nthree', version: 2 },
    });
  });
  drawPage(pages, answers, '/prepare/lists/gone');
  await screen.findByText('There is no such list');
});

test('a new round is asked for, and what the server refuses is told', async () => {
  const { asked } = drawPage(
    pages,
    {
      ...answers,
      'POST /api/lists/a/new-round': () => new Refusal(404, 'There is no such list', 'It was deleted.'),
    },
    '/prepare/lists/a',
  );
  fireEvent.click(await screen.findByRole('button', { name: /Start a new round/u }));
  await screen.findByText('It was deleted.');
  expect(asked.filter(({ what }) => what.endsWith('new-round'))).toHaveLength(1);
});

test('with none yet there are some to begin from, each a draft of its own', async () => {
  drawPage(pages, { ...answers, 'GET /api/lists': () => [] }, '/prepare/lists');
  await screen.findByText('No lists yet');
  const [starter] = screen.getAllByRole('listitem');
  fireEvent.click(starter!.querySelector('button')!);
  await screen.findByText(/It is kept as a draft|Draft kept/u);
  expect(screen.getByLabelText<HTMLInputElement>('Name').value).not.toBe('');
  const link = screen.getByRole('link', { name: 'Back to all lists' });
  expect(link.getAttribute('href')).toBe('/prepare/lists');
});
