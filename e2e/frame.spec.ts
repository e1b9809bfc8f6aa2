import { BLANK_TIMER } from '@gully/core/timers';
import { expect, openCommands, test } from './test-support/world.js';

test('search or run: goes to a mode, opens a command by its alias, changes the theme, and keeps it', async ({
  page,
  world,
}) => {
  await world.add('depth', '212 m below the meadow', { aliases: ['deep'] });
  await openCommands(page, world);
  const ask = async (words: string): Promise<void> => {
    await page.keyboard.press('Control+k');
    await expect(page.getByPlaceholder('Search, or say what to do')).toBeFocused();
    await page.keyboard.type(words);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog', { name: 'Search or run' })).toBeHidden();
  };
  await ask('review');
  await expect(page).toHaveURL(/\/review\/activity$/);
  await ask('deep');
  await expect(page.getByTestId('preview')).toHaveText('Now: 212 m below the meadow');
  await ask('cave');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'cave');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'cave');
  await page.getByRole('button', { name: 'Limestone theme' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'limestone');
});

test('the theme follows the system until one is chosen', async ({ page, world }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.goto(world.address);
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'cave');
  await page.emulateMedia({ colorScheme: 'light' });
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'limestone');
  await page.getByRole('button', { name: 'Cave theme' }).click();
  await page.emulateMedia({ colorScheme: 'dark' });
  await page.emulateMedia({ colorScheme: 'light' });
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'cave');
});

test('the dock is on every screen, keeps its side, and stays folded when folded', async ({ page, world }) => {
  await openCommands(page, world);
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByLabel('Type in the rehearsal').fill('!nothing');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No command is called !nothing')).toBeVisible();
  for (const mode of ['On air', 'Review', 'Prepare']) {
    await page.getByRole('navigation', { name: 'Modes' }).getByRole('link', { name: mode }).click();
    await expect(page.getByText('No command is called !nothing')).toBeVisible();
  }
  await page.getByRole('button', { name: /Collapse the dock/ }).click();
  await page.reload();
  await expect(page.getByRole('complementary', { name: 'Chat, folded' })).toBeVisible();
  await page.getByRole('button', { name: /Open the dock/ }).click();
  await expect(page.getByRole('tab', { name: 'Rehearsal' })).toHaveAttribute('aria-selected', 'true');
});

test('one speaks as the bot, and its line says why it was said', async ({ page, world }) => {
  await openCommands(page, world);
  await page.keyboard.press('/');
  await page.keyboard.type('mind the step, it is loose');
  await page.keyboard.press('Enter');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.locator('.bot', { hasText: 'mind the step, it is loose' })).toBeVisible();
  await chat.getByRole('button', { name: 'why' }).click();
  await expect(chat.getByText('Said because it was typed in Gully')).toBeVisible();
  await expect(page.getByLabel('Say in chat as gully')).toHaveValue('');
});

test('the why of an ordinary line is there for whoever points at it', async ({ page, world }) => {
  await openCommands(page, world);
  await world.type('nettlecap', 'that flowstone looks like a boot');
  const chat = page.getByRole('log', { name: 'Live chat' });
  const why = chat.getByRole('button', { name: /why/ });
  await chat.getByText('that flowstone').hover();
  await expect(why).toHaveCSS('opacity', '1');
  await why.focus();
  await page.keyboard.press('Enter');
  await expect(chat.getByText(/It matches no command/)).toBeVisible();
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 420, height: 800 } });

  test('a command is made, rehearsed and found again', async ({ page, world }) => {
    await page.goto(world.address);
    await page.getByRole('button', { name: /^Add/ }).click();
    await page.getByLabel('Name', { exact: true }).fill('lurk');
    await page.getByRole('textbox', { name: 'Text' }).click();
    await page.keyboard.type('{{ viewer.name }} sits by the fire.');
    await page.getByRole('button', { name: 'Chat', exact: true }).click();
    await page.getByRole('tab', { name: 'Rehearsal' }).click();
    await page.getByLabel('Type in the rehearsal').fill('!lurk');
    await page.keyboard.press('Enter');
    await expect(
      page.getByRole('log', { name: 'Rehearsal' }).getByText('pebblewren sits by the fire.'),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Close chat' }).click();
    await page.getByRole('button', { name: /^Add command/ }).click();
    await expect(page.getByText('Saved !lurk')).toBeVisible();
    await page.getByRole('link', { name: 'Back to all commands' }).click();
    await expect(page.getByRole('link', { name: /!lurk/ })).toBeVisible();
    await page.getByRole('button', { name: 'Places' }).click();
    await page
      .getByRole('dialog', { name: 'Places' })
      .getByRole('link', { name: /Commands/ })
      .click();
    await page.getByRole('link', { name: 'On air' }).click();
    await expect(page.getByRole('region', { name: 'Connection' })).toBeVisible();
  });
});

test('with one key the bot is kept quiet, and let speak again', async ({ page, world }) => {
  await world.add('lake', 'Nobody has stood at it yet.', { cooldown: 0, viewerCooldown: 0 });
  await openCommands(page, world);
  // Its code comes after the page's own.
  await expect(page.locator('.top').getByRole('button', { name: 'Quiet', exact: true })).toBeVisible();
  await page.keyboard.press('q');
  await page.getByRole('button', { name: 'Answer moderators only, 10 min' }).press('Enter');
  const state = page
    .locator('.top')
    .getByRole('button', { name: /^Quiet, .*: only moderators are answered$/ });
  await expect(state).toBeVisible();
  await world.type('siltlark', '!lake');
  const chat = page.getByRole('log', { name: 'Live chat' });
  await expect(chat.getByRole('button', { name: 'quiet why' })).toBeVisible();
  await page.reload();
  await expect(state).toBeVisible();
  await state.press('Enter');
  await page.getByRole('button', { name: 'Turn off' }).press('Enter');
  await expect(page.locator('.top').getByRole('button', { name: 'Quiet', exact: true })).toBeVisible();
  await world.type('siltlark', '!lake');
  await expect(chat.getByText('Nobody has stood at it yet.')).toBeVisible();
});

test('search or run holds a timer, saves what is open, keeps the bot quiet and finds a viewer', async ({
  page,
  world,
}) => {
  await world.post('timers', { ...BLANK_TIMER, name: 'Rope rules', texts: ['Check your knots.'] });
  const id = await world.add('map', 'the survey so far');
  await world.type('pebblewren', 'evening');
  await page.goto(`${world.address}/prepare/commands/${id}`);
  const choose = async (words: string, name: string): Promise<void> => {
    await page.keyboard.press('Control+k');
    await page.getByPlaceholder('Search, or say what to do').fill(words);
    await page.getByRole('option', { name, exact: true }).click();
  };
  await expect(page.getByLabel('Name', { exact: true })).toBeVisible();
  await choose('hold rope', 'Hold Rope rules timer');
  await expect(page.getByText('Rope rules is held for this stream')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('chart');
  const index = page.getByRole('navigation', { name: 'Prepare' });
  await expect(index.getByRole('link', { name: 'Commands draft 1' })).toBeVisible();
  await choose('save', 'Save Ctrl ⏎');
  await expect(page.getByText('Saved !chart')).toBeVisible();
  await expect(index.getByRole('link', { name: 'Commands 1' })).toBeVisible();
  await choose('quiet nothing', 'Quiet: nothing at all, 10 min q');
  await expect(page.getByRole('button', { name: /^Quiet, 10 min/ })).toBeVisible();
  await choose('let the bot', 'Let the bot speak again q');
  await choose('pebble', 'pebblewren viewer');
  await expect(page.getByRole('heading', { name: 'pebblewren' })).toBeVisible();
});
