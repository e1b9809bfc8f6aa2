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
  const said = page.getByRole('status').filter({ hasText: 'Timers due: column 1 of 12' });
  await expect(said).toContainText('row 6, 4 wide and 6 high');
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
  await elsewhere.getByRole('option', { name: 'As it comes' }).press('Enter');
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
