import { addLine, addStep, expect, openCommands, test } from './test-support/world.js';

test('by keyboard: what is wrong is found, each save and discard is undone, an earlier version comes back', async ({
  page,
  world,
}) => {
  await openCommands(page, world);
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  // On from the name to the first text; saved with nothing in it, the cursor is put where it is missing.
  await page.keyboard.type('tide');
  await page.keyboard.press('Enter');
  const text = page.getByRole('textbox', { name: 'Text' });
  await expect(text).toBeFocused();
  await page.getByLabel('Name', { exact: true }).focus();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('button', { name: '1 thing to fix' })).toBeVisible();
  await expect(text).toBeFocused();
  await page.keyboard.type('The tide flows in.');
  await expect(page.getByRole('button', { name: /to fix/ })).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !tide')).toBeVisible();
  // Adding is undone only while no other new one would be written over.
  const added = page.locator('li').filter({ hasText: 'Saved !tide' });
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('');
  await page.getByLabel('Name', { exact: true }).fill('ebb');
  await added.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('There is a new command that is not saved yet')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('ebb');
  await page.getByRole('button', { name: 'Discard' }).click();
  await page.getByRole('link', { name: '!tide', exact: true }).click();

  // A save that is undone is a draft again.
  await text.click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('The tide flows out.');
  const below = async (): Promise<number> => (await text.boundingBox())?.y ?? 0;
  const before = await below();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  expect(await below()).toBe(before);
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(page.getByText(/Draft kept at .*, 1 change/)).toBeVisible();
  await expect(text).toHaveText('The tide flows out.');
  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(text).toHaveText('The tide flows in.');
  await page
    .getByText('Draft discarded')
    .locator('xpath=ancestor::li')
    .getByRole('button', { name: 'Undo' })
    .first()
    .click();
  await expect(text).toHaveText('The tide flows out.');
  await text.click();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // Version 3 is the undone one; what it was first comes back from there.
  await page.getByRole('button', { name: 'Versions' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Versions of !tide' });
  await expect(dialog.getByRole('listitem')).toHaveText([
    /Current version.*the streamer: changed steps/,
    /Version 3.*changed steps/,
    /Version 2.*changed steps/,
    /Version 1.*added/,
  ]);
  await dialog.getByRole('button', { name: /^Version 1/ }).press('Enter');
  await expect(dialog.getByText('Say The tide flows in.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Restore version 1' }).press('Enter');
  await expect(text).toHaveText('The tide flows in.');
  await world.type('siltlark', '!tide');
  await expect(page.getByRole('log', { name: 'Live chat' }).getByText('The tide flows in.')).toBeVisible();

  // A copy begins as a new one, without the names that are taken; a second waits for the first.
  await page.getByRole('button', { name: 'Duplicate' }).press('Enter');
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('');
  await expect(page.getByRole('link', { name: /new command.*draft/ })).toBeVisible();
  await expect(text).toHaveText('The tide flows in.');
  await page.getByRole('link', { name: /^!tide/ }).click();
  await page.getByRole('button', { name: 'Duplicate' }).press('Enter');
  await expect(page.getByText('There is a new command that is not saved yet').first()).toBeVisible();
});

test('a new routine stands in the list; its name and buttons stay in view; what is wrong in a fold is counted there', async ({
  page,
  world,
}) => {
  await page.goto(`${world.address}/prepare/routines`);
  await page.getByRole('link', { name: /Add routine/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Low tide');
  await expect(page.getByRole('link', { name: 'Low tide draft' })).toBeVisible();
  await expect(page.locator('.btn.do')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await page.keyboard.type('Low tide.');
  await addStep(page, 'Steps', 'if');
  await addStep(page, 'Steps then', 'say');
  for (let n = 0; n < 12; n += 1) await addStep(page, 'Steps', 'wait');
  await page.getByRole('button', { name: 'Collapse the branches' }).click();
  await addLine(page, 'Steps').focus();
  await expect(page.getByRole('button', { name: /Add routine/ })).toBeInViewport();
  await page.keyboard.press('Control+Enter');
  const hidden = page.locator('.step').getByRole('button', { name: '1 thing to fix' });
  await expect(hidden).toBeFocused();
  await hidden.press('Enter');
  await expect(page.getByText('Write what the bot says')).toBeVisible();
});
