import { withRoom } from '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_REWARD } from '@gully/core/rewards';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import type { Redemption, RedemptionAct } from '../api/index.js';
import { choose, drawPage, type Asked } from '../test-support/page.js';
import { HandOverPage } from './hand-over-page.js';
import { HandOverPanel } from './hand-over-panel.js';
import { RewardsPage } from './rewards-page.js';

const AT = new Date().toISOString();
const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint', mark: '◆' };
const saved = (id: string, name: string, more: object = {}) => ({
  ...BLANK_REWARD,
  ...{ version: 1, changedAt: AT, sold: 7, soldNow: 2, left: null, waiting: 0, fault: null, command: null },
  id,
  name,
  ...more,
});
const help = {
  ...{ minutes: 90, subscriberMinutes: 60, able: 62, viewers: 240, perStream: 3.2, by: 'own' },
  ...{ lately: [0, 4, 2], week: { sold: 6, spent: 900, issued: 0 }, weekPays: 9_000, circulating: 80_000 },
};
const shared = {
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'GET /api/commands': () => [],
  'GET /api/currency': () => ({ value: FLINT, version: 1 }),
  'POST /api/rewards/help': () => help,
};
const pages = (
  <Routes>
    <Route path="/prepare/rewards/:id?" element={<RewardsPage />} />
  </Routes>
);
withRoom(600);
beforeEach(() => {
  localStorage.clear();
});

test('a reward begins from a starter, is saved as it stands, and then gets a word of its own', async () => {
  const all: object[] = [];
  const { asked } = drawPage(
    pages,
    {
      ...shared,
      'GET /api/rewards': () => all,
      'POST /api/rewards': ({ body }: Asked) => {
        const made = saved('r1', '', body as object);
        all.push(made);
        return made;
      },
      'POST /api/commands': ({ body }: Asked) => ({ ...(body as object), id: 'c1' }),
    },
    '/prepare/rewards',
  );
  fireEvent.click(await screen.findByRole('button', { name: /^Postcard from below/u }));
  // What only the streamer may see is asked for in private, and the texts for it are there.
  expect(await screen.findByLabelText<HTMLInputElement>('Name of answer 1')).toMatchObject({
    value: 'address',
  });
  screen.getByText(/erased/u);
  screen.getAllByText('To the buyer alone, to ask for what is private');
  screen.getByText(/^Once it is saved:/u);
  const name = screen.getByDisplayValue('Postcard from below');
  fireEvent.change(name, { target: { value: 'Card' } });
  fireEvent.click(screen.getByRole('button', { name: /^Add reward/u }));
  await waitFor(() => {
    const made = asked.find(({ what }) => what === 'POST /api/commands')?.body;
    expect(made).toMatchObject({
      trigger: { name: 'card' },
      routine: { steps: [{ kind: 'redeem', reward: 'r1' }, {}] },
    });
  });
  expect(asked.find(({ what }) => what === 'POST /api/rewards')?.body).toMatchObject({
    name: 'Card',
    gives: 'hand-over',
  });
});

test('next to the price stands what it means, and what is only expected says by what it is judged', async () => {
  let told = { ...help };
  drawPage(
    pages,
    { ...shared, 'GET /api/rewards': () => [saved('r1', 'Lamp')], 'POST /api/rewards/help': () => told },
    '/prepare/rewards/r1',
  );
  const box = await screen.findByRole('region', { name: 'What the price means' });
  for (const words of [
    /1 h 30 min/u,
    /62 of 240/u,
    /About 3\.2 a stream, judged by how it sold/u,
    /10% of the 9,000 flint/u,
  ])
    expect(box.textContent).toMatch(words);
  told = { ...help, by: 'nothing' };
  drawPage(
    pages,
    { ...shared, 'GET /api/rewards': () => [saved('r2', 'Rope')], 'POST /api/rewards/help': () => told },
    '/prepare/rewards/r2',
  );
  await screen.findByText(/No sales yet, so no estimate/u);
});

test('what is wrong is told where it stands, and only what a kind needs is asked', async () => {
  const page = drawPage(
    pages,
    { ...shared, 'GET /api/rewards': () => [saved('r1', 'Lamp', { gives: 'hand-over' })] },
    '/prepare/rewards/r1',
  );
  await page.findByRole('combobox', { name: 'What it gives' });
  await choose(page, 'What it gives', 'a bench: someone may not write for a while');
  expect(screen.queryByText('What it asks for')).toBeNull();
  fireEvent.change(screen.getByLabelText('Time 1'), { target: { value: '2s' } });
  await screen.findByText(/Give 5 s to 1 d/u);
  await choose(page, 'What it gives', 'one line of a list, such as a code');
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await screen.findByText('Choose the list its lines are handed out from');
  await choose(page, 'What it gives', 'what its steps do');
  await screen.findByText('Add a step: what happens when someone buys it');
});

const bought = (id: string, name: string, more: Partial<Redemption> = {}): Redemption => ({
  ...{ id, reward: 'r1', title: 'Postcard', gives: 'hand-over', viewer: `v-${name}`, name, price: 220 },
  ...{
    paidBy: 'currency',
    state: 'waiting',
    at: AT,
    since: AT,
    hasLine: false,
    unsure: false,
    target: null,
    seconds: 0,
  },
  ...{ note: '', answers: [] },
  ...more,
});
const ADDRESS = { name: 'address', private: true, required: true, given: true, text: null };
const acted = (asked: readonly Asked[]): unknown[] =>
  asked.filter(({ what }) => what === 'POST /api/redemptions/act').map(({ body }) => body);
const answers = (rows: readonly Redemption[]) => ({
  ...shared,
  'GET /api/rewards': () => [saved('r1', 'Postcard')],
  'GET /api/redemptions': () => rows,
  'GET /api/redemptions/count': () => ({
    waiting: rows.length,
    asked: 0,
    low: ['Map pack key: 2 left to hand out'],
  }),
  'POST /api/redemptions/act': ({ body }: Asked) => ({ done: (body as { ids: string[] }).ids, left: [] }),
});

test('what is owed is ticked off one by one or together; returning asks first; an address is shown when asked', async () => {
  const rows = [bought('a', 'pebblewren', { answers: [ADDRESS] }), bought('b', 'mossmoth')];
  const { asked } = drawPage(
    <HandOverPage />,
    {
      ...answers(rows),
      'GET /api/redemptions/a/secrets': () => ({
        answers: [{ name: 'address', text: '4 Sinter Row' }],
        line: null,
      }),
    },
    '/review/hand-over',
  );
  await screen.findByText(/Map pack key: 2 left to hand out/u);
  expect(asked.find(({ what }) => what === 'GET /api/redemptions')?.query).toMatchObject({ state: 'open' });
  expect(asked.some(({ what }) => what.endsWith('/secrets'))).toBe(false);
  fireEvent.click(screen.getByRole('button', { name: 'Show address' }));
  await screen.findByText('4 Sinter Row');
  fireEvent.click(screen.getByRole('button', { name: 'Hide address' }));
  expect(screen.queryByText('4 Sinter Row')).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'Done: Postcard of mossmoth' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Undo' }));
  await waitFor(() => {
    expect(acted(asked)).toEqual([
      { act: 'done', ids: ['b'], note: '' },
      { act: 'reopen', ids: ['b'], note: '' },
    ]);
  });
  fireEvent.click(screen.getByRole('checkbox', { name: 'All of these' }));
  fireEvent.click(
    within(screen.getByRole('group', { name: 'With those chosen' })).getByRole('button', { name: /Return/u }),
  );
  const dialog = await screen.findByRole('dialog', { name: 'Return 2 purchases?' });
  expect(acted(asked)).toHaveLength(2);
  fireEvent.click(within(dialog).getByRole('button', { name: 'Return' }));
  await waitFor(() => {
    expect(acted(asked).at(-1)).toEqual({ act: 'return' satisfies RedemptionAct, ids: ['a', 'b'], note: '' });
  });
});

test('a code that did not get there says why, and is sent again from the panel’s page; the panel ticks off', async () => {
  const stuck = bought('c', 'siltlark', {
    hasLine: true,
    note: 'It could not be sent privately: No such nick',
  });
  const unsure = bought('u', 'tallowfen', { hasLine: true, unsure: true });
  const { asked } = drawPage(<HandOverPage />, answers([stuck, unsure]), '/review/hand-over');
  await screen.findByText(/No such nick/u);
  const row = screen.getByRole('button', { name: 'Return: Postcard of tallowfen' }).closest('tr')!;
  within(row).getByText('may have been delivered');
  fireEvent.click(screen.getByRole('button', { name: 'Send again: Postcard of siltlark' }));
  await waitFor(() => {
    expect(acted(asked)).toEqual([{ act: 'send', ids: ['c'], note: '' }]);
  });
  const panel = drawPage(<HandOverPanel />, answers([bought('d', 'oxbowkid')]), '/air');
  fireEvent.click(await screen.findByRole('button', { name: 'Postcard for oxbowkid is handed over' }));
  await waitFor(() => {
    expect(acted(panel.asked)).toEqual([{ act: 'done', ids: ['d'], note: '' }]);
  });
  drawPage(<HandOverPanel />, answers([]), '/air');
  await screen.findByText(/Nothing is owed to anybody/u);
});
