import '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY, type Rank } from '@gully/core/currency';
import { fireEvent, screen, waitFor } from '@testing-library/react';
import { drawPage } from '../test-support/page.js';
import { RanksPage } from './ranks-page.js';

const rank = (id: string, name: string, from: number): Rank => ({
  ...{ id, name, from },
  ...{ lowestRole: 'viewer', routine: null },
});
const answers = (ranks: readonly Rank[], by = 'watch') => ({
  'GET /api/currency': () => ({
    value: { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' },
    version: 1,
    next: null,
  }),
  'GET /api/currency/ranks': () => ({ value: { by, ranks }, version: 2 }),
  'GET /api/currency/ranks/holders': () => [{ id: 'a', holders: 41 }],
  'GET /api/routines': () => [],
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'PUT /api/currency/ranks': ({ body }: { body: unknown }) => ({
    value: (body as { value: object }).value,
    version: 3,
  }),
});
beforeEach(() => {
  localStorage.clear();
});

test('ranks stand with who holds them and the way to the next, and each takes more than the one before', async () => {
  const { asked } = drawPage(
    <RanksPage />,
    answers([rank('a', 'Daylighter', 0), rank('b', 'Scrambler', 2), rank('c', 'Ropehand', 8)]),
  );
  await screen.findByText('41');
  expect(screen.getByText('2 h of watching')).toBeTruthy();
  expect(screen.getByText('6 h of watching')).toBeTruthy();
  expect(screen.getByText('the highest')).toBeTruthy();
  fireEvent.change(screen.getByLabelText('Scrambler: from'), { target: { value: '9' } });
  await screen.findByText('Each rank takes more than the one before');
  expect(screen.getByRole('button', { name: /^Save/u }).hasAttribute('disabled')).toBe(true);
  fireEvent.change(screen.getByLabelText('Scrambler: from'), { target: { value: '3' } });
  fireEvent.click(screen.getByRole('button', { name: 'Add rank' }));
  const names = screen.getAllByLabelText<HTMLInputElement>('Name of the rank');
  fireEvent.change(names.at(-1)!, { target: { value: 'Surveyor' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await waitFor(() => {
    const sent = asked.find(({ what }) => what === 'PUT /api/currency/ranks')?.body as {
      value: { ranks: Rank[] };
    };
    expect(sent.value.ranks.map(({ name, from }) => [name, from])).toEqual([
      ['Daylighter', 0],
      ['Scrambler', 3],
      ['Ropehand', 8],
      ['Surveyor', 9],
    ]);
  });
});

test('by what was earned the way is told as time, and two of one name are refused', async () => {
  drawPage(<RanksPage />, answers([rank('a', 'Daylighter', 0), rank('b', 'Scrambler', 60)], 'earned'));
  await screen.findByText('1 h of watching');
  const [first] = screen.getAllByLabelText('Name of the rank');
  fireEvent.change(first!, { target: { value: 'scrambler' } });
  await screen.findByText('There are two ranks called Scrambler');
  fireEvent.click(screen.getByRole('button', { name: 'Discard' }));
  await waitFor(() => {
    expect(screen.queryByText('There are two ranks called Scrambler')).toBeNull();
  });
});

test('without ranks it says what one is, and a draft is still there after going elsewhere', async () => {
  drawPage(<RanksPage />, answers([]));
  await screen.findByText(/There are no ranks yet/u);
  fireEvent.click(screen.getByRole('button', { name: 'Add rank' }));
  fireEvent.change(screen.getByLabelText('Name of the rank'), { target: { value: 'Daylighter' } });
  drawPage(<RanksPage />, answers([]));
  expect((await screen.findByLabelText<HTMLInputElement>('Name of the rank')).value).toBe('Daylighter');
});
