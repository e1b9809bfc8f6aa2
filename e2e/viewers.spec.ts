import { expect, test, type Page, type World } from './test-support/world.js';

async function openViewer(page: Page, world: World, name: string): Promise<void> {
  await page.goto(`${world.address}/review/viewers`);
  await page.getByRole('link', { name, exact: true }).click();
  await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
}

test('a viewer’s page: what they did, a note, a mark that silences them, and both taken back', async ({
  page,
  world,
}) => {
  await world.add('map', 'the survey');
  await world.type('cheap_ropes_4u', 'best ropes here');
  await world.type('cheap_ropes_4u', '!map');
  await openViewer(page, world, 'cheap_ropes_4u');
  await expect(page.getByText('best ropes here').first()).toBeVisible();
  await page.getByLabel('A note about this viewer').fill('sells ropes in every chat');
  await page.getByRole('button', { name: 'Add note' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'sells ropes' })).toBeVisible();
  await page.getByRole('button', { name: /^Remove the note/ }).click();
  await page
    .locator('[data-sonner-toast]', { hasText: 'Removed the note' })
    .getByRole('button', { name: 'Undo', exact: true })
    .click();
  await expect(page.getByRole('listitem').filter({ hasText: 'sells ropes' })).toBeVisible();

  await page.getByRole('switch', { name: 'Ignored' }).click();
  await expect(page.getByRole('switch', { name: 'Ignored' })).toBeChecked();
  await world.type('cheap_ropes_4u', '!map');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByRole('button', { name: /^ignored/ })).toBeVisible();
  await page.getByRole('link', { name: 'Back to all viewers' }).click();
  await page.getByRole('combobox', { name: 'Mark' }).click();
  await page.getByRole('option', { name: 'ignored', exact: true }).click();
  await expect(page.getByText('1 to 1 of 1')).toBeVisible();
});

test('two accounts are merged into one, and the merge is undone', async ({ page, world }) => {
  for (const text of ['one', 'two', 'three']) await world.type('wren_of_old', text);
  await world.type('pebblewren', 'here I am');
  await openViewer(page, world, 'pebblewren');
  await page.getByLabel('Find the other account').fill('wren_of');
  await page.getByRole('button', { name: 'Merge into pebblewren' }).click();
  await expect(page.getByText('Merged wren_of_old into this viewer')).toBeVisible();
  await expect(page.locator('dl.facts')).toContainText('Messages4');
  await expect(page.getByText('three', { exact: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo the merge' }).click();
  await expect(page.locator('dl.facts')).toContainText('Messages1');
  await page.getByRole('link', { name: 'Back to all viewers' }).click();
  await expect(page.getByRole('row', { name: /wren_of_old.*3/ })).toBeVisible();
});

test('erasing asks first; then the name is gone from the list, the log and the open page', async ({
  page,
  world,
}) => {
  await world.add('hail', 'hail, {{ viewer.name }}');
  await world.type('tallowfen', '!hail');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await openViewer(page, world, 'tallowfen');
  await expect(chat.getByText('hail, tallowfen')).toBeVisible();
  await page.getByRole('button', { name: 'Erase this viewer…' }).click();
  await expect(page.getByRole('alertdialog')).toContainText('This cannot be undone');
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('heading', { name: 'tallowfen' })).toBeVisible();
  await page.getByRole('button', { name: 'Erase this viewer…' }).click();
  await page.getByRole('button', { name: 'Erase tallowfen' }).click();
  await expect(page.getByText('Erased the viewer')).toBeVisible();
  await expect(page.getByRole('link', { name: 'erased viewer' })).toBeVisible();
  // What the bot said for them is gone as well.
  await expect(chat.getByText('(for an erased viewer)')).toBeVisible();
  await expect(page.getByText('tallowfen')).toHaveCount(0);
});

test('a file of viewers is looked at, then taken in; a wrong one is told', async ({ page, world }) => {
  await world.type('pebblewren', 'hello');
  await page.goto(`${world.address}/review/viewers`);
  const file = page.getByLabel('CSV file of viewers');
  const csv = (text: string | Buffer) => ({
    name: 'viewers.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await file.setInputFiles(csv('user,points\npebblewren,4\n'));
  const dialog = page.getByRole('dialog', { name: 'Import viewers' });
  await expect(dialog.getByRole('alert')).toContainText('no column called name');
  await dialog.getByRole('button', { name: 'Close' }).click();
  await file.setInputFiles(csv('name,messages,shoes\npebblewren,345,38\nold_hand,12,41\ntwo words,1,1\n'));
  await expect(dialog).toContainText('Columns skipped, since they are not known: shoes');
  await expect(dialog).toContainText('1new, will be added');
  await expect(dialog).toContainText('line 4: “two words” is not a viewer’s name');
  await dialog.getByRole('button', { name: 'Import them' }).click();
  await expect(page.getByText('Added 1 viewers, changed 1')).toBeVisible();
  await page.getByRole('button', { name: 'Messages' }).click();
  await expect(page.getByRole('row').nth(1)).toContainText(/pebblewren.*345/);
  await page.getByRole('button', { name: 'Messages' }).click();
  await expect(page.getByRole('row').nth(1)).toContainText(/old_hand.*12/);
});
