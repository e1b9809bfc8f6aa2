import type { Step } from '@gully/core/channel';
import { BLANK_TIMER } from '@gully/core/timers';
import { expect, test } from './test-support/world.js';

test('the board is arranged by keyboard, in several arrangements, and is the same elsewhere', async ({
  page,
  world,
}) => {
  await page.goto(`${world.address}/air`);
  const activity = page.getByRole('heading', { name: 'Activity' });
  await expect(activity).toBeVisible();
  await page.getByRole('button', { name: 'Arrange' }).press('Enter');
  const grip = page.getByRole('button', { name: /^Move Timers due/ });
  await grip.focus();
  await page.keyboard.press('ArrowDown');
  const said = page.getByRole('status').filter({ hasText: 'Timers due: column 5 of 12' });
  await expect(said).toContainText('row 15, 4 wide and 6 high');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(said).toContainText('5 wide and 6 high');
  await page.getByRole('button', { name: 'Leave out Commands used' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Commands', exact: true })).toBeHidden();
  await page.getByRole('button', { name: 'Undo', exact: true }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Commands', exact: true })).toBeAttached();
  await page.getByRole('button', { name: 'Leave out Commands used' }).press('Enter');
  await page.getByLabel('Name of the arrangement').fill('Map night');
  await page.getByLabel('Name of the arrangement').press('Enter');
  await expect(page.getByRole('combobox', { name: 'Arrangement' })).toHaveText('Map night');
  await page.getByRole('button', { name: 'Done' }).press('Enter');

  const elsewhere = await page.context().newPage();
  await elsewhere.goto(`${world.address}/air`);
  await expect(elsewhere.getByRole('combobox', { name: 'Arrangement' })).toHaveText('Map night');
  await expect(elsewhere.getByRole('heading', { name: 'Commands', exact: true })).toBeHidden();
  await elsewhere.getByRole('combobox', { name: 'Arrangement' }).press('Enter');
  await elsewhere.getByRole('option', { name: 'Default' }).press('Enter');
  await expect(elsewhere.getByRole('heading', { name: 'Commands', exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Commands', exact: true })).toBeVisible();
});

test('what was done last stands at the bottom, and is taken back there', async ({ page, world }) => {
  await world.post('timers', { ...BLANK_TIMER, name: 'Rope rules', texts: ['Check your knots.'] });
  await page.goto(`${world.address}/air`);
  await page.getByRole('button', { name: 'Hold Rope rules for this stream' }).press('Enter');
  const foot = page.locator('.foot');
  await expect(foot).toContainText('Rope rules is held for this stream');
  await foot.getByRole('button', { name: 'Undo' }).press('Enter');
  await expect(page.getByRole('button', { name: 'Hold Rope rules for this stream' })).toBeVisible();
  await expect(foot).toContainText('Nothing to undo');
});

test('before going live it says what is not as it should be, and leads there', async ({ page, world }) => {
  await world.post('timers', {
    ...BLANK_TIMER,
    name: 'Rope rules',
    texts: ['Check your knots.'],
    enabled: false,
  });
  await page.goto(`${world.address}/air`);
  const checks = page.getByRole('region', { name: 'Before going live' });
  await expect(checks).toContainText('All timers are off');
  await checks.getByRole('link', { name: 'Timers' }).press('Enter');
  await page.getByRole('switch', { name: 'Rope rules is on' }).press('Space');
  await page.getByRole('link', { name: 'On air' }).press('Enter');
  await expect(checks).toContainText('all is well');
});

test('what happens stands in chat; from there one comes to its run, to what was refused and to the blank that decided', async ({
  page,
  world,
}) => {
  const say: Step = { kind: 'say', id: 's', texts: ['Mind the first step.'], order: 'random' };
  const triggers = [
    { id: 'a', event: 'raid' as const, least: 0, lowestRole: 'viewer' as const, viewers: [] },
  ];
  await world.addRoutine('Raid welcome', [say], { triggers });
  await world.add('map', 'the survey', { lowestRole: 'moderator' });
  await page.goto(`${world.address}/air`);
  await expect(page.locator('.top').getByText('Connected')).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByPlaceholder('Search, or say what to do').fill('raise a raid');
  await expect(page.getByRole('option', { name: /^Raise a raid/ })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Enter');
  const raid = page.getByRole('log', { name: 'Live chat' }).locator('.event');
  await expect(raid).toContainText('pebblewren raids with 12 people');
  await expect(raid).toContainText('raised by hand');
  await raid.getByRole('button', { name: /why$/ }).press('Enter');
  await page.getByRole('link', { name: 'Its run' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'One run' })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'Raid welcome' })).toBeVisible();

  await world.type('siltlark', '!map');
  await page.getByRole('link', { name: 'All activity' }).press('Enter');
  await page.getByRole('combobox', { name: 'How it ended' }).press('Enter');
  await page.getByRole('option', { name: 'was refused' }).press('Enter');
  await page.getByRole('combobox', { name: 'Why it was refused' }).press('Enter');
  await page.getByRole('option', { name: 'cooling down' }).press('Enter');
  await expect(page.getByText('Nothing matches these filters.')).toBeVisible();
  await page.getByRole('combobox', { name: 'Why it was refused' }).press('Enter');
  await page.getByRole('option', { name: 'not for them' }).press('Enter');
  await page.getByRole('button', { name: 'Why !map, siltlark' }).press('Enter');
  await page.getByRole('link', { name: 'Change who may use it' }).press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name', exact: true })).toHaveValue('map');
});

test('a row of the activity opens its why and keeps its place; what came meanwhile waits', async ({
  page,
  world,
}) => {
  await world.add('map', 'the survey', { lowestRole: 'moderator' });
  await page.goto(`${world.address}/air`);
  await expect(page.locator('.top').getByText('Connected')).toBeVisible();
  await world.type('siltlark', '!map');
  const activity = page.getByRole('log', { name: 'Activity' });
  const row = activity.getByRole('button', { name: /siltlark !map: for moderators and up/ });
  await row.press('Enter');
  await expect(activity.getByRole('region', { name: 'Why it did not run' })).toBeVisible();
  await world.type('oxbowkid', 'good evening');
  const arrived = page.getByRole('button', { name: '1 new' });
  await expect(arrived).toBeVisible();
  await expect(activity.getByText('oxbowkid')).toBeHidden();
  await arrived.press('Enter');
  await expect(activity.getByText('oxbowkid')).toBeVisible();
  await expect(activity.getByRole('region', { name: 'Why it did not run' })).toBeHidden();
});
