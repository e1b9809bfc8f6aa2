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
  await expect(row).toContainText('20 s, each 1 min');
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
  await expect(page.getByRole('dialog', { name: 'Starters' }).getByRole('listitem')).toHaveCount(23);
  await page.getByRole('button', { name: /^!hug/ }).click();
  await page.getByRole('button', { name: /^Add command/ }).click();
  await expect(page.getByText('Saved !hug')).toBeVisible();
  await world.type('pebblewren', '!hug the whole rope');
  await expect(
    page.getByRole('log', { name: 'Live chat' }).getByText('pebblewren hugs the whole rope.'),
  ).toBeVisible();
});
