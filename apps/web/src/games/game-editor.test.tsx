import { withRoom } from '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { blankGame, type GameBody } from '@gully/core/games';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { choose, drawPage, type Answers, type Asked } from '../test-support/page.js';
import { GamesPage } from './games-page.js';
import { PlayedPage } from './played/played-page.js';
import { RunningPanel } from './running-panel.js';
import { ViewerTallies } from './viewer-tallies.js';

const AT = new Date().toISOString();
const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint', mark: '◆' };
const saved = (body: GameBody, more: object = {}) => ({
  ...{
    ...body,
    id: 'g1',
    version: 1,
    changedAt: AT,
    plays: 12,
    staked: 120,
    won: 90,
    fault: null,
    command: null,
  },
  ...more,
});
const MEASURED = { playsPerStream: 200, stake: 10, paysPerStream: 4_000, circulating: 900 };

async function drawEditor(body: GameBody, more: Answers = {}) {
  const page = drawPage(
    <Routes>
      <Route path="/prepare/games/:id?" element={<GamesPage />} />
    </Routes>,
    {
      'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
      'GET /api/commands': () => [],
      'GET /api/currency': () => ({ value: FLINT, version: 1 }),
      'GET /api/games': () => [saved(body)],
      'GET /api/plays/games/g1/measured': () => MEASURED,
      'PUT /api/games/g1': ({ body: sent }: Asked) => ({ ...saved(body), ...(sent as object), version: 2 }),
      ...more,
    },
    '/prepare/games/g1',
  );
  await screen.findByRole('heading', { name: 'Odds lab' });
  const sent = async (): Promise<GameBody> => {
    fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
    return waitFor(() => {
      const last = page.asked.filter(({ what }) => what === 'PUT /api/games/g1').at(-1);
      expect(last).toBeDefined();
      return last!.body as GameBody;
    });
  };
  return { page, sent };
}
const type = (label: string, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
const lab = () => within(screen.getByRole('region', { name: 'Odds lab' }));

withRoom(600);
beforeEach(() => {
  localStorage.clear();
});

test('the odds follow what is typed, warn, wait for what is wrong, and are solved for', async () => {
  const { sent } = await drawEditor(blankGame('high-roll'));
  lab().getByText('0.970');
  // One play of 500 may pay 1,500, and viewers have 900.
  lab().getByText(/may move 167% of all there is/u);
  lab().getByText('60 flint');
  type('Pays', '2.5');
  await lab().findByText(/gives back more than is staked/u);
  type('Sides', '40');
  await lab().findByText(/Put right what is wrong above/u);
  type('Sides', '100');
  type('What it is to give back of 1 staked', '9000');
  fireEvent.click(lab().getByRole('button', { name: 'Solve' }));
  expect((await lab().findByText(/alone can make it give back/u)).textContent).toContain('Pays');
  type('What it is to give back of 1 staked', '0.9');
  fireEvent.click(lab().getByRole('button', { name: 'Solve' }));
  await waitFor(() => lab().getByText('0.923'));
  expect((await sent()).settings.pays).toBe(1.9);
});

test('tables get and lose rows, texts are changed by what happens, and what is wrong is told by its place', async () => {
  const { sent } = await drawEditor(blankGame('wheel'));
  fireEvent.click(screen.getByRole('button', { name: 'Add a row' }));
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  await screen.findByText(/Row 6: Give 1 to 30 characters/u);
  type('Label, row 6', 'Dry socks');
  type('Weight, row 6', '3');
  fireEvent.click(screen.getByRole('button', { name: 'Remove row 1' }));
  type('What a play costs, in flint', '25');
  const body = await sent();
  expect(body.stake).toEqual({ least: 25, most: 25, usual: 25 });
  expect((body.settings.segments as { label: string }[]).map(({ label }) => label)).toEqual([
    'A handful',
    'A pouch',
    'Wet boots',
    'The deep vein',
    'Dry socks',
  ]);
});

test('what does not apply as it is set is not shown, and words are a line each', async () => {
  const { page, sent } = await drawEditor(blankGame('guess'));
  expect(screen.queryByLabelText(/Words/u)).toBeNull();
  await choose(page, 'What is guessed', 'a word');
  expect(screen.queryByLabelText('From')).toBeNull();
  type('Words, one on each line', 'sump\n\n lamp \n');
  await choose(page, 'How it begins', 'only when you or a routine open it');
  screen.getByText(/depends on how many play and how they play/u);
  expect(await sent()).toMatchObject({ begins: 'hand', settings: { words: ['sump', 'lamp'] } });
});

test('as played: what fits, what does not, what gave back too much; played again, it is the same', async () => {
  const version = (more: object) => ({
    ...{ version: 2, from: AT, to: AT, plays: 100, staked: 1_000, paid: 940, returns: 0.94, expected: 0.97 },
    ...{ outcomes: [{ outcome: 'won', observed: 47, expected: 48 }], p: 0.4, test: 'chi-square' },
    words: 'This is what luck looks like.',
    ...more,
  });
  drawPage(
    <Routes>
      <Route path="/review/games/:id?" element={<PlayedPage />} />
    </Routes>,
    {
      'GET /api/currency': () => ({ value: FLINT, version: 1 }),
      'GET /api/games': () => [saved(blankGame('high-roll'))],
      'GET /api/plays/games/g1': () => ({
        versions: [
          version({}),
          version({
            version: 1,
            p: 0.00001,
            words: 'Less than 1 in 1,000',
            expected: 1.3,
            paid: 1_310,
            returns: 1.31,
          }),
        ],
        ...{ up: [{ viewer: 'v1', name: 'siltlark', plays: 9, net: 140 }], down: [] },
        ...{ longestLoss: 11, longestWin: 4, expectedLoss: 10 },
      }),
      'GET /api/plays': () => [
        {
          ...{
            id: 'r1',
            game: 'g1',
            title: 'High roll',
            version: 2,
            startedAt: AT,
            endedAt: AT,
            over: 'ended',
          },
          plays: [
            ...[
              { viewer: 'v1', name: 'siltlark', stake: 10, typed: '', outcome: 'won', shown: '71', paid: 20 },
            ],
          ].map((play) => ({ ...play, numbers: [29] })),
        },
      ],
      'POST /api/plays/games/g1/recompute': () => ({
        rounds: 100,
        same: 99,
        wrong: ['siltlark: 20 instead of 25'],
      }),
    },
    '/review/games/g1',
  );
  const now = within(await screen.findByRole('article', { name: 'As it is set now' }));
  now.getByText('This is what luck looks like.');
  expect(now.queryByText(/give back more than is staked/u)).toBeNull();
  const before = within(screen.getByRole('article', { name: 'As it was set, version 1' }));
  before.getByText('Less than 1 in 1,000');
  before.getByText(/it issued 310 flint/u);
  screen.getByText(/longest run of one viewer without a win was 11; so many plays let one expect about 10/u);
  await screen.findByText('+10');
  fireEvent.click(screen.getByRole('button', { name: 'Recompute the last 1,000' }));
  await screen.findByText('siltlark: 20 instead of 25');
});

test('what is being played is shown with its state, joined, stopped, and opened by hand', async () => {
  const page = drawPage(<RunningPanel />, {
    'GET /api/currency': () => ({ value: FLINT, version: 1 }),
    'GET /api/games': () => [saved(blankGame('boss'), { id: 'g2', name: 'The Old Boiler' })],
    'GET /api/plays/running': () => [
      {
        ...{
          id: 'r1',
          game: 'g2',
          title: 'The Old Boiler',
          kind: 'boss',
          startedAt: AT,
          until: AT,
          left: 30_000,
        },
        ...{ pot: 30, count: 14, of: 110, remaining: 40 },
        players: [{ viewer: 'v1', name: 'siltlark', stake: 10, on: '' }],
      },
    ],
    'POST /api/plays/games/g2/act': () => undefined,
  });
  const round = within(await screen.findByRole('article', { name: 'The Old Boiler' }));
  round.getByText('40 left of 110');
  round.getByText(/and 13 more/u);
  fireEvent.click(round.getByRole('button', { name: 'Join yourself' }));
  fireEvent.click(await screen.findByRole('button', { name: 'Open a round' }));
  await waitFor(() => {
    expect(page.asked.filter(({ what }) => what.startsWith('POST')).map(({ body }) => body)).toEqual([
      { does: 'play', typed: '' },
      { does: 'open', typed: '' },
    ]);
  });
});

test('a viewer’s page tells how they did', async () => {
  drawPage(<ViewerTallies viewerId="v1" />, {
    'GET /api/currency': () => ({ value: FLINT, version: 1 }),
    'GET /api/plays/of/v1': () => [
      { game: 'g1', name: 'Reels', plays: 31, staked: 310, won: 250, best: 70, streak: -3 },
    ],
  });
  const row = within(await screen.findByRole('row', { name: /Reels/u }));
  row.getByText('−60 flint');
  row.getByText('3 lost');
});
