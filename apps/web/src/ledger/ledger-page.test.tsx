import '../test-support/browser.js';
import { expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { LedgerEntry, Posting } from '../api/index.js';
import { Areas, thing, withThings } from '../manifest/index.js';
import { drawPage, Refusal } from '../test-support/page.js';
import { ByHandDialog } from './by-hand-dialog.js';
import { FileDialog } from './file-dialog.js';
import { LedgerPage } from './ledger-page.js';

const AT = new Date(Date.now() - 60_000).toISOString();
const CURRENCY = {
  'GET /api/currency': () => ({
    value: { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint', mark: '◆' },
    version: 1,
    next: null,
  }),
  'GET /api/commands': () => [],
  'GET /api/routines': () => [],
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'GET /api/ledger/verification': () => ({ progress: null, last: null, atStart: [], failed: '' }),
};
const party = (kind: 'house' | 'viewer', id: string) => ({ kind, id, name: kind === 'viewer' ? id : '' });
const entry = (id: number, to: string, amount: number): LedgerEntry => ({
  ...{ id, from: party('house', 'issued'), to: party('viewer', to), amount },
});
const posting = (id: number, more: Partial<Posting> = {}): Posting => ({
  ...{ id, at: AT, cause: 'gift', reference: '', by: 'pebblewren', total: 40, count: 1, moved: null },
  ...{ entries: [entry(id * 10, 'siltlark', 40)], reverses: null, reversedBy: null },
  ...more,
});

test('movements are listed, a large one opens, and what was taken back cannot be taken back again', async () => {
  drawPage(<LedgerPage />, {
    ...CURRENCY,
    'GET /api/ledger': () => [
      posting(3, { cause: 'payout', by: 'Gully', total: 400, count: 40, entries: [entry(1, 'ann', 10)] }),
      posting(2),
      posting(1, { reversedBy: 2 }),
    ],
    'GET /api/ledger/3/entries': () => [entry(1, 'ann', 10), entry(2, 'bob', 12)],
  });
  const rows = (await screen.findAllByRole('row')).slice(1);
  expect(rows.map(({ textContent }) => textContent.includes('by '))).toEqual([false, true, true]);
  expect(rows[1]?.textContent).toContain('◆ 40');
  expect(within(rows[2]!).queryByRole('button', { name: /^Take back/u })).toBeNull();
  fireEvent.click(within(rows[0]!).getByRole('button', { name: '40 entries' }));
  await within(rows[0]!).findByText('bob');
});

test('taking back shows first what is short, is done once, and its undo takes that back in turn', async () => {
  let made = 0;
  const { asked } = drawPage(<LedgerPage />, {
    ...CURRENCY,
    'GET /api/ledger': () => [posting(2)],
    'GET /api/ledger/2/reversal': () => ({
      ...{ postings: 1, viewers: 1, total: 25, made: [] },
      short: [{ viewer: 'v', name: 'siltlark', amount: 15 }],
    }),
    'POST /api/ledger/2/reversal': () => ({ postings: 1, viewers: 1, total: 25, short: [], made: [7] }),
    'POST /api/ledger/7/reversal': () => {
      made += 1;
      return { postings: 1, viewers: 1, total: 25, short: [], made: [8] };
    },
  });
  fireEvent.click(await screen.findByRole('button', { name: /^Take back the movement/u }));
  const dialog = await screen.findByRole('dialog', { name: 'Take this movement back' });
  await within(dialog).findByText('Some of it has been spent and cannot be taken back:');
  expect(dialog.textContent).toContain('siltlark 15 flint short');
  expect(asked.some(({ what }) => what === 'POST /api/ledger/2/reversal')).toBe(false);
  fireEvent.click(within(dialog).getByRole('button', { name: 'Take back 25 flint' }));
  await screen.findByText('Took back the movement');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => {
    expect(made).toBe(1);
  });
});

test('all that is shown is taken back only once it is narrowed to something', async () => {
  drawPage(
    <LedgerPage />,
    {
      ...CURRENCY,
      'GET /api/ledger': () => [posting(2, { moved: 40 })],
      'GET /api/viewers/v-silt': () => ({ viewer: { name: 'siltlark' } }),
      'POST /api/ledger/reversal/look': ({ body }) =>
        (body as { viewer?: string }).viewer === 'v-silt'
          ? { postings: 12, viewers: 3, total: 480, short: [], made: [] }
          : new Refusal(422, 'Narrow it first', 'Nothing was changed.'),
    },
    '/review/ledger?viewer=v-silt',
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Take all back' }));
  const dialog = await screen.findByRole('dialog', { name: 'Take all of these back' });
  await within(dialog).findByText(/for 3 viewers, in 12 movements/u);
  fireEvent.click(within(dialog).getByRole('button', { name: 'Cancel' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Show others than siltlark too' }));
  await waitFor(() => {
    expect(screen.getByRole('button', { name: 'Take all back' }).hasAttribute('disabled')).toBe(true);
  });
});

const REWARDS = thing({
  ...{ kind: 'reward', group: 'Earn', label: 'Rewards' },
  page: () => Promise.resolve(() => null),
});

test('a click on what a movement is about shows only those, and all of them can be taken back', async () => {
  const page = drawPage(
    <Areas value={withThings([{ things: [REWARDS] }])}>
      <LedgerPage />
    </Areas>,
    {
      ...CURRENCY,
      'GET /api/rewards': () => [{ id: 'r1', name: 'Supper bell' }],
      'GET /api/ledger': () => [posting(2, { cause: 'reward', reference: 'r1' })],
      'POST /api/ledger/reversal/look': () => ({ postings: 3, viewers: 2, total: 120, short: [], made: [] }),
    },
    '/review/ledger',
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Supper bell' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Take all back' }));
  await screen.findByText(/for 2 viewers, in 3 movements/u);
  expect(page.of('POST /api/ledger/reversal/look').at(-1)?.body).toEqual({ reference: 'r1' });
  fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: 'Cancel' }));
  fireEvent.click(screen.getByRole('button', { name: 'Show all movements, not only Supper bell' }));
  await waitFor(() => {
    expect(screen.getByRole('button', { name: 'Take all back' }).hasAttribute('disabled')).toBe(true);
  });
});

test('a ledger that does not add up says where, and so does one that cannot be read', async () => {
  const faults = [{ what: 'a balance', account: 'viewer:v', stored: 41, computed: 40 }];
  drawPage(<LedgerPage />, {
    ...CURRENCY,
    'GET /api/ledger': () => new Refusal(503, 'This could not be looked up', 'Try again.'),
    'GET /api/ledger/verification': () => ({
      ...{ progress: null, atStart: [], failed: '' },
      last: { at: AT, entries: 1_200, accounts: 40, circulating: 9_000, faults },
    }),
  });
  fireEvent.click(await screen.findByRole('button', { name: 'Verify the ledger' }));
  await screen.findByText(/a balance \(viewer:v\): 41 is stored, 40 adds up/u);
  await screen.findByText('This could not be looked up');
});

test('giving by hand shows what it comes to, and is asked for once under one key', async () => {
  const { asked } = drawPage(
    <ByHandDialog viewers={[{ id: 'v', name: 'siltlark' }]} onClose={() => undefined} />,
    {
      ...CURRENCY,
      'POST /api/currency/by-hand/look': ({ body }) => {
        const { amount } = body as { amount: number };
        return { viewers: 1, total: amount, short: [], over: [] };
      },
      'POST /api/currency/by-hand': () => ({ viewers: 1, posting: 9 }),
      'POST /api/ledger/9/reversal': () => ({ postings: 1, viewers: 1, total: 40, short: [], made: [10] }),
    },
  );
  await screen.findByText('Adjust flint balances');
  for (const wrong of ['0', '-3', '1.5']) {
    fireEvent.change(screen.getByLabelText('Amount'), { target: { value: wrong } });
    expect(screen.getByRole('status').textContent).toBe('Give a whole amount.');
  }
  fireEvent.change(screen.getByLabelText('Amount'), { target: { value: '40' } });
  await screen.findByText('1 balance changes; all together gain 40 flint.');
  const give = screen.getByRole('button', { name: 'Give 40 flint' });
  fireEvent.click(give);
  await screen.findByText('Changed the balance');
  const sent = asked.filter(({ what }) => what === 'POST /api/currency/by-hand');
  expect(sent).toHaveLength(1);
  expect(sent[0]?.body).toMatchObject({ does: 'give', amount: 40, viewers: ['v'] });
  expect(sent[0]?.body).toHaveProperty('key', expect.stringMatching(/.{8,}/u));
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  await waitFor(() => {
    expect(asked.some(({ what }) => what === 'POST /api/ledger/9/reversal')).toBe(true);
  });
});

test('a file is looked at before anything is changed; lines that are wrong are named and left out', async () => {
  const { asked } = drawPage(<FileDialog onClose={() => undefined} />, {
    ...CURRENCY,
    'POST /api/currency/file/look': () => ({
      ...{ id: 'staged', lines: 2, viewers: 1, total: 40, posting: null, short: [], over: [] },
      faults: [{ line: 2, fault: 'lots is no amount' }],
    }),
    'POST /api/currency/file': () => ({ viewers: 1, posting: 9 }),
  });
  const file = new File(['siltlark,40\nfernhatch,lots\n'], 'flint.csv', { type: 'text/csv' });
  await screen.findByText('Import flint');
  fireEvent.change(document.querySelector('input[type="file"]')!, { target: { files: [file] } });
  await waitFor(() => {
    expect(asked.find(({ what }) => what === 'POST /api/currency/file/look')?.body).toEqual({
      text: 'siltlark,40\nfernhatch,lots\n',
      does: 'give',
    });
  });
  expect((await screen.findByRole('status')).textContent).toBe(
    '2 lines: 1 balance changes; all together gain 40 flint.1 line is left out:line 2 lots is no amount',
  );
  expect(asked.some(({ what }) => what === 'POST /api/currency/file')).toBe(false);
  fireEvent.click(screen.getByRole('button', { name: 'Import' }));
  await screen.findByText('Imported balances of 1 viewer');
  expect(asked.find(({ what }) => what === 'POST /api/currency/file')?.body).toEqual({ id: 'staged' });
});
