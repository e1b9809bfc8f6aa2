import { STARTERS } from '@gully/core/commands';
import { expect, test } from './test-support/world.js';

/** The starter by which viewers give to each other. */
const GIFT = STARTERS.find(({ id }) => id === 'give')!.body;

test('a currency is set up from scratch, what an hour is worth is read, and a command gets a price', async ({
  page,
  world,
}) => {
  await world.add('bell', 'the bell rings, {{ viewer.balance | amount: currency }} left');
  await page.goto(`${world.address}/prepare/currency`);
  await expect(page.getByText('This channel has no currency yet')).toBeVisible();
  await page.getByLabel('One of it').fill('flint');
  await page.getByLabel('Several of it').fill('flint');
  await page.getByLabel('Mark').fill('◆');
  const worth = page.getByRole('complementary', { name: 'What an hour is worth' });
  const ordinary = worth.getByRole('row', { name: 'A viewer who only watches' });
  await expect(ordinary).toContainText('60');
  // As it is edited, before anything is saved; a slip is named at its blank and kept.
  await page.getByLabel('Payout while live').fill('20');
  await expect(ordinary).toContainText('120');
  await page.getByLabel('Minutes between payouts').fill('0');
  await expect(page.getByText('Give a whole number from 1 to 60')).toBeVisible();
  await page.getByLabel('Minutes between payouts').fill('10');
  await page.getByRole('switch').focus();
  await page.keyboard.press('Space');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved the currency')).toBeVisible();

  await page.goto(`${world.address}/prepare/commands`);
  await page.getByRole('link', { name: /bell/u }).first().click();
  await page.getByRole('button', { name: 'What it costs: nothing' }).press('Enter');
  await page.getByLabel('Cost for everyone').fill('50');
  await expect(page.getByText('50 flint is 30 min of watching')).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved', { exact: false }).first()).toBeVisible();
  const chat = page.getByRole('log', { name: 'Live chat' });
  await world.type('siltlark', '!bell');
  await expect(chat.locator('.line', { hasText: 'siltlark' }).last()).toContainText('costs 50 flint, has 0');
});

test('flint is given by hand and in chat, and a mistaken gift is taken back as it was shown before', async ({
  page,
  world,
}) => {
  await world.put('currency', {
    value: { enabled: true, one: 'flint', many: 'flint', mark: '◆', sharing: { enabled: true } },
    version: 0,
  });
  for (const name of ['fernhatch', 'karstveil']) await world.type(name, 'evening');
  await page.goto(`${world.address}/review/ledger`);
  await page.getByRole('button', { name: 'Adjust balances' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Adjust flint balances' });
  await dialog.getByLabel('Amount').fill('100');
  await dialog.getByLabel('Find a viewer').fill('fernh');
  await expect(dialog.getByRole('list', { name: 'Viewers found' })).toContainText('fernhatch');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('status')).toContainText('1 balance changes; all together gain 100 flint');
  await dialog.getByRole('button', { name: 'Give 100 flint' }).press('Enter');
  await expect(page.getByRole('row', { name: /By hand given/u })).toContainText('fernhatch');

  await world.add('gift', '', { inputs: GIFT.inputs, steps: GIFT.routine.steps });
  await world.type('fernhatch', '!gift karstveil 60');
  const gift = page.getByRole('row', { name: /Gift/u });
  await expect(gift).toContainText('◆ 60');
  await gift.getByRole('button', { name: /Take back/u }).press('Enter');
  const reversal = page.getByRole('dialog', { name: 'Take this movement back' });
  await expect(reversal).toContainText('60 flint go back, for 2 viewers');
  await reversal.getByRole('button', { name: 'Take back 60 flint' }).press('Enter');
  await expect(gift).toContainText('taken back');
  const told = page.locator('li', { hasText: 'Took back the movement' });
  await told.getByRole('button', { name: 'Undo' }).press('Enter');
  await expect(gift.getByRole('button', { name: /Take back/u })).toBeVisible();

  const row = page.getByRole('row', { name: /Gift/u });
  await row.getByRole('button', { name: 'karstveil' }).press('Enter');
  await expect(page.getByRole('dialog', { name: 'karstveil' })).toContainText('60 flint, 1 of 2');
  await page.keyboard.press('Escape');
  // The card gives the keys back to where it was opened from, which closes whatever opened before that.
  await expect(row.getByRole('button', { name: 'karstveil' })).toBeFocused();
  await page.getByRole('button', { name: 'Verify the ledger' }).press('Enter');
  await page.getByRole('button', { name: 'Verify all of it' }).press('Enter');
  await expect(page.getByText('100 flint in circulation')).toBeVisible();
});

test('a file with two wrong lines is looked at, and the rest of it imported and taken back', async ({
  page,
  world,
}) => {
  await world.put('currency', { value: { enabled: true, one: 'flint', many: 'flint' }, version: 0 });
  for (const name of ['fernhatch', 'karstveil']) await world.type(name, 'evening');
  await page.goto(`${world.address}/review/ledger`);
  await page.getByRole('button', { name: 'Import CSV' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Import flint' });
  await dialog.getByLabel('CSV file').setInputFiles({
    name: 'flint.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('viewer,amount\nfernhatch,40\nkarstveil,1.5k\nnobody,3\nfernhatch,-1\n'),
  });
  await expect(dialog.getByRole('status')).toContainText('4 lines: 2 balances change');
  await expect(dialog.getByRole('status')).toContainText('line 4 no viewer called nobody has ever been here');
  await expect(dialog.getByRole('status')).toContainText('2 lines are left out');
  await dialog.getByRole('button', { name: 'Import' }).press('Enter');
  await expect(page.getByRole('row', { name: /Import/u })).toContainText('1,540 flint');
  await page.getByRole('button', { name: 'Undo' }).press('Enter');
  await expect(page.getByRole('row', { name: /Import/u })).toContainText('taken back');
});

test('a season is named, ends as it was shown before, and its end is undone', async ({ page, world }) => {
  await world.put('currency', { value: { enabled: true, one: 'flint', many: 'flint' }, version: 0 });
  await world.type('siltlark', 'evening');
  await page.goto(`${world.address}/prepare/seasons`);
  await page.getByLabel('Name of the season').fill('Dry season');
  await page.getByRole('button', { name: 'Add award' }).press('Enter');
  await page.getByRole('combobox', { name: 'Award 1: leaderboard' }).press('Enter');
  await page.getByRole('option', { name: 'by messages' }).press('Enter');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved the season')).toBeVisible();
  for (const text of ['one', 'two']) await world.type('siltlark', text);
  await page.getByRole('button', { name: 'End the season' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'End Dry season' });
  await expect(dialog.getByRole('list', { name: 'Awards' })).toContainText('siltlark gets 100 flint');
  await dialog.getByLabel('The next season is called').fill('Wet season');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Dry season has ended, Wet season has begun')).toBeVisible();
  const board = page.getByRole('complementary', { name: 'Leaderboard' });
  await expect(board).toContainText('siltlark');
  await page.getByRole('button', { name: 'Undo the end' }).press('Enter');
  await expect(page.getByLabel('Name of the season')).toHaveValue('Dry season');
  await expect(board).toContainText('Nobody yet.');
});
