import { aCommand, expect, openCommands, test } from './test-support/world.js';

test('a persona is saved and taken again in another browser', async ({ page, world, browser }) => {
  await openCommands(page, world);
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByLabel('Name of the viewer you play').fill('brackenfold');
  await page.getByRole('combobox', { name: 'Role of the viewer you play' }).click();
  await page.getByRole('option', { name: 'moderator' }).click();
  await page.getByRole('button', { name: /^More of the viewer you play/ }).click();
  await page.getByLabel('Time watched').fill('40');
  await page.getByRole('button', { name: 'Save brackenfold as a persona' }).click();
  await expect(page.getByRole('button', { name: 'This persona is saved' })).toBeVisible();

  const other = await (await browser.newContext()).newPage();
  await openCommands(other, world);
  await other.getByRole('tab', { name: 'Rehearsal' }).click();
  await expect(other.getByLabel('Name of the viewer you play')).toHaveValue('pebblewren');
  await other.getByRole('button', { name: /^More of the viewer you play/ }).click();
  await other
    .getByRole('list', { name: 'Saved personas' })
    .getByRole('button', { name: /^brackenfold/ })
    .click();
  await expect(other.getByLabel('Name of the viewer you play')).toHaveValue('brackenfold');
  await expect(other.getByRole('combobox', { name: 'Role of the viewer you play' })).toHaveText('moderator');
  await other.context().close();
});

test('what is only for live is tried as if live; chance is forced; nothing of it is real', async ({
  page,
  world,
}) => {
  await world.post('commands', {
    ...aCommand('draw', '', { when: { live: 'live', categories: [], from: '', to: '' } }),
    routine: {
      steps: [{ kind: 'say', id: 's', texts: ['the first', 'the middle', 'the last'], order: 'random' }],
    },
  });
  await openCommands(page, world);
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  const line = page.getByLabel('Type in the rehearsal');
  const rehearsal = page.getByRole('log', { name: 'Rehearsal' });
  const draw = async (): Promise<void> => {
    await line.fill('!draw');
    await line.press('Enter');
    await expect(line).toHaveValue('');
  };
  await draw();
  await expect(rehearsal.getByRole('button', { name: /only when live/ })).toBeVisible();
  await page.getByRole('button', { name: /^As if:/ }).click();
  await page.getByRole('combobox', { name: 'As if live or offline' }).click();
  await page.getByRole('option', { name: 'live', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('combobox', { name: 'What chance comes to' }).click();
  await page.getByRole('option', { name: 'a loss' }).click();
  await draw();
  await expect(rehearsal.getByText('the last')).toBeVisible();
  await expect(rehearsal.getByText('Step 1: one of 3 texts')).toBeVisible();
  await page.getByRole('button', { name: 'Reset' }).click();
  await draw();
  await expect(rehearsal.getByRole('button', { name: /only when live/ })).toBeVisible();
  const [command] = (await (await page.request.get(`${world.address}/api/commands`)).json()) as {
    uses: number;
  }[];
  expect(command?.uses).toBe(0);
});

test('the simulated stream goes live: the top bar says so, and what is only for live answers', async ({
  page,
  world,
}) => {
  await world.add('lake', 'we are on our way', { when: { live: 'live', categories: [], from: '', to: '' } });
  await page.goto(`${world.address}/air`);
  await expect(page.locator('.top').getByText('Offline')).toBeVisible();
  await world.type('pebblewren', '!lake');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByRole('button', { name: /only when live/ })).toBeVisible();
  await page.getByRole('combobox', { name: 'Whether the simulated stream is live' }).click();
  await page.getByRole('option', { name: 'live', exact: true }).click();
  await expect(page.locator('.top').getByText(/Live \d/)).toBeVisible();
  await world.type('pebblewren', '!lake');
  await expect(chat.getByText('we are on our way')).toBeVisible();
});
