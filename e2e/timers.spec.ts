import { expect, test, type Page } from './test-support/world.js';

const live = (page: Page) => page.getByRole('log', { name: 'Live chat' });
const forecast = (page: Page) => page.getByRole('region', { name: 'The next 3 hours' });
const figure = (page: Page, label: string | RegExp) =>
  forecast(page).locator('.figures div').filter({ hasText: label }).locator('dd');

test('two timers that would collide are put apart, in the forecast and in the rehearsal', async ({
  page,
  world,
}) => {
  await page.goto(`${world.address}/prepare/timers`);
  await expect(page.getByText('No timers yet')).toBeVisible();
  await page.keyboard.press('n');
  await page.getByLabel('Name', { exact: true }).fill('Map night');
  await page.getByLabel('Time between two firings').fill('30');
  await page.getByLabel('Lines viewers write in between').fill('0');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.type('On Thursdays we draw.');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved Map night')).toBeVisible();

  await page.getByRole('link', { name: /Add timer/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Rope rules');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.type('Mind the one below you.');
  const interval = page.getByLabel('Time between two firings');
  for (const [typed, words] of [
    ['0', 'Whole minutes, from 1 min to 1 d'],
    ['0.5', 'Whole minutes, from 1 min to 1 d'],
    ['10000', 'Whole minutes, from 1 min to 1 d'],
  ] as const) {
    await interval.fill(typed);
    await expect(page.getByText(words)).toBeVisible();
  }
  await interval.fill('30');
  await expect(page.getByText(/about every 30 min; in a silent room never/)).toBeVisible();
  await page.getByLabel('Lines viewers write in between').fill('0');
  await expect(page.getByText(/That is about every 30 min \(/)).toBeVisible();

  // What is typed is in the forecast at once, saved or not.
  await expect(
    forecast(page).getByRole('img', { name: /^Rope rules fires 5 times: .*put off/ }),
  ).toBeVisible();
  await expect(figure(page, 'shortest gap')).toHaveText('1 min 30 s');
  await expect(figure(page, 'collision put off')).toHaveText('1');
  await interval.fill('60');
  await expect(forecast(page).getByRole('img', { name: /^Rope rules fires [23] times/ })).toBeVisible();
  await interval.fill('30');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved Rope rules')).toBeVisible();

  await page.goto(`${world.address}/prepare/timers`);
  await page.getByRole('button', { name: /^Breathing room/ }).click();
  await page.getByLabel('Time between any two timers').fill('150');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Breathing room changed')).toBeVisible();
  await expect(figure(page, 'shortest gap')).toHaveText('2 min 30 s');

  // A room in which nobody writes starves those that wait for lines, and says so.
  await page.getByRole('slider', { name: 'How busy the room is' }).press('Home');
  await expect(forecast(page).getByText('a silent room')).toBeVisible();

  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByRole('button', { name: /^As if:/ }).click();
  await page.getByRole('combobox', { name: 'As if live or offline' }).click();
  await page.getByRole('option', { name: /^live/ }).click();
  await page.keyboard.press('Escape');
  const rehearsal = page.getByRole('log', { name: 'Rehearsal' });
  const on = page.getByRole('button', { name: 'To the next timer' });
  await on.click();
  await expect(rehearsal.getByText('On Thursdays we draw.')).toBeVisible();
  await expect(rehearsal.getByText(/^(29|30) min( \d+ s)? on$/)).toBeVisible();
  await on.click();
  await expect(rehearsal.getByText('Mind the one below you.')).toBeVisible();
  await expect(rehearsal.getByText(/Rope rules fired, put off 2 min 30 s by breathing room/)).toBeVisible();
  await expect(rehearsal.getByText(/^32 min( \d+ s)? on$/)).toBeVisible();
  // Nothing of it was real.
  await expect(live(page)).toHaveCount(0);
  await page.getByRole('tab', { name: 'Live' }).click();
  await expect(live(page).getByText('Mind the one below you.')).toHaveCount(0);
});

test('a timer held on air stays silent, and speaks once it is let go on', async ({ page, world }) => {
  await world.addTimer('Rope rules', { texts: ['Mind the one below you.'], first: 0, lines: 2 });
  await world.addTimer('Map night', { texts: ['On Thursdays we draw.'], first: 0, lines: 4 });
  await world.post('standin/stream', { live: true });
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Timers due' });
  await expect(panel.getByText('0 of 2 lines')).toBeVisible();
  await panel.getByRole('button', { name: 'Hold Rope rules for this stream' }).press('Enter');
  await expect(panel.getByText('held for this stream')).toBeVisible();
  for (const text of ['first', 'second', 'third', 'fourth']) await world.type('pebblewren', text);
  // The other one had its lines, and spoke: the held one had its moment and was passed over.
  await expect(live(page).getByText('On Thursdays we draw.')).toHaveCount(1);
  await expect(live(page).getByText('Mind the one below you.')).toHaveCount(0);
  await page.reload();
  await panel.getByRole('button', { name: 'Resume Rope rules' }).click();
  await expect(panel.getByText('after breathing room')).toBeVisible();
  await panel.getByRole('button', { name: 'Run Rope rules now' }).click();
  await expect(live(page).getByText('Mind the one below you.')).toHaveCount(1);
  await expect(page.getByRole('log', { name: 'Activity' }).getByText('Timer Rope rules fired')).toBeVisible();

  await page.goto(`${world.address}/review/activity`);
  await page.getByRole('button', { name: 'Why Map night, lanternhour' }).click();
  await expect(page.getByText('First 0 min after going live')).toBeVisible();
  await expect(page.getByText('After 4 lines')).toBeVisible();
});

test('a question timer draws from a list, and is put together by hand', async ({ page, world }) => {
  const questions = ['Which lamp?', 'Which rope?'];
  const list = await world.addList('Questions', questions);
  await world.addRoutine('Ask', [
    { kind: 'draw', id: 'd', list, order: 'bag', name: 'question', ifFails: 'stop' },
    { kind: 'say', id: 's', texts: ['By the fire: {{ remembered.question }}'], order: 'turn' },
  ]);
  await page.goto(`${world.address}/prepare/timers/new`);
  await page.getByLabel('Name', { exact: true }).fill('Campfire question');
  await page.getByRole('combobox', { name: 'What it does' }).click();
  await page.getByRole('option', { name: 'runs the routine' }).click();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Choose a routine', { exact: true })).toBeVisible();
  await page.getByRole('combobox', { name: 'Routine', exact: true }).click();
  await page.getByRole('option', { name: 'Ask' }).click();
  await page.getByLabel('Lines viewers write in between').fill('1');
  await page.getByRole('combobox', { name: 'The first time after going live' }).click();
  await page.getByRole('option', { name: 'after going live by' }).click();
  await page.getByRole('textbox', { name: 'Time after going live' }).fill('0');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved Campfire question')).toBeVisible();
  await world.post('standin/stream', { live: true });
  await world.type('pebblewren', 'evening');
  await expect(live(page).getByText(/By the fire: Which (lamp|rope)\?/)).toHaveCount(1);
  await page.getByRole('button', { name: 'Run Campfire question now' }).click();
  for (const question of questions)
    await expect(live(page).getByText(`By the fire: ${question}`)).toHaveCount(1);

  // The routine goes: the timer is cannot run and says why; nothing else is lost.
  await page.goto(`${world.address}/prepare/routines`);
  await page.getByRole('link', { name: 'Ask' }).click();
  await page.getByRole('button', { name: 'Delete' }).click();
  // What would lack it is shown first.
  const asking = page.getByRole('alertdialog', { name: 'Ask is used by one thing' });
  await expect(asking.getByRole('link', { name: 'Campfire question' })).toBeVisible();
  await asking.getByRole('button', { name: 'Delete Ask' }).click();
  await expect(page.getByText('Deleted Ask')).toBeVisible();
  await page.goto(`${world.address}/prepare/timers`);
  await expect(page.getByText('There is no such routine any more; choose another').first()).toBeVisible();
});
