import { withRoom } from '../test-support/browser.js';
import { beforeEach, expect, test } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { blankGame, GAME_KIND_NAMES, GAME_KINDS, type GameBody } from '@gully/core/games';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { drawPage, Refusal, type Answers, type Asked } from '../test-support/page.js';
import { GamePalette } from './game-palette.js';
import { GamesPage } from './games-page.js';
import { outcomeInWords } from './outcome-in-words.js';
import { PlayedPage } from './played/played-page.js';
import { RunningPanel } from './running-panel.js';
import { settingsInWords } from './settings-in-words.js';

const AT = new Date().toISOString();
const FLINT = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint', mark: '◆' };
const saved = (body: GameBody, more: object = {}) => ({
  ...{
    ...body,
    id: 'g1',
    version: 1,
    changedAt: AT,
    plays: 0,
    staked: 0,
    won: 0,
    fault: null,
    command: null,
  },
  ...more,
});
const COMMON: Answers = {
  'GET /api/channel': () => ({ name: 'lanternhour', prefix: '!', timeZone: 'UTC' }),
  'GET /api/commands': () => [],
  'GET /api/currency': () => ({ value: FLINT, version: 1 }),
  'GET /api/plays/games/new/measured': () => ({
    playsPerStream: 0,
    stake: 0,
    paysPerStream: 0,
    circulating: 0,
  }),
};
const drawGames = (games: readonly object[], path: string, more: Answers = {}) =>
  drawPage(
    <Routes>
      <Route path="/prepare/games/:id?" element={<GamesPage />} />
      <Route path="/review/games/:id?" element={<PlayedPage />} />
    </Routes>,
    { ...COMMON, 'GET /api/games': () => games, ...more },
    path,
  );

withRoom(900);
beforeEach(() => {
  localStorage.clear();
});

test('all games in a table: what they are set to give beside what they gave, and a switch in each row', async () => {
  const page = drawGames(
    [
      saved(blankGame('high-roll'), { plays: 1_512, staked: 1_000, won: 971, command: '!toss' }),
      saved(blankGame('expedition'), { id: 'g2', name: 'The Descent' }),
      saved(blankGame('oracle'), { id: 'g3', name: 'Echo', fault: 'a text cannot be read' }),
    ],
    '/prepare/games',
    { 'POST /api/games/several': () => [] },
  );
  const roll = within(await screen.findByRole('row', { name: /High roll/u }));
  // Set to 0.97, and gave that.
  expect(roll.getAllByText('0.97')).toHaveLength(2);
  roll.getByText('1,512');
  roll.getByText('!toss');
  // Of several crews, from the least to the most.
  within(screen.getByRole('row', { name: /The Descent/u })).getByText(/^0\.\d\d to 0\.\d\d$/u);
  within(screen.getByRole('row', { name: /Echo/u })).getByText('cannot be played');
  fireEvent.click(screen.getByRole('switch', { name: 'The Descent is on' }));
  await waitFor(() => {
    expect(page.asked.find(({ what }) => what === 'POST /api/games/several')?.body).toMatchObject({
      ids: ['g2'],
      change: 'switch-off',
    });
  });
});

test('while there is none, three to begin from; a new one chooses its kind, and keeps what was typed as a draft', async () => {
  const page = drawGames([], '/prepare/games', {
    'POST /api/games': ({ body }: Asked) => ({ ...saved(blankGame('raffle')), ...(body as object) }),
  });
  await screen.findByText('No games yet');
  page.unmount();
  const again = drawGames([], '/prepare/games/new', {
    'POST /api/games': ({ body }: Asked) => ({ ...saved(blankGame('raffle')), ...(body as object) }),
  });
  const kinds = within(await screen.findByRole('region', { name: 'What kind of game' }));
  expect(kinds.getAllByRole('button')).toHaveLength(GAME_KIND_NAMES.length);
  fireEvent.click(kinds.getByRole('button', { name: /^Raffle/u }));
  await screen.findByText(/Viewers may join for/u);
  expect(kinds.getByRole('button', { name: /^Raffle/u }).getAttribute('aria-pressed')).toBe('true');
  fireEvent.change(screen.getByLabelText('Winners'), { target: { value: '3' } });
  screen.getByText(/Save it first/u);
  fireEvent.click(screen.getByRole('button', { name: /^Add game/u }));
  await waitFor(() => {
    expect(again.asked.find(({ what }) => what === 'POST /api/games')?.body).toMatchObject({
      kind: 'raffle',
      settings: { winners: 3 },
      stake: { least: 20, most: 20, usual: 20 },
    });
  });
});

test('a texts’ list of what is said folds out, is changed, and names the routine that follows', async () => {
  const page = drawGames([saved(blankGame('oracle'), { name: 'Echo' })], '/prepare/games/g1', {
    'GET /api/plays/games/g1/measured': () => ({
      playsPerStream: 0,
      stake: 0,
      paysPerStream: 0,
      circulating: 0,
    }),
    'GET /api/routines': () => [],
    'PUT /api/games/g1': ({ body }: Asked) => ({
      ...saved(blankGame('oracle')),
      ...(body as object),
      version: 2,
    }),
  });
  const summary = await screen.findByText('Someone asks how they did');
  fireEvent.click(summary);
  screen.getByText('15 texts');
  const fields = screen.getAllByRole('button', { name: 'Add another text' });
  fireEvent.click(fields[0]!);
  await screen.findByText('16 texts');
  screen.getByText('changed');
  fireEvent.click(screen.getByRole('button', { name: /^Save/u }));
  // An empty text says nothing, and is to be put right.
  await screen.findByText('to fix');
  expect(page.asked.some(({ what }) => what.startsWith('PUT'))).toBe(false);
});

test('where nothing was played there is nothing to tell, and where it could not be loaded a way to try again', async () => {
  drawGames([], '/review/games').unmount();
  const page = drawGames([saved(blankGame('duel'), { name: 'Rope bridge' })], '/review/games/g1', {
    'GET /api/plays/games/g1': () => ({
      ...{ versions: [], up: [], down: [], longestLoss: 0, longestWin: 0, expectedLoss: null },
    }),
    'GET /api/plays': () => new Refusal(503, 'Not now', 'Try again.'),
  });
  await screen.findByText('It has not been played yet.');
  await screen.findByRole('button', { name: /again/iu });
  page.unmount();
});

test('a round tells who played, what came up, the numbers, and why it was cut short', async () => {
  const play = (more: object) => ({
    ...{
      viewer: 'v1',
      name: 'siltlark',
      stake: 10,
      typed: 'red',
      outcome: 'won',
      shown: '17 red',
      paid: 20,
      numbers: [17],
    },
    ...more,
  });
  const round = (id: string, over: string, plays: readonly object[]) => ({
    ...{ id, game: 'g1', title: 'Table', version: 3, startedAt: AT, endedAt: AT, over, plays },
  });
  const page = drawGames([saved(blankGame('roulette'), { name: 'Table' })], '/review/games/g1?viewer=v1', {
    'GET /api/plays/games/g1': () => ({
      ...{ versions: [], up: [], down: [], longestLoss: 0, longestWin: 0, expectedLoss: null },
    }),
    'GET /api/plays': () => [
      round('r1', 'ended', [play({}), play({ name: 'hollowbee', outcome: 'lost', paid: 0 })]),
      round('r2', 'restart', [play({ outcome: null, paid: 0 })]),
      round(
        'r3',
        'ended',
        Array.from({ length: 12 }, (_, n) => play({ name: `v${String(n)}` })),
      ),
    ],
    'POST /api/plays/games/g1/recompute': () => ({ rounds: 1, same: 1, wrong: [] }),
  });
  expect((await screen.findAllByText('+10')).length).toBeGreaterThan(1);
  screen.getByText('−10');
  screen.getByText('cut short by a restart, stakes given back');
  screen.getByText(/and 4 more/u);
  expect(page.asked.find(({ what }) => what === 'GET /api/plays')?.query).toMatchObject({ viewer: 'v1' });
  fireEvent.click(screen.getAllByRole('button', { name: 'Recompute' })[0]!);
  await screen.findByText('Played again: the same');
});

test('what cannot be opened is told, and nothing is shown as running that is not', async () => {
  const page = drawPage(<RunningPanel />, {
    ...COMMON,
    'GET /api/games': () => [saved(blankGame('raffle')), saved(blankGame('high-roll'), { id: 'g2' })],
    'GET /api/plays/running': () => [],
    'POST /api/plays/games/g1/act': () => new Refusal(409, 'Nothing was changed', 'Raffle is open already.'),
  });
  await screen.findByText('Nothing is being played.');
  fireEvent.click(await screen.findByRole('button', { name: 'Open a round' }));
  await waitFor(() => {
    expect(page.asked.some(({ what }) => what === 'POST /api/plays/games/g1/act')).toBe(true);
  });
});

test('what is being played is stopped and joined from the palette, each game once', async () => {
  const running = (game: string, id: string) => ({ id, game, title: game === 'g1' ? 'Raffle' : 'Duel' });
  const page = drawPage(
    <GamePalette
      search=""
      show={({ label, run }) => (
        <button key={label} onClick={run}>
          {label}
        </button>
      )}
    />,
    {
      ...COMMON,
      'GET /api/plays/running': () => [running('g1', 'r1'), running('g2', 'r2'), running('g2', 'r3')],
      'POST /api/plays/games/g1/act': () => undefined,
      'POST /api/plays/games/g2/act': () => undefined,
    },
  );
  fireEvent.click(await screen.findByRole('button', { name: 'Stop Duel, give stakes back' }));
  fireEvent.click(screen.getByRole('button', { name: 'Join Raffle' }));
  await waitFor(() => {
    expect(page.of('POST /api/plays/games/g2/act').map(({ body }) => body)).toEqual([
      { does: 'stop', typed: '' },
    ]);
    expect(page.of('POST /api/plays/games/g1/act').map(({ body }) => body)).toEqual([
      { does: 'play', typed: '' },
    ]);
  });
});

test('settings and outcomes in words, for versions and tables', () => {
  expect(settingsInWords(blankGame('reels'))).toBe(
    'How they pay: by the number that hit; Reels: 3; Chance of each reel: 35.4%; Each full miss adds: 0.5%; At most: 3%; What hits pay: 2 ×2, 3 ×8; Free spins: 2; Chance of each free spin: 25%',
  );
  expect(settingsInWords(blankGame('guess'))).toContain('Time to guess: 5 min');
  for (const kind of GAME_KIND_NAMES) expect(settingsInWords(blankGame(kind)).length).toBeGreaterThan(10);
  const { settings } = GAME_KINDS.wheel;
  expect(outcomeInWords('wheel', settings, 'segment 3')).toBe('A pouch');
  expect(outcomeInWords('wheel', undefined, 'segment 3')).toBe('segment 3');
  expect(outcomeInWords('reels', GAME_KINDS.reels.settings, 'row 2')).toBe('3 × alike');
  expect(outcomeInWords('reels', undefined, 'hits 0')).toBe('no hits');
  expect(outcomeInWords('expedition', undefined, 'lost')).toBe('came up with nothing');
  expect(outcomeInWords('oracle', undefined, 'of a later Gully')).toBe('of a later Gully');
});
