import { aCommand, expect, openCommands, test } from './test-support/world.js';

test('saving while the server is away says so, keeps the draft, and works once it is back', async ({
  page,
  world,
}) => {
  await world.add('kit', 'two lamps');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!kit/ }).click();
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' and a soup');
  await world.stopServer();
  await expect(page.getByText('Gully is not responding').first()).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(/Gully is not responding\. Nothing was changed/)).toBeVisible();
  await expect(page.getByText(/Draft kept/)).toBeVisible();
  await world.startServer();
  await expect(page.locator('.top').getByText('Connected')).toBeVisible({ timeout: 20_000 });
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !kit')).toBeVisible();
  await expect(page.getByTestId('preview')).toHaveText('Now: two lamps and a soup');
});

test('a command deleted elsewhere while it is edited here: not a word is lost', async ({ page, world }) => {
  const id = await world.add('rope', 'the alpine butterfly');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!rope/ }).click();
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(', tied wet');
  await page.request.delete(`${world.address}/api/commands/${id}`);
  await expect(page.getByRole('link', { name: /!rope/ })).toBeHidden();
  await expect(page.getByTestId('preview')).toHaveText('Now: the alpine butterfly, tied wet');
  await page.getByRole('button', { name: /^Add command/ }).click();
  await expect(page.getByText('Saved !rope')).toBeVisible();
  await expect(page.getByRole('link', { name: /!rope/ })).toBeVisible();
});

test('of a conflict one can also take the saved one', async ({ page, world }) => {
  const id = await world.add('map', 'as it was');
  await openCommands(page, world);
  await page.getByRole('link', { name: /!map/ }).click();
  await page.getByRole('switch', { name: 'On' }).click();
  await page.request.put(`${world.address}/api/commands/${id}`, {
    data: { ...aCommand('map', 'theirs', { aliases: ['survey'] }), version: 1 },
  });
  const conflict = page.getByRole('alert', { name: 'Saved by someone else while you were editing' });
  await expect(conflict).toContainText('survey');
  await conflict.getByRole('button', { name: /Keep the saved version/ }).click();
  await expect(conflict).toBeHidden();
  await expect(page.getByTestId('preview')).toHaveText('Now: theirs');
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
});

test('an address that leads nowhere offers a way on', async ({ page, world }) => {
  await page.goto(`${world.address}/prepare/commands/01AAAAAAAAAAAAAAAAAAAAAAAA`);
  await expect(page.getByRole('heading', { name: 'There is no such command' })).toBeVisible();
  await page.getByRole('link', { name: 'All commands' }).click();
  await expect(page.getByRole('heading', { name: 'No commands yet' })).toBeVisible();
  await page.goto(`${world.address}/nowhere`);
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  expect((await page.request.get(`${world.address}/api/nowhere`)).status()).toBe(404);
});

test('a text without end is told in the editor, and chat goes on', async ({ page, world }) => {
  await openCommands(page, world);
  await page.getByRole('button', { name: /^Add/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('loop');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.insertText('{% for i in (1..1000000000) %}x{% endfor %}');
  await expect(page.getByText('The text was stopped: it grew too large')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !loop')).toBeVisible();
  await world.type('siltlark', '!loop');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await chat.getByRole('button', { name: /ran !loop, nothing to say/ }).click();
  await expect(chat.getByText('The text was stopped: it grew too large')).toBeVisible();
});

test('what a viewer types is text, in chat and everywhere it is shown', async ({ page, world }) => {
  await world.add('hug', '{{ viewer.name }} hugs {{ input.all }}');
  await page.goto(`${world.address}/air`);
  await expect(page.locator('.top').getByText('Connected')).toBeVisible();
  const nasty = '<img src=x onerror=alert(1)> {{ channel.name }} \u202etxet';
  await world.type('洞窟の人', `!hug ${nasty}`);
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(
    chat.getByText('洞窟の人 hugs <img src=x onerror=alert(1)> {{ channel.name }} txet'),
  ).toBeVisible();
  await expect(page.locator('img')).toHaveCount(0);
  await world.type('siltlark', 'x'.repeat(5_000));
  await expect(chat.getByText(/^x{5000}$/)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
});
