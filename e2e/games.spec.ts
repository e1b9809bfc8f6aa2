import { blankGame, commandForGame, type GameBody } from '@gully/core/games';
import { BLANK_OVERLAY, newPiece } from '@gully/core/overlays';
import { withFlint } from './test-support/flint.js';
import { expect, test, type World } from './test-support/world.js';

async function make(world: World, word: string, body: GameBody): Promise<string> {
  const { id } = (await world.post('games', body)) as { id: string };
  const command = commandForGame(id, word);
  await world.post('commands', { ...command, gates: { ...command.gates, viewerCooldown: 0 } });
  return id;
}

test('reels are made by keyboard, tuned to give back 0.95, simulated, played, and seen as played', async ({
  page,
  world,
}) => {
  await withFlint(world, ['mossmoth']);
  await page.goto(`${world.address}/prepare/games/new`);
  await page.getByRole('button', { name: /^Reels/u }).focus();
  await page.keyboard.press('Enter');
  const lab = page.getByRole('region', { name: 'Odds lab' });
  await page.getByLabel('Chance of each reel').fill('60');
  await expect(lab.getByText(/gives back more than is staked/u)).toBeVisible();
  await lab.getByLabel('What it is to give back of 1 staked').fill('0.95');
  await lab.getByRole('button', { name: 'Solve' }).focus();
  await page.keyboard.press('Enter');
  const returns = lab.getByRole('row', { name: /Gives back of 1 staked/u });
  await expect(returns).toContainText(/0\.9(?:4|5)\d/u);
  await expect(lab.getByText(/gives back more than is staked/u)).toHaveCount(0);
  // What is simulated stands beside it, drawn from the draft that nobody saved.
  await lab.getByRole('button', { name: 'Simulate' }).click();
  await expect(returns).toContainText(/\(0\.9\d\d to 0\.9\d\d\)/u);
  await expect(lab.getByText(/simulated players who began with 500 flint/u)).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await page.getByRole('button', { name: 'Add !reels' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: '!reels' })).toBeVisible();

  await world.type('mossmoth', '!reels 20');
  await page.getByRole('link', { name: 'Review', exact: false }).first().click();
  await page.getByRole('link', { name: 'Games', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Reels as played' })).toBeVisible();
  await expect(page.getByRole('article', { name: 'As it is set now' })).toContainText('20 flint');
  await page.getByRole('button', { name: 'Recompute the last 1,000' }).click();
  await expect(page.getByText('Played again: the same')).toBeVisible();
});

test('five viewers go down The Descent, on the overlay and in On air, and a round that is stopped gives back', async ({
  page,
  world,
  browser,
}) => {
  const crew = ['mossmoth', 'siltlark', 'karstveil', 'fernhatch', 'nettlecap'];
  await withFlint(world, crew);
  const body = { ...blankGame('expedition'), name: 'The Descent', pause: 0 };
  const settings = { ...body.settings, seconds: 6, crew: [{ from: 1, chance: 100 }] };
  const id = await make(world, 'descent', { ...body, settings });
  const overlay = (await world.post('overlays', {
    ...BLANK_OVERLAY,
    name: 'The Lantern Hour',
    pieces: [newPiece('crew', 'crew', BLANK_OVERLAY)],
  })) as { id: string };
  const where = await fetch(`${world.address}/api/overlays/${overlay.id}/address`);
  const shown = await (await browser.newContext()).newPage();
  await shown.goto(world.address + ((await where.json()) as { path: string }).path);

  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Running game' });
  await expect(panel).toContainText('Nothing is being played');
  for (const name of crew) await world.type(name, '!descent 100');
  await expect(shown.getByText('on the rope')).toBeVisible();
  for (const name of crew) await expect(shown.getByText(name)).toBeVisible();
  await expect(panel.getByRole('article', { name: 'The Descent' })).toContainText('5 play');
  await expect(page.getByText(/A crew of 5/u)).toBeVisible({ timeout: 15_000 });
  await expect(shown.getByText('back at the top')).toBeVisible();
  await expect(shown.getByText(/nettlecap back/u)).toBeVisible();
  await expect(panel).toContainText('Nothing is being played');

  await world.put(`games/${id}`, { ...body, settings: { ...settings, seconds: 600 }, version: 1 });
  await world.type('mossmoth', '!descent 200');
  await panel.getByRole('button', { name: 'Stop, give stakes back' }).click();
  await expect(panel).toContainText('Nothing is being played');
  await page.goto(`${world.address}/review/games/${id}`);
  await expect(page.getByText('stopped, stakes given back')).toBeVisible();
});

test('a wheel is set up, rehearsed unsaved with chance forced, and turns on the overlay to where the server says', async ({
  page,
  world,
  browser,
}) => {
  await withFlint(world, ['siltlark']);
  const id = await make(world, 'wheel', { ...blankGame('wheel'), name: 'The survey wheel' });
  const overlay = (await world.post('overlays', {
    ...BLANK_OVERLAY,
    name: 'The Lantern Hour',
    pieces: [newPiece('wheel', 'wheel', BLANK_OVERLAY)],
  })) as { id: string };
  const where = await fetch(`${world.address}/api/overlays/${overlay.id}/address`);
  const shown = await (await browser.newContext()).newPage();
  await shown.goto(world.address + ((await where.json()) as { path: string }).path);

  await page.goto(`${world.address}/prepare/games/${id}`);
  await page.getByLabel('Label, row 1').fill('Dry socks');
  await page.getByLabel('Pays, row 1').fill('77');
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page
    .getByRole('combobox', { name: /chance/iu })
    .first()
    .click();
  await page.getByRole('option', { name: /win/iu }).first().click();
  await page.getByLabel('Type in the rehearsal').fill('!wheel');
  await page.keyboard.press('Enter');
  await expect(
    page.getByText(/that takes 40 flint; you have 0 flint|Dry socks, worth 77 flint/u).first(),
  ).toBeVisible();
  await page.getByLabel('Pays, row 1').focus();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();

  // Every segment but one is taken out of the draw, so that it is known where it stops.
  for (const n of [2, 3, 4, 5]) await page.getByLabel(`Weight, row ${String(n)}`).fill('0');
  await page.keyboard.press('Control+Enter');
  await expect
    .poll(async () => {
      const games = (await (await fetch(`${world.address}/api/games`)).json()) as {
        settings: { segments: { weight: number }[] };
      }[];
      return games[0]?.settings.segments.map(({ weight }) => weight);
    })
    .toEqual([6, 0, 0, 0, 0]);
  await world.type('siltlark', '!wheel');
  await expect(shown.getByText('The survey wheel')).toBeVisible();
  await expect(shown.getByText('siltlark: Dry socks')).toBeVisible({ timeout: 15_000 });
  await page.getByRole('tab', { name: 'Live' }).click();
  await expect(page.getByText('The wheel stops for siltlark: Dry socks, worth 77 flint.')).toBeVisible({
    timeout: 15_000,
  });
});

test.describe('with the power cut', () => {
  test.use({ apart: true });

  test('in the middle of The Descent, every stake is given back, and chat is told once', async ({
    page,
    world,
  }) => {
    await withFlint(world, ['mossmoth', 'karstveil']);
    const body = { ...blankGame('expedition'), name: 'The Descent' };
    const id = await make(world, 'descent', { ...body, settings: { ...body.settings, seconds: 600 } });
    await page.goto(`${world.address}/air`);
    const panel = page.getByRole('region', { name: 'Running game' });
    await world.type('mossmoth', '!descent 200');
    await world.type('karstveil', '!descent half');
    await expect(panel.getByRole('article', { name: 'The Descent' })).toContainText('◆ 700');
    await world.cutPower();
    await world.startServer();
    await expect(panel).toContainText('Nothing is being played');
    const told = page.getByText(/The lights went out in the middle of The Descent/u);
    await expect(told).toBeVisible();
    await expect(told).toContainText('mossmoth and karstveil');
    await page.goto(`${world.address}/review/games/${id}`);
    await expect(page.getByText('cut short by a restart, stakes given back')).toBeVisible();
    await page.goto(`${world.address}/review/viewers`);
    await page.getByLabel('Find a name').fill('karstveil');
    await page.getByRole('link', { name: 'karstveil', exact: true }).click();
    await expect(page.getByText('1,000 flint').first()).toBeVisible();
  });
});
