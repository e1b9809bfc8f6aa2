import { expect, test } from './test-support/world.js';

test('usual is chosen on an empty channel: a link is removed, its poster gets grace and posts it', async ({
  page,
  world,
}) => {
  await world.type('siltlark', 'evening');
  await page.goto(`${world.address}/prepare/filters`);
  await page.getByRole('button', { name: 'Usual' }).press('Enter');
  await expect(page.getByRole('switch', { name: 'Links' })).toBeChecked();
  // Nothing is in force before it is saved; what it would do is seen at once.
  await page.getByLabel('A message to try').fill('see maps.example');
  await expect(page.locator('.tried li', { hasText: 'Links' })).toContainText('maps.example');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved the guard')).toBeVisible();

  const chat = page.getByRole('log', { name: 'Live chat' });
  await world.type('siltlark', 'see maps.example');
  const removed = chat.locator('.line', { hasText: 'links: maps.example' });
  await expect(removed).toContainText('removed');
  await chat.getByRole('button', { name: 'siltlark' }).last().press('Enter');
  await page.getByRole('button', { name: 'Grace for links' }).press('Enter');
  await expect(chat.getByText('siltlark may post links for 1 min.')).toBeVisible();
  await page.keyboard.press('Escape');
  await world.type('siltlark', 'here it is: maps.example/wet');
  await expect(chat.getByText('here it is: maps.example/wet')).toBeVisible();
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Catches' });
  await expect(panel).toContainText('see maps.example');
  await expect(panel).toContainText(/siltlark may post links for \d+ s/u);
});

test('a wrong catch is undone, an exception is made for its cause, and a changed limit is replayed', async ({
  page,
  world,
}) => {
  const { value } = (await (
    await page.request.get(`${world.address}/api/guard/beginning?way=usual`)
  ).json()) as { value: object };
  await page.request.put(`${world.address}/api/guard`, { data: { value, version: 0 } });
  await world.add('map', 'the map is drawn');
  await world.type('hollowbee', '!map surveys.example/hall');
  await world.type('gritandgo', 'THE LAMP is out AGAIN down here');
  await page.goto(`${world.address}/review/catches`);
  const row = page.getByRole('row', { name: /surveys\.example/u });
  await expect(row).toContainText('delete, step 1');
  await row.getByRole('button', { name: 'Undo the catch of hollowbee' }).press('Enter');
  await expect(row).toContainText('undone');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByText('the map is drawn')).toBeVisible();

  await row.getByRole('button', { name: 'More about the catch of hollowbee' }).press('Enter');
  await page.getByRole('menuitem', { name: 'Never catch this again' }).press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Never catch this again' });
  await expect(dialog.getByRole('radio').first()).toBeChecked();
  await expect(dialog).toContainText('Nothing else of the last');
  await dialog.getByRole('button', { name: 'Make the exception' }).press('Enter');
  await expect(page.getByText('The guard lets through links to surveys.example/hall')).toBeVisible();
  await world.type('tallowfen', 'as on surveys.example/hall');
  await expect(chat.getByText('as on surveys.example/hall')).toBeVisible();

  await page.goto(`${world.address}/prepare/filters`);
  await page.getByLabel('Capitals, at most').fill('30');
  await expect(page.getByText('was 70')).toBeVisible();
  await page.getByRole('button', { name: 'Replay', exact: true }).press('Enter');
  const replay = page.getByRole('region', { name: 'Replay' });
  await expect(replay.getByRole('heading', { name: /Newly caught, all 1/u })).toBeVisible();
  await expect(replay).toContainText('THE LAMP is out AGAIN');
  // The draft is there after a reload, and Discard can be undone.
  await page.reload();
  await expect(page.getByLabel('Capitals, at most')).toHaveValue('30');
  await page.getByRole('button', { name: 'Discard' }).press('Enter');
  await expect(page.getByLabel('Capitals, at most')).toHaveValue('70');
});

test('a group of phrases is written, saved and catches; a fault is told where it stands', async ({
  page,
  world,
}) => {
  const { value } = (await (
    await page.request.get(`${world.address}/api/guard/beginning?way=usual`)
  ).json()) as { value: object };
  await page.request.put(`${world.address}/api/guard`, { data: { value, version: 0 } });
  await page.goto(`${world.address}/prepare/phrases/new`);
  await page.getByLabel('Name', { exact: true }).fill('Spoilers');
  const fresh = page.getByLabel('A new phrase');
  await fresh.fill('x');
  await fresh.press('Enter');
  await expect(page.getByLabel('Phrase 1', { exact: true })).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Phrase 1', { exact: true }).fill('sunken gate');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved Spoilers')).toBeVisible();
  await world.type('siltlark', 'the s u n k e n gate');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByText('blocked phrases: 1 of Spoilers')).toBeVisible();
});
