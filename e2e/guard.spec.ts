import { connect } from 'node:net';
import { expect, test, type Page, type World } from './test-support/world.js';

test('usual is chosen on an empty channel: a link is removed, its poster gets grace and posts it', async ({
  page,
  world,
}) => {
  await world.type('siltlark', 'evening');
  await page.goto(`${world.address}/prepare/filters`);
  await page.getByRole('button', { name: 'Usual' }).press('Enter');
  await expect(page.getByRole('switch', { name: 'Links' })).toBeChecked();
  // Nothing is in force before it is saved; what it would have caught is seen at once, and so is a message.
  await expect(page.getByRole('region', { name: 'Replay' })).toContainText(/0\s+caught/u);
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
  await expect(panel).toContainText(/siltlark may post links\s*0:\d\d/u);
});

test('a wrong catch is undone, an exception is made for its cause, and a changed limit is replayed', async ({
  page,
  world,
}) => {
  await usual(page, world);
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
  await usual(page, world);
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

/** Begins the usual guard, past the page. */
async function usual(page: Page, world: World): Promise<void> {
  const { value } = (await (
    await page.request.post(`${world.address}/api/guard/beginning`, { data: { way: 'usual' } })
  ).json()) as { value: object };
  await page.request.put(`${world.address}/api/guard`, { data: { value, version: 0 } });
}

test('two people change the guard at once: one is told, keeps the draft, and goes on with it', async ({
  page,
  world,
}) => {
  await usual(page, world);
  await page.goto(`${world.address}/prepare/filters`);
  await page.getByLabel('Capitals, at most').fill('30');
  const now = (await (await page.request.get(`${world.address}/api/guard`)).json()) as {
    value: { grace: number };
    version: number;
  };
  await page.request.put(`${world.address}/api/guard`, {
    data: { value: { ...now.value, grace: 90 }, version: now.version },
  });
  await expect(page.getByText('Saved by someone else while you were editing')).toBeVisible();
  await page.getByRole('button', { name: 'Go on with my draft' }).press('Enter');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved the guard')).toBeVisible();
  await page
    .locator('li', { hasText: 'Saved the guard' })
    .getByRole('button', { name: 'Undo', exact: true })
    .press('Enter');
  await expect(page.getByLabel('Capitals, at most')).toHaveValue('30');
  await expect(page.getByText('1 change', { exact: true })).toBeVisible();
});

test('what cannot be saved is told in its row, and the same domain allowed and blocked is pointed out', async ({
  page,
  world,
}) => {
  await usual(page, world);
  await page.goto(`${world.address}/prepare/filters`);
  await page.getByLabel('Capitals, at most').fill('300');
  const row = page.getByRole('row', { name: /^Capitals/u });
  await expect(row).toContainText('Give a whole number from 0 to 100');
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled();
  await page.getByLabel('Capitals, at most').fill('60');
  await expect(page.getByRole('button', { name: 'Save' })).toBeEnabled();
  await page.getByRole('button', { name: 'blocked domains' }).press('Enter');
  await page.getByLabel('Domains that are blocked').fill('maps.example');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'allowed domains' }).press('Enter');
  await page.getByLabel('Domains that are allowed').fill('maps.example\nnot_a_domain');
  await expect(page.getByText('maps.example is both allowed and blocked; it stays blocked')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText('not_a_domain is not a domain')).toBeVisible();
});

test('a viewer is timed out and banned from their card, and what people did is listed and found', async ({
  page,
  world,
}) => {
  await world.type('duskmantle', 'evening');
  await page.goto(`${world.address}/review/catches`);
  await expect(page.getByText('Nothing was caught yet.')).toBeVisible();
  const chat = page.getByRole('log', { name: 'Live chat' });
  await chat.getByRole('button', { name: 'duskmantle' }).press('Enter');
  await page.getByRole('button', { name: 'Timeout 10 min' }).press('Enter');
  await expect(page.getByText('Timed out by a person')).toBeVisible();
  await page.getByRole('button', { name: 'Let them write again' }).press('Enter');
  await page.getByRole('button', { name: 'Ban', exact: true }).press('Enter');
  await expect(page.getByText('Banned by a person')).toBeVisible();
  await page.keyboard.press('Escape');
  const table = page.getByRole('table');
  await expect(table.getByRole('row')).toHaveCount(4);
  await page.getByLabel('Find a name or a text').fill('siltlark');
  await expect(page.getByText('Nothing matches these filters.')).toBeVisible();
  await page.getByLabel('Find a name or a text').fill('duskmantle');
  await expect(table.getByRole('row').nth(1)).toContainText('ban by');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export CSV' }).press('Enter'),
  ]);
  expect(file.suggestedFilename()).toBe('catches.csv');
});

test('without moderator rights the top bar says that the guard only records', async ({ page, world }) => {
  await usual(page, world);
  await page.goto(`${world.address}/prepare/commands`);
  await expect(page.locator('.top').getByText('Connected')).toBeVisible();
  const owner = connect(world.ircPort, '127.0.0.1');
  owner.write(
    'NICK odalys_tarn\r\nUSER odalys 0 * :odalys\r\nJOIN #lanternhour\r\nMODE #lanternhour -o gully\r\n',
  );
  await page.locator('.top').getByText('Guard only records').press('Enter');
  await expect(page.getByText('The guard only records: Gully has no moderator rights here.')).toBeVisible();
  owner.destroy();
});

test('lines of a replay are labelled, and the figures follow; a ready-made list is switched on and undone', async ({
  page,
  world,
}) => {
  await usual(page, world);
  await world.type('gritandgo', 'see maps.example');
  await world.type('hollowbee', 'see maps.example/wet');
  await page.goto(`${world.address}/review/replay`);
  await page.getByRole('button', { name: 'Replay', exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Lines of Links' }).press('Enter');
  await page.getByRole('button', { name: /^right: gritandgo/u }).press('Enter');
  await expect(page.getByRole('button', { name: /^right: gritandgo/u })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: /^wrong: hollowbee/u }).press('Enter');
  await expect(page.getByRole('button', { name: /^wrong: hollowbee/u })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: 'Replay again' }).press('Enter');
  await expect(page.getByRole('row', { name: /^Links/u })).toContainText('50%');

  await page.goto(`${world.address}/prepare/phrases`);
  const english = page.getByRole('switch', { name: 'English', exact: true });
  await english.press('Space');
  await expect(page.getByText('English: on')).toBeVisible();
  await expect(english).toBeChecked();
  await page
    .locator('li', { hasText: 'English: on' })
    .getByRole('button', { name: 'Undo', exact: true })
    .press('Enter');
  await expect(english).not.toBeChecked();
});

test('the rehearsal takes the guard as it is edited, and nothing real happens', async ({ page, world }) => {
  await page.goto(`${world.address}/prepare/filters`);
  await page.getByRole('button', { name: 'Usual' }).press('Enter');
  await page.getByRole('tab', { name: 'Rehearsal' }).press('Enter');
  await expect(page.getByText('your draft of the guard')).toBeVisible();
  await page.getByLabel('Type in the rehearsal').fill('see maps.example');
  await page.keyboard.press('Enter');
  const rehearsal = page.getByRole('log', { name: 'Rehearsal' });
  await expect(rehearsal).toContainText('links: maps.example');
  await expect(rehearsal).toContainText('takes the message out of chat');
  const { value } = (await (await page.request.get(`${world.address}/api/guard`)).json()) as {
    value: { filters: { links: { enabled: boolean } } };
  };
  expect(value.filters.links.enabled).toBe(false);
});
