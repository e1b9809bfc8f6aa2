import { withRoom } from '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_REWARD, type RewardBody } from '@gully/core/rewards';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { choose, drawPage, Refusal, type Answers, type Asked } from '../test-support/page.js';
import { LastPurchases } from './viewer-purchases.js';
import { RewardsPage } from './rewards-page.js';

const AT = new Date().toISOString();
const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint', mark: '◆' };
const COUNTS = { sold: 0, soldNow: 0, left: null, waiting: 0, fault: null, command: null };
const saved = (body: Partial<RewardBody>, more: object = {}) => ({
  ...{ ...BLANK_REWARD, gives: 'hand-over', version: 1, changedAt: AT, ...COUNTS },
  ...{ id: 'r1', name: 'Postcard', ...body, ...more },
});
const help = {
  ...{ minutes: 90, subscriberMinutes: 60, able: 62, viewers: 240, perStream: 0, by: 'nothing' },
  ...{ lately: [], week: { sold: 0, spent: 0, issued: 0 }, weekPays: 9_000, circulating: 80_000 },
};

/** Draws the editor of one reward. */
async function drawEditor(body: Partial<RewardBody>, more: Answers = {}) {
  const page = drawPage(
    <Routes>
      <Route path="/prepare/rewards/:id?" element={<RewardsPage />} />
    </Routes>,
    {
      'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
      'GET /api/commands': () => [],
      'GET /api/currency': () => ({ value: FLINT, version: 1 }),
      'GET /api/rewards': () => [saved(body)],
      'POST /api/rewards/help': () => help,
      'PUT /api/rewards/r1': ({ body: sent }: Asked) => ({ ...saved({}), ...(sent as object), version: 2 }),
      ...more,
    },
    '/prepare/rewards/r1',
  );
  await screen.findByRole('heading', { name: 'What is said' });
  const sent = async (): Promise<object> => {
    fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
    return waitFor(() => {
      const last = page.asked.filter(({ what }) => what === 'PUT /api/rewards/r1').at(-1);
      expect(last).toBeDefined();
      return last!.body as object;
    });
  };
  return { page, sent };
}
const type = (label: string, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};

withRoom(600);
beforeEach(() => {
  localStorage.clear();
});

test('what the buyer is asked for is added, named by its kind, and taken out again', async () => {
  const { page, sent } = await drawEditor({});
  const add = (): void => {
    fireEvent.click(screen.getByRole('button', { name: 'Ask for something' }));
  };
  add();
  add();
  await choose(page, 'Kind of answer 1', 'an address');
  expect(screen.getByLabelText<HTMLInputElement>('Name of answer 1').value).toBe('address');
  screen.getByRole('checkbox', { name: 'Answer 1 is only for you', checked: true });
  type('Name of answer 2', 'Cave Colour');
  await choose(page, 'Kind of answer 2', 'a choice');
  // A name someone wrote stays.
  expect(screen.getByLabelText<HTMLInputElement>('Name of answer 2').value).toBe('cave_colour');
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await screen.findByText('Give 2 to 20 choices');
  type('Choices of answer 2, separated by commas', 'ochre, , slate ,');
  expect(screen.queryByText('Give 2 to 20 choices')).toBeNull();
  fireEvent.click(screen.getByRole('checkbox', { name: 'Answer 2 is required' }));
  expect(await sent()).toMatchObject({
    asks: [
      { name: 'address', type: 'address', private: true, required: true },
      { name: 'cave_colour', type: 'choice', private: false, required: false, choices: ['ochre', 'slate'] },
    ],
  });
  fireEvent.click(screen.getByRole('button', { name: 'Remove answer 1' }));
  expect(screen.queryByText(/kept encrypted on this machine/u)).toBeNull();
  expect(screen.getByLabelText<HTMLInputElement>('Name of answer 1').value).toBe('cave_colour');
});

test('a draft that is discarded leaves nothing behind in any blank', async () => {
  const colour = { name: 'colour', type: 'choice', required: true, private: false } as const;
  await drawEditor({ asks: [{ ...colour, choices: ['ochre', 'slate'] }] });
  const choices = screen.getByLabelText<HTMLInputElement>('Choices of answer 1, separated by commas');
  type('Choices of answer 1, separated by commas', 'ochre, soot, ');
  // Half a list stays as it is typed.
  expect(choices.value).toBe('ochre, soot, ');
  type('Name of answer 1', 'tint');
  fireEvent.click(screen.getByRole('button', { name: /^Discard/u }));
  await waitFor(() => {
    expect(screen.getByLabelText<HTMLInputElement>('Choices of answer 1, separated by commas').value).toBe(
      'ochre, slate',
    );
  });
  expect(screen.getByLabelText<HTMLInputElement>('Name of answer 1').value).toBe('colour');
  screen.getByText('Saved');
});

test('a bench has its times and what each may be paid with, and those it spares', async () => {
  const { page, sent } = await drawEditor({ gives: 'bench' });
  type('Time 1 in tokens cheered', '100');
  type('Time 1 in flint', '');
  fireEvent.click(screen.getByRole('button', { name: 'Remove time 2' }));
  fireEvent.click(screen.getByRole('button', { name: 'Add a time' }));
  type('Time 2', '1 min');
  await screen.findByText('That time is there twice');
  type('Time 2', '2 h');
  fireEvent.click(screen.getByRole('checkbox', { name: 'VIPs' }));
  fireEvent.click(screen.getByRole('checkbox', { name: 'moderators' }));
  type('Nor these viewers, separated by spaces', '@odalys_tarn, mossmoth');
  await choose(page, 'Who is benched', 'the buyer');
  expect(await sent()).toMatchObject({
    bench: {
      whom: 'buyer',
      lengths: [
        { seconds: 60, price: null, cheer: 100, tip: null },
        { seconds: 7_200, price: 700, cheer: null, tip: null },
      ],
      spares: ['vip'],
      never: [{ name: 'odalys_tarn' }, { name: 'mossmoth' }],
    },
  });
});

test('the preview of a text names the channel’s own currency', async () => {
  await drawEditor({ cost: { ...BLANK_REWARD.cost, base: 220 } });
  await screen.findByText(/you have your 220 flint back/u);
});

test('what the server refuses is told where it stands, and the draft is kept', async () => {
  await drawEditor(
    {},
    {
      'PUT /api/rewards/r1': () =>
        new Refusal(422, 'Not kept', 'See the fields.', { rank: 'That rank was deleted; choose another' }),
    },
  );
  fireEvent.change(screen.getByDisplayValue('Postcard'), { target: { value: 'Postcard from below' } });
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await screen.findByText('That rank was deleted; choose another');
  screen.getByDisplayValue('Postcard from below');
});

test('a word of its own is shown where it has one, and a command that is off says so', async () => {
  const redeems = (id: string, name: string, reward: string, enabled = true) => ({
    ...{ id, enabled, trigger: { kind: 'name', name, aliases: [], phrase: '' } },
    routine: { steps: [{ kind: 'redeem', id: 'a', reward, ifFails: 'go-on' }] },
  });
  await drawEditor(
    {},
    {
      'GET /api/commands': () => [
        redeems('c1', 'postcard', 'r1', false),
        redeems('c2', 'redeem', 'named'),
        redeems('c3', 'other', 'r9'),
      ],
    },
  );
  const list = await screen.findByRole('region', { name: 'What viewers type' });
  await within(list).findByRole('link', { name: '!postcard' });
  expect(
    within(list)
      .getAllByRole('link')
      .map(({ textContent }) => textContent),
  ).toEqual(['!postcard', '!redeem']);
  expect(list.textContent).toMatch(/!postcard \(off\)/u);
  expect(within(list).queryByRole('button')).toBeNull();
  // It asks for one thing that chat sees.
  expect(list.textContent).not.toMatch(/between the answers/u);
});

test('on a viewer’s page stands what they bought last, with what they paid and how it stands', async () => {
  const row = (id: string, more: object) => ({
    ...{
      id,
      reward: 'r1',
      title: 'Postcard',
      gives: 'hand-over',
      viewer: 'v1',
      name: 'mossmoth',
      price: 220,
    },
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
    ...{ note: '', answers: [], ...more },
  });
  const bought = [row('a', {}), row('b', { title: 'Bell', price: 0, state: 'done' })];
  const { asked, container } = drawPage(<LastPurchases viewerId="v1" />, {
    'GET /api/currency': () => ({ value: FLINT, version: 1 }),
    'GET /api/redemptions': () => bought,
  });
  await screen.findByText(/220 flint/u);
  expect(asked.find(({ what }) => what === 'GET /api/redemptions')?.query).toMatchObject({ viewer: 'v1' });
  expect(screen.getAllByRole('listitem').map(({ textContent }) => textContent)).toEqual([
    expect.stringMatching(/Postcard 220 flint.*to hand over/u),
    expect.stringMatching(/Bell free.*done/u),
  ]);
  expect(container.querySelector('a')?.getAttribute('href')).toBe('/review/hand-over?state=all&viewer=v1');
});
