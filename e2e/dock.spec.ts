import { expect, openCommands, test } from './test-support/world.js';

test.describe('over a power cut', () => {
  test.use({ apart: true });
  test('a page that lost the server comes back by itself and has missed nothing', async ({ page, world }) => {
    await openCommands(page, world);
    const chat = page.getByRole('log', { name: 'Live chat' });
    await world.type('siltlark', 'evening all');
    await expect(chat.getByText('evening all')).toBeVisible();
    // Asked for whole, lines are written first; unwritten ones, a quarter of a second's, go with a power cut.
    await page.request.get(`${world.address}/api/chat/lines?limit=500`);
    await world.cutPower();
    await expect(page.locator('.top').getByText('Gully is not responding')).toBeVisible();
    await world.startServer();
    await expect(page.locator('.top').getByText('Connected')).toBeVisible({ timeout: 20_000 });
    await world.type('siltlark', 'did I miss the lake');
    await world.add('lake', 'nobody has stood at it yet');
    await expect(chat.getByText('did I miss the lake')).toHaveCount(1);
    await expect(chat.getByText('evening all')).toHaveCount(1);
    await expect(page.getByRole('link', { name: /!lake/ })).toBeVisible();
  });
});

test('chat follows what arrives, stands still while one reads, and goes back to older lines', async ({
  page,
  world,
}) => {
  for (let n = 0; n < 260; n++) await world.type('drip_count', `drop ${String(n)}`);
  await openCommands(page, world);
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByText('drop 259', { exact: true })).toBeVisible();
  await chat.evaluate((element) => {
    element.scrollTop = 0;
  });
  await world.type('siltlark', 'new one');
  await expect(page.getByRole('button', { name: '1 new' })).toBeVisible();
  await expect
    .poll(async () => {
      await chat.evaluate((element) => {
        element.scrollTop = 0;
      });
      return chat.getByText('drop 0', { exact: true }).count();
    })
    .toBe(1);
  await page.getByRole('button', { name: '1 new' }).click();
  await expect(chat.getByText('new one')).toBeVisible();
});

test('the connection is shown as it breaks and mends, and the board tells what happened', async ({
  page,
  world,
}) => {
  await world.add('map', 'the survey', { lowestRole: 'moderator' });
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Connection' });
  await panel.getByRole('button', { name: 'Details' }).click();
  await expect(panel.getByText(/with moderator rights/)).toBeVisible();
  await world.type('pebblewren', '!map');
  await world.type('mossmoth', '!map', ['moderator']);
  const activity = page.getByRole('log', { name: 'Activity' });
  await expect(activity.getByText('pebblewren writes here for the first time')).toBeVisible();
  await expect(activity.getByText('pebblewren !map: for moderators and up')).toBeVisible();
  await expect(activity.getByText('mossmoth ran !map')).toBeVisible();
  await panel.getByRole('button', { name: 'Break it for 5 s' }).click();
  await expect(panel.getByText(/Connection lost|Refused/)).toBeVisible();
  await expect(panel.getByText(/Next try in \d+ s/)).toBeVisible();
  await expect(panel.getByText('Connected')).toBeVisible({ timeout: 20_000 });
  await expect(activity.getByText('is no longer in #')).toBeVisible();
});

test('Review lists who wrote, and finds them by name', async ({ page, world }) => {
  await world.type('quillrush', 'I felt the draught', ['vip']);
  await world.type('thirdrope', 'rope is snug');
  await world.type('thirdrope', 'ready');
  await page.goto(`${world.address}/review/viewers`);
  await expect(page.getByRole('row', { name: /thirdrope viewer 2/ })).toBeVisible();
  await page.getByLabel('Find a name').fill('QUILL');
  await expect(page.getByRole('row', { name: /quillrush VIP 1/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /thirdrope/ })).toBeHidden();
});

test('the simulated room is made livelier and silent again', async ({ page, world }) => {
  await page.goto(`${world.address}/air`);
  await expect(page.locator('.top').getByText('Connected')).toBeVisible();
  const lively = page.getByRole('combobox', { name: 'How lively the simulated room is' });
  await expect(lively).toHaveText('0 people, 0 messages a min');
  await lively.click();
  await page.getByRole('option', { name: 'busy, 800 people' }).click();
  await expect(lively).toHaveText('busy, 800 people');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect.poll(() => chat.locator('.line').count()).toBeGreaterThan(3);
  await lively.click();
  await page.getByRole('option', { name: 'silent' }).click();
  await expect(lively).toHaveText('silent');
});

test('a cooldown is watched by moving the rehearsal’s clock; the real one is not touched', async ({
  page,
  world,
}) => {
  await world.add('question', 'what is the smallest light you would trust', { cooldown: 90 });
  await openCommands(page, world);
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  const line = page.getByLabel('Type in the rehearsal');
  const rehearsal = page.getByRole('log', { name: 'Rehearsal' });
  const ask = async (): Promise<void> => {
    await line.fill('!question');
    await line.press('Enter');
    await expect(line).toHaveValue('');
  };
  await ask();
  await page.getByRole('button', { name: '+1 min' }).click();
  await ask();
  await expect(rehearsal.getByRole('button', { name: /cooling down, (30|29|28|27) s left/ })).toBeVisible();
  await page.getByRole('button', { name: '+1 min' }).click();
  await ask();
  await expect(rehearsal.getByText('2 min on')).toBeVisible();
  await expect(rehearsal.getByText('what is the smallest light you would trust')).toHaveCount(2);
  await page.getByRole('button', { name: 'Reset' }).click();
  await expect(rehearsal.getByText(/^Type as pebblewren/)).toBeVisible();
  await world.type('siltlark', '!question');
  await page.getByRole('tab', { name: 'Live' }).click();
  await expect(page.getByRole('button', { name: /ran !question/ })).toBeVisible();
});

test('a name in chat opens who that is; chat is searched, and filtered to what they wrote', async ({
  page,
  world,
}) => {
  await world.add('lake', 'Nobody has stood at it yet.', { lowestRole: 'moderator' });
  await openCommands(page, world);
  await world.type('pebblewren', 'which way to the lake');
  await world.type('siltlark', '!lake');
  await world.type('siltlark', 'a dry sock, at last');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByText('a dry sock, at last')).toBeVisible();
  await chat.getByRole('button', { name: 'siltlark' }).first().press('Enter');
  const card = page.getByRole('dialog', { name: 'siltlark' });
  await expect(card.getByRole('list', { name: 'Last messages' }).getByRole('listitem')).toHaveCount(2);
  await card.getByLabel('A note about this viewer').fill('Knows the lower series.');
  await card.getByRole('button', { name: 'Add note' }).press('Enter');
  // Not the field, which still has it for a moment.
  await expect(card.locator('p', { hasText: 'Knows the lower series.' })).toBeVisible();
  await card.getByRole('button', { name: 'Only their lines' }).press('Enter');
  await page.keyboard.press('Escape');
  const found = page.getByRole('region', { name: 'Lines found' });
  await expect(found.locator('.line')).toHaveText([/a dry sock/, /!lake/]);
  await page.getByRole('combobox', { name: 'Which lines' }).press('Enter');
  await page.getByRole('option', { name: 'Refused' }).press('Enter');
  await expect(found.locator('.line')).toHaveText([/!lake.*only for|!lake.*moderators/i]);
  await page.getByRole('button', { name: 'Back to live chat' }).press('Enter');
  await expect(chat).toBeVisible();
  await page.getByLabel('Search chat').fill('LAKE');
  await expect(found.locator('.line')).toHaveText([/!lake/, /which way to the lake/]);
  await found.getByRole('button', { name: 'pebblewren' }).click();
  await page.getByRole('button', { name: 'Rehearse as them' }).click();
  await expect(page.getByRole('tab', { name: 'Rehearsal' })).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('Escape');
  await page.getByLabel('Type in the rehearsal').fill('!lake');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('log', { name: 'Rehearsal' }).getByText('pebblewren').first()).toBeVisible();
});

test('from a why to the blank that decided, and to the same line in the rehearsal', async ({
  page,
  world,
}) => {
  await world.add('lake', 'Nobody has stood at it yet.', { cooldown: 600 });
  await openCommands(page, world);
  await world.type('pebblewren', '!lake');
  await world.type('siltlark', '!lake');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await chat.getByRole('button', { name: /cooling down, .* left/ }).press('Enter');
  await chat.getByRole('link', { name: 'Change its cooldown' }).press('Enter');
  await expect(page.getByRole('button', { name: /^How often/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.getByLabel('in the channel').fill('0');
  await page.keyboard.press('Escape');
  // Rehearsed with the change that is not saved yet, the same line runs.
  await chat.getByRole('button', { name: 'Rehearse as this viewer' }).press('Enter');
  const rehearsal = page.getByRole('log', { name: 'Rehearsal' });
  await expect(rehearsal.getByText('Nobody has stood at it yet.')).toBeVisible();
  await expect(rehearsal.getByText('siltlark').first()).toBeVisible();
});
