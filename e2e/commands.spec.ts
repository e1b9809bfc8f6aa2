import { aCommand, expect, openCommands, test } from './test-support/world.js';

test('the first evening: a command is drafted, rehearsed, saved, typed, refused with its why, and survives a restart', async ({
  page,
  world,
}) => {
  await openCommands(page, world);
  await page.getByRole('button', { name: /^Add/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('lantern');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.type('{{ viewer.name }} lights lantern number {{ command.uses }}.');
  await expect(page.getByTestId('preview')).toHaveText('Now: pebblewren lights lantern number 1.');

  // Unsaved, it is in force in rehearsal, and there only.
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByLabel('Type in the rehearsal').fill('!lantern');
  await page.keyboard.press('Enter');
  const rehearsal = page.getByRole('log', { name: 'Rehearsal' });
  await expect(rehearsal.getByText('pebblewren lights lantern number 1.')).toBeVisible();
  await expect(rehearsal.getByText('!lantern is a command, your draft')).toBeVisible();
  await expect(rehearsal.getByText('counts !lantern up to 1')).toBeVisible();

  await page.getByRole('button', { name: /^Add command/ }).click();
  await expect(page.getByText('Saved !lantern')).toBeVisible();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // Live, as pebblewren.
  await page.getByRole('tab', { name: 'Live' }).click();
  await page.getByRole('button', { name: 'Say as gully' }).click();
  await page.getByLabel('say as', { exact: true }).fill('pebblewren');
  await page.keyboard.press('Escape');
  const line = page.getByLabel('Say in chat as pebblewren');
  await line.fill('!lantern');
  await line.press('Enter');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByText('pebblewren lights lantern number 1.')).toBeVisible();
  await line.fill('!lantern');
  await line.press('Enter');
  await chat.getByRole('button', { name: /cooling down, \d+ s left/ }).click();
  await expect(chat.getByRole('region', { name: 'Why it did not run' })).toContainText(
    /Every 5 s\s*\d s left/,
  );
  await expect(chat.getByText(/Did not run: cooling down, \d+ s left/)).toBeVisible();

  await world.stopServer();
  await expect(page.locator('.top').getByText('Gully is not responding')).toBeVisible();
  await world.startServer();
  await expect(page.locator('.top').getByText('Connected')).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await page.getByRole('link', { name: /!lantern/ }).click();
  await expect(page.getByText(/Used 1 time, last/)).toBeVisible();
  await expect(chat.getByText('pebblewren lights lantern number 1.')).toBeVisible();
});

test('an edit is a draft at once: it survives a reload, and discarding it brings the saved one back', async ({
  page,
  world,
}) => {
  await world.add('map', 'the survey so far');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!map/ }).click();
  await page.getByRole('button', { name: 'Who may use it: Anyone' }).click();
  await page.getByRole('combobox', { name: 'Lowest role' }).click();
  await page.getByRole('option', { name: 'Moderators and up' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(', as of {{ chanel.name }}');
  await expect(page.getByText(/Draft kept at .*, 2 changes/)).toBeVisible();
  await expect(page.getByText('was anyone')).toBeVisible();

  await page.reload();
  await expect(page.getByText(/Draft kept at .*, 2 changes/)).toBeVisible();
  await expect(page.locator('.val.no')).toHaveText('{{ chanel.name }}');
  await page.getByRole('button', { name: 'Use channel.name' }).click();
  await expect(page.getByTestId('preview')).toHaveText('Now: the survey so far, as of lanternhour');
  await expect(page.getByRole('link', { name: /!map.*draft/ })).toBeVisible();

  await page.getByRole('button', { name: 'Discard' }).click();
  await expect(page.getByTestId('preview')).toHaveText('Now: the survey so far');
  await expect(page.getByRole('button', { name: 'Who may use it: Anyone' })).toBeVisible();
});

test('what cannot be read or is taken is told at its place, and the draft is kept', async ({
  page,
  world,
}) => {
  await world.add('map', 'the survey', { aliases: ['survey'] });
  await openCommands(page, world);
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('survey');
  await expect(page.getByText('!survey is taken: it is an alias of !map')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('one two three four five');
  await expect(page.getByText(/at most 4 words/)).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('sketch');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.type('first line');
  await page.keyboard.press('Enter');
  await page.keyboard.type('see {{ viewer.name');
  await expect(page.getByText(/^Line 2, column 5: /)).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/Draft kept/)).toBeVisible();
  expect(await (await page.request.get(`${world.address}/api/commands`)).json()).toHaveLength(1);
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' }}');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !sketch')).toBeVisible();
});

test('two windows on one command: the second to save is shown both and chooses', async ({
  page,
  context,
  world,
}) => {
  const id = await world.add('map', 'as it was');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!map/ }).click();
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.press('Control+Home');
  await page.keyboard.type('mine: ');

  // Another browser: drafts are kept per browser, and two windows of one share them.
  const saved = await context.request.put(`${world.address}/api/commands/${id}`, {
    data: { ...aCommand('map', 'theirs', { lowestRole: 'vip' }), version: 1 },
  });
  expect(saved.status()).toBe(200);
  const conflict = page.getByRole('alert', { name: 'Saved by someone else while you were editing' });
  await expect(conflict).toContainText('theirs');
  await expect(conflict).toContainText('mine: as it was');
  await page.keyboard.press('Control+Enter');
  await expect(conflict).toBeVisible();
  await conflict.getByRole('button', { name: 'Save my draft over it' }).click();
  await expect(page.getByText('Saved !map')).toBeVisible();
  await expect(conflict).toBeHidden();
  expect(await (await page.request.get(`${world.address}/api/commands/${id}`)).json()).toMatchObject({
    routine: { steps: [{ texts: ['mine: as it was'] }] },
    gates: { lowestRole: 'viewer' },
    version: 3,
  });
});

test('deleting and saving can be undone', async ({ page, world }) => {
  await world.add('kit', 'two lamps');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!kit/ }).click();
  await page.getByRole('switch', { name: 'On' }).click();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('link', { name: /!kit.*off/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: /!kit.*off/ })).toBeHidden();

  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('link', { name: /!kit/ })).toBeHidden();
  await page
    .locator('li', { hasText: 'Deleted !kit' })
    .getByRole('button', { name: 'Undo', exact: true })
    .click();
  await expect(page.getByRole('link', { name: /!kit/ })).toBeVisible();
  await expect(page.getByTestId('preview')).toHaveText('Now: two lamps');
});

test('a thousand commands are listed, searched and opened', async ({ page, world }) => {
  const commands = Array.from({ length: 1_000 }, (_, n) =>
    aCommand(`passage${String(n)}`, `passage number ${String(n)} of the survey`),
  );
  const bundle = { format: 'gully-bundle', version: 1, title: 'Passages', commands };
  await world.post('bundles/take', { bundle, choices: [] });
  await openCommands(page, world);
  await page.getByLabel('Find in 1,000 commands').fill('number 77 of');
  await page.getByRole('link', { name: /!passage77/ }).click();
  await expect(page.getByTestId('preview')).toHaveText('Now: passage number 77 of the survey');
  await expect(page.getByRole('link', { name: /^!passage77 / })).toBeInViewport();
  await page.getByLabel('Find in 1,000 commands').fill('nowhere');
  await expect(page.getByText('No command has “nowhere”')).toBeVisible();
});

test('an empty list offers some to begin from, and what is begun is not lost', async ({ page, world }) => {
  await openCommands(page, world);
  await expect(page.getByRole('heading', { name: 'No commands yet' })).toBeVisible();
  await page.getByRole('button', { name: /!lurk/ }).click();
  await expect(page.getByTestId('preview').first()).toHaveText(
    'Now: pebblewren sits down by the fire and listens.',
  );
  await page.getByRole('link', { name: 'Review' }).click();
  await page.getByRole('link', { name: 'Prepare' }).click();
  await page.getByRole('button', { name: 'Continue with the new one' }).click();
  await page.getByRole('button', { name: /^Add command/ }).click();
  await expect(page.getByText('Saved !lurk')).toBeVisible();
  await expect(page.getByRole('link', { name: /!lurk/ })).toBeVisible();
});

test('other names and waits are set in their blanks, and say what they were', async ({ page, world }) => {
  await world.add('depth', '212 m below the meadow');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!depth/ }).click();
  await page.getByRole('button', { name: 'Aliases: no alias' }).click();
  await page.getByPlaceholder('!deep, !how deep').fill('!deep, below, !how deep');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Aliases: !deep !below +1' })).toBeVisible();
  await page.getByRole('button', { name: 'How often: no cooldown' }).click();
  await page.getByLabel('in the channel').fill('1.5');
  await expect(page.getByText('whole seconds, at most 1 d')).toBeVisible();
  await page.getByLabel('in the channel').fill('90');
  await page.getByLabel('for the same viewer').fill('3600');
  await page.keyboard.press('Escape');
  await expect(
    page.getByRole('button', { name: 'How often: every 1 min 30 s, each viewer 1 h' }),
  ).toBeVisible();
  await expect(page.getByText('was no cooldown')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !depth')).toBeVisible();
  await world.type('pebblewren', '!HOW  deep');
  await expect(
    page.getByRole('log', { name: 'Live chat' }).getByText('212 m below the meadow'),
  ).toBeVisible();
});
