import { readFileSync } from 'node:fs';
import { STARTERS } from '@gully/core/commands';
import { BLANK_TIMER } from '@gully/core/timers';
import { expect, openCommands, test } from './test-support/world.js';

test('several commands are grouped, switched and deleted together, each with one undo', async ({
  page,
  world,
}) => {
  for (const name of ['map', 'kit', 'rope']) await world.add(name, `what ${name} says`);
  await openCommands(page, world);
  await page.getByRole('checkbox', { name: 'Select !map' }).click();
  await page.getByRole('checkbox', { name: 'Select !rope' }).click();
  const bar = page.getByRole('toolbar', { name: 'Selected commands' });
  await expect(bar).toContainText('2 selected');
  await bar.getByRole('button', { name: 'Group the selected commands' }).click();
  await page.getByLabel('A heading in the list; empty for none').fill('The cave');
  await page.getByRole('button', { name: 'Move to The cave' }).click();
  await expect(page.getByRole('rowheader', { name: 'The cave 2' })).toBeVisible();
  await expect(bar).toBeHidden();

  await page.getByRole('checkbox', { name: 'Select all of The cave' }).click();
  await bar.getByRole('button', { name: 'Switch off' }).click();
  await expect(page.getByRole('row', { name: /!map.*off/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /!rope.*off/ })).toBeVisible();
  await page
    .locator('li', { hasText: 'Switched off 2 commands' })
    .getByRole('button', { name: 'Undo', exact: true })
    .click();
  await expect(page.getByRole('row', { name: /!map.*off/ })).toBeHidden();

  // One by its own switch, with an undo of its own.
  await page.getByRole('switch', { name: '!kit is on' }).press('Space');
  await expect(page.getByRole('row', { name: /!kit.*off/ })).toBeVisible();
  await page
    .locator('li', { hasText: 'Switched off 1 command' })
    .getByRole('button', { name: 'Undo', exact: true })
    .click();
  await expect(page.getByRole('row', { name: /!kit.*off/ })).toBeHidden();

  await page.getByRole('checkbox', { name: 'Select all shown' }).click();
  await bar.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('No commands yet')).toBeVisible();
  await page
    .locator('li', { hasText: 'Deleted 3 commands' })
    .getByRole('button', { name: 'Undo', exact: true })
    .click();
  await expect(page.getByRole('link', { name: '!kit' })).toBeVisible();
  await expect(page.getByRole('rowheader', { name: 'The cave 2' })).toBeVisible();
});

test('the table tells who may, how often, and how much each was used', async ({ page, world }) => {
  await world.add('backstage', 'the recordings', {
    lowestRole: 'subscriber',
    cooldown: 20,
    viewerCooldown: 60,
  });
  await openCommands(page, world);
  const row = page.getByRole('row', { name: /!backstage/ });
  await expect(row).toContainText('Subscribers and up');
  await expect(row).toContainText('20 s; 1 min per viewer');
  await expect(row).toContainText('never');
  await world.type('siltlark', '!backstage', ['subscriber']);
  await expect(row.getByRole('cell', { name: '1', exact: true })).toBeVisible();
  await expect(row).toContainText(/just now|s ago/);
  await row.getByRole('link').click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('backstage');
  await page.goBack();
  await expect(row).toBeVisible();
});

test('a starter works as it is, and one whose name is taken says so', async ({ page, world }) => {
  await world.add('lurk', 'sits by the fire');
  await openCommands(page, world);
  await page.getByRole('button', { name: 'From a starter' }).click();
  await expect(page.getByRole('button', { name: /^!lurk.*you have one of that name/ })).toBeVisible();
  await expect(page.getByRole('dialog', { name: 'Starters' }).getByRole('listitem')).toHaveCount(
    STARTERS.length,
  );
  await page.getByRole('button', { name: /^!hug/ }).click();
  await page.getByRole('button', { name: /^Add command/ }).click();
  await expect(page.getByText('Saved !hug')).toBeVisible();
  await world.type('pebblewren', '!hug the whole rope');
  await expect(
    page.getByRole('log', { name: 'Live chat' }).getByText('pebblewren hugs the whole rope.'),
  ).toBeVisible();
});

test('the table is sorted, worked by keyboard, changed in bulk and exported as it is shown', async ({
  page,
  world,
}) => {
  for (const [name, cooldown] of [
    ['map', 5],
    ['kit', 60],
    ['rope', 20],
  ] as const)
    await world.add(name, `what ${name} says`, { cooldown });
  await openCommands(page, world);
  const titles = page.getByRole('row').getByRole('link');
  await page.getByRole('button', { name: 'Cooldown' }).click();
  await expect(titles).toHaveText(['!map', '!rope', '!kit']);
  await expect(page.getByRole('columnheader', { name: 'Cooldown' })).toHaveAttribute(
    'aria-sort',
    'ascending',
  );
  await page.getByRole('button', { name: 'Cooldown' }).click();
  await expect(titles).toHaveText(['!kit', '!rope', '!map']);

  // Two rows by the keyboard alone.
  await titles.first().focus();
  await page.keyboard.press('Shift+ArrowDown');
  await expect(titles.nth(1)).toBeFocused();
  const bar = page.getByRole('toolbar', { name: 'Selected commands' });
  await expect(bar).toContainText('2 selected');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Space');
  await expect(bar).toContainText('3 selected');
  await bar.getByRole('button', { name: 'Cooldown of the selected commands' }).click();
  await page.getByLabel('for the same viewer').fill('1m');
  await page.getByRole('button', { name: 'Change cooldown' }).click();
  await expect(page.getByRole('row', { name: /!kit/ })).toContainText('1 min; 1 min per viewer');
  await expect(page.getByRole('row', { name: /!map/ })).toContainText('5 s; 1 min per viewer');
  await expect(bar).toBeHidden();

  // How it is sorted and what it shows is still so after a reload.
  await page.getByRole('button', { name: /^Columns of commands/ }).click();
  await page.getByLabel('What it says').click();
  await page.getByLabel('Group').click();
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export CSV' }).click();
  const text = readFileSync(await (await saved).path(), 'utf8');
  expect(text.split('\n').slice(0, 3)).toEqual([
    '\uFEFFCommand,Group,Who,Cooldown,7 days,Last use,On',
    '!kit,,Anyone,1 min; 1 min per viewer,0,,on',
    '!rope,,Anyone,20 s; 1 min per viewer,0,,on',
  ]);
  await page.reload();
  await expect(titles).toHaveText(['!kit', '!rope', '!map']);
  await expect(page.getByRole('columnheader', { name: 'What it says' })).toBeHidden();
});

test('timers are changed together, with one undo', async ({ page, world }) => {
  for (const name of ['Rope rules', 'Campfire']) {
    const answer = await page.request.post(`${world.address}/api/timers`, {
      data: { ...BLANK_TIMER, name, texts: [`${name} again`] },
    });
    expect(answer.ok()).toBe(true);
  }
  await page.goto(`${world.address}/prepare/timers`);
  await page.getByRole('checkbox', { name: 'Select all shown' }).click();
  const bar = page.getByRole('toolbar', { name: 'Selected timers' });
  await bar.getByRole('button', { name: 'How often the selected timers fire' }).click();
  await page.getByLabel('Every', { exact: true }).fill('1h 30m');
  await page.getByRole('button', { name: 'Change how often' }).click();
  await expect(page.getByRole('cell', { name: '1 h 30 min' })).toHaveCount(2);
  await page
    .locator('li', { hasText: 'Changed 2 timers' })
    .getByRole('button', { name: 'Undo', exact: true })
    .click();
  await expect(page.getByRole('cell', { name: '1 h 30 min' })).toHaveCount(0);
});
