import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY, NO_SEASON } from '@gully/core/currency';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { drawPage, Refusal } from '../test-support/page.js';
import { SeasonsPage } from './seasons-page.js';

const HOUR = 3_600_000;
const ago = (hours: number): string => new Date(Date.now() - hours * HOUR).toISOString();
const COMMON = {
  'GET /api/currency': () => ({
    value: { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' },
    version: 1,
    next: null,
  }),
  'GET /api/seasons/leaderboard': () => [{ viewer: 'v', name: 'mossmoth', place: 1, value: 1_200 }],
};
const season = (id: string, startedAt: string, endedAt: string | null) => ({
  ...{ id, name: id === 'now' ? 'Wet season' : `Season ${id}` },
  ...{ startedAt, endedAt },
});
beforeEach(() => {
  localStorage.clear();
});

test('the first season begins with its first save, and a wrong award keeps it from being saved', async () => {
  const { asked } = drawPage(<SeasonsPage />, {
    ...COMMON,
    'GET /api/seasons': () => ({ value: NO_SEASON, version: 0, seasons: [] }),
    'PUT /api/seasons': ({ body }) => ({ value: (body as { value: object }).value, version: 1 }),
  });
  await screen.findByText('Name it and save: the season begins with that.');
  expect(screen.queryByRole('button', { name: 'End the season' })).toBeNull();
  fireEvent.change(screen.getByLabelText('Name of the season'), { target: { value: 'Wet season' } });
  fireEvent.click(screen.getByRole('button', { name: 'Add award' }));
  fireEvent.change(screen.getByLabelText('Award 1: amount'), { target: { value: '0' } });
  const save = screen.getByRole('button', { name: /^Save/u });
  await waitFor(() => {
    expect(save.hasAttribute('disabled')).toBe(true);
  });
  expect(screen.getByText('1 thing to fix')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Award 1: amount'), { target: { value: '500' } });
  fireEvent.click(save);
  await waitFor(() => {
    expect(asked.find(({ what }) => what === 'PUT /api/seasons')?.body).toMatchObject({
      value: { name: 'Wet season', awards: [{ by: 'watch', place: 1, amount: 500 }] },
      version: 0,
    });
  });
});

test('an end is shown before it is made, asks for the next name, and is undone', async () => {
  const { asked } = drawPage(<SeasonsPage />, {
    ...COMMON,
    'GET /api/seasons': () => ({
      value: { ...NO_SEASON, name: 'Wet season' },
      version: 3,
      seasons: [season('now', ago(900), null)],
    }),
    'GET /api/seasons/ending': () => ({
      boards: [],
      awards: [{ viewer: 'v', name: 'mossmoth', amount: 500 }],
      ...{ resetTotal: 9_000, resetViewers: 120 },
    }),
    'POST /api/seasons/end': () => season('now', ago(900), ago(0)),
    'POST /api/seasons/now/undo': () => undefined,
  });
  fireEvent.click(await screen.findByRole('button', { name: 'End the season' }));
  const dialog = await screen.findByRole('dialog', { name: 'End Wet season' });
  await within(dialog).findByText(/9,000 flint of 120 viewers are taken/u);
  expect(within(dialog).getByRole('list', { name: 'Awards' }).textContent).toBe('mossmoth gets 500 flint');
  const end = within(dialog).getByRole('button', { name: 'End Wet season' });
  expect(end.hasAttribute('disabled')).toBe(true);
  fireEvent.change(within(dialog).getByLabelText('The next season is called'), {
    target: { value: ' Dry season ' },
  });
  fireEvent.click(end);
  await screen.findByText('Wet season has ended, Dry season has begun');
  expect(asked.find(({ what }) => what === 'POST /api/seasons/end')?.body).toEqual({
    season: 'now',
    next: 'Dry season',
  });
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => {
    expect(asked.some(({ what }) => what === 'POST /api/seasons/now/undo')).toBe(true);
  });
});

test('only the last season that ended can be undone, and only for a day; why not is told', async () => {
  drawPage(<SeasonsPage />, {
    ...COMMON,
    'GET /api/seasons': () => ({
      value: { ...NO_SEASON, name: 'Wet season' },
      version: 3,
      seasons: [
        season('now', ago(2), null),
        season('2', ago(900), ago(2)),
        season('1', ago(1_900), ago(900)),
      ],
    }),
    'GET /api/seasons/1/standings': () => [
      { board: 'watch', places: [{ viewer: 'v', name: 'karstveil', place: 1, value: 7_200 }] },
    ],
    'POST /api/seasons/2/undo': () => new Refusal(409, 'The end is not undone', 'It was undone already.'),
  });
  const undos = await screen.findAllByRole('button', { name: 'Undo the end' });
  expect(undos).toHaveLength(1);
  fireEvent.click(screen.getByRole('button', { name: 'Season 1' }));
  await screen.findByText('karstveil');
  expect(screen.getByText('2 h')).toBeTruthy();
  fireEvent.click(undos[0]!);
  await screen.findByText('It was undone already.');
});

test('what someone else saved meanwhile is not overwritten without a word', async () => {
  let version = 3;
  const { asked } = drawPage(<SeasonsPage />, {
    ...COMMON,
    'GET /api/seasons': () => ({
      value: { ...NO_SEASON, name: version === 3 ? 'Wet season' : 'Theirs' },
      version,
      seasons: [season('now', ago(900), null)],
    }),
    'PUT /api/seasons': ({ body }) => {
      if ((body as { version: number }).version !== version || version === 3) {
        version = 4;
        return new Refusal(409, 'Someone else saved this meanwhile', 'Nothing was overwritten.', {}, {});
      }
      return { value: (body as { value: object }).value, version: 5 };
    },
  });
  fireEvent.change(await screen.findByLabelText('Name of the season'), { target: { value: 'Mine' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  const notice = await screen.findByRole('alert');
  expect(screen.getByLabelText<HTMLInputElement>('Name of the season').value).toBe('Mine');
  fireEvent.click(within(notice).getByRole('button', { name: 'Go on with my draft' }));
  await waitFor(() => {
    expect(screen.queryByRole('alert')).toBeNull();
  });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await waitFor(() => {
    expect(asked.filter(({ what }) => what === 'PUT /api/seasons').at(-1)?.body).toMatchObject({
      value: { name: 'Mine' },
      version: 4,
    });
  });
});
