import { expect, openCommands, test, type Page } from './test-support/world.js';

const live = (page: Page) => page.getByRole('log', { name: 'Live chat' });
const save = async (page: Page, title: string): Promise<void> => {
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText(`Saved ${title}`)).toBeVisible();
};

test('a command only for one named viewer answers that viewer and nobody else', async ({ page, world }) => {
  await world.type('quillrush', 'good evening', ['vip']);
  await world.add('anchor', 'the anchor holds');
  await openCommands(page, world);
  await page.getByRole('link', { name: '!anchor' }).click();
  await page.getByRole('button', { name: 'Who may use it: Anyone' }).click();
  await page.getByRole('combobox', { name: 'Lowest role' }).click();
  await page.getByRole('option', { name: 'Only the streamer' }).click();
  await page.getByLabel(/^Always these viewers/).fill('@quillrush');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Who may use it: Only quillrush' })).toBeVisible();
  await save(page, '!anchor');

  await world.type('quillrush', '!anchor', ['vip']);
  await expect(live(page).getByText('the anchor holds')).toHaveCount(1);
  await world.type('mossmoth', '!anchor', ['moderator']);
  await live(page)
    .getByRole('button', { name: /^for quillrush/ })
    .click();
  await expect(live(page).getByText('Did not run: for quillrush')).toBeVisible();
  await expect(live(page).getByText('the anchor holds')).toHaveCount(1);
});

test('an alias and a phrase give the same answer, and a phrase that is taken is told', async ({
  page,
  world,
}) => {
  await world.add('map', 'the survey so far: north passage');
  await world.add('kit', 'two lamps', { phrases: ['what do you carry'] });
  await openCommands(page, world);
  await page.getByRole('link', { name: '!map' }).click();
  await page.getByRole('button', { name: /^Aliases/ }).click();
  await page.getByPlaceholder('!deep, !how deep').fill('!survey');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Phrases: none' }).click();
  const phrases = page.getByLabel(/^Phrases, one per line/);
  await phrases.fill('what do you CARRY');
  await expect(page.getByText('“what do you CARRY” is taken: it starts !kit').first()).toBeVisible();
  await phrases.fill('   ');
  await expect(page.getByText(/^A phrase is empty/).first()).toBeVisible();
  await phrases.fill('where are we');
  await page.getByPlaceholder('where is (?P<thing>[a-z]+)').fill('(north');
  await expect(page.getByText(/The pattern cannot be read: missing closing/).first()).toBeVisible();
  await page.getByPlaceholder('where is (?P<thing>[a-z]+)').fill('');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Phrases: “where are we”' })).toBeVisible();
  await save(page, '!map');
  await world.type('pebblewren', '!survey');
  await world.type('siltlark', 'hm, Where are WE now?');
  await expect(live(page).getByText('the survey so far: north passage')).toHaveCount(2);
  await world.type('tallowfen', 'nowhere are we');
  await expect(live(page).getByText('nowhere are we')).toBeVisible();
  await expect(live(page).getByText('the survey so far: north passage')).toHaveCount(2);
});

test('a command for subscribers is refused to others, who hear so once, and its why says it', async ({
  page,
  world,
}) => {
  await world.add('backstage', 'the recordings', { lowestRole: 'subscriber' });
  await openCommands(page, world);
  await page.getByRole('link', { name: '!backstage' }).click();
  await page.getByRole('button', { name: 'If refused: say nothing' }).click();
  await page.getByLabel('not for them').fill('{{ viewer.name }}, {{ refused.why }}.');
  await expect(page.getByText('Now: pebblewren, cooling down, 12 s left.')).toBeVisible();
  await page.keyboard.press('Escape');
  await save(page, '!backstage');
  await world.type('oxbowkid', '!backstage', ['follower']);
  await world.type('oxbowkid', '!backstage', ['follower']);
  await expect(live(page).getByText('oxbowkid, for subscribers and up.')).toHaveCount(1);
  const refused = live(page).getByRole('button', { name: /for subscribers and up/ });
  await expect(refused).toHaveCount(2);
  await refused.first().click();
  const why = live(page).getByRole('region', { name: 'Why it did not run' });
  await expect(why).toContainText('For subscribers and up');
  await expect(why).toContainText('Did not run: for subscribers and up, and said so');
  await world.type('siltlark', '!backstage', ['subscriber']);
  await expect(live(page).getByText('the recordings')).toBeVisible();
});

test('a misspelt value is found as it is typed and mended by its suggestion; the reference finds others', async ({
  page,
  world,
}) => {
  await world.add('watched', 'here for ');
  await openCommands(page, world);
  await page.getByRole('link', { name: '!watched' }).click();
  const text = page.getByRole('textbox', { name: 'Text' });
  await text.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('{{ viewer.watch_tim }}');
  await expect(page.locator('.val.no')).toHaveText('{{ viewer.watch_tim }}');
  await page.getByRole('button', { name: 'Use viewer.watch_time' }).click();
  await expect(page.getByTestId('preview')).toHaveText('Now: here for 0 s');
  await expect(page.locator('.val.no')).toHaveCount(0);

  await text.click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(', in ');
  await page.keyboard.press('Control+Space');
  await expect(page.getByPlaceholder('Find a value or a filter')).toBeFocused();
  await page.keyboard.type('name of the channel');
  await expect(page.getByRole('option', { name: /channel\.name.*lanternhour/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('preview')).toHaveText('Now: here for 0 s, in lanternhour');
  await save(page, '!watched');
});

test('inputs are declared, used, and a wrong one is told in one line', async ({ page, world }) => {
  await world.type('quillrush', 'here I am', ['vip']);
  await openCommands(page, world);
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('give');
  await page.getByRole('button', { name: 'input', exact: true }).click();
  await page.getByRole('button', { name: 'input', exact: true }).click();
  await page.getByRole('button', { name: 'Input <what>' }).click();
  await page.getByLabel('Name of the input').fill('amount');
  await page.getByRole('combobox', { name: 'What kind of word it is' }).click();
  await page.getByRole('option', { name: 'an amount of currency' }).click();
  await page.getByLabel('At most').fill('5000');
  await page.keyboard.press('Escape');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.type('{{ target.name }} gets {{ input.amount }}.');
  await expect(page.getByTestId('preview')).toHaveText('Now: quillrush gets 40.');
  await save(page, '!give');
  await world.type('pebblewren', '!give @quillrush 1e9');
  await expect(
    live(page).getByText('Type it as !give <who> <amount: 1 to 5,000, all, half or n%>'),
  ).toBeVisible();
  await world.type('pebblewren', '!give @quillrush 1.5k');
  await expect(live(page).getByText('quillrush gets 1500.')).toBeVisible();
});

test('a counter is made by a step, moved from chat by a moderator, and set by hand', async ({
  page,
  world,
}) => {
  await openCommands(page, world);
  await page.getByRole('button', { name: 'From a starter' }).click();
  await page.getByRole('button', { name: /^!depth/ }).click();
  await expect(page.getByTestId('preview')).toContainText('We are 0 m down.');
  await page.getByRole('button', { name: /^Add command/ }).click();
  await expect(page.getByText('Saved !depth')).toBeVisible();
  await world.type('mossmoth', '!depth 212', ['moderator']);
  await expect(live(page).getByText('We are 212 m down. Deepest so far: 212 m.')).toBeVisible();
  await page.getByRole('link', { name: /^Counters/ }).click();
  const value = page.getByLabel('Value of depth');
  await expect(value).toHaveValue('212');
  await value.fill('40');
  await page.getByRole('button', { name: 'Set to 40' }).click();
  await expect(page.getByText('depth is 40')).toBeVisible();
  const set = page.locator('li').filter({ hasText: 'depth is 40' });
  await set.getByRole('button', { name: 'Undo' }).click();
  await expect(value).toHaveValue('212');
  await page.getByLabel('Name of a new counter').fill('how deep');
  await expect(page.getByText(/letters, digits and _/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove the counter depth' }).click();
  await expect(page.getByText('No counters yet.')).toBeVisible();
});

test('the prefix is changed for all commands at once, and back', async ({ page, world }) => {
  await world.add('map', 'the survey');
  await openCommands(page, world);
  await page.getByRole('button', { name: 'Prefix !' }).click();
  const field = page.getByLabel('The sign in front of every command’s name');
  await field.fill('a');
  await expect(page.getByText(/A prefix is signs/)).toBeVisible();
  await field.fill('~');
  await page.getByRole('button', { name: 'Use for all commands' }).click();
  await expect(page.getByRole('link', { name: '~map' })).toBeVisible();
  await world.type('pebblewren', '~map');
  await expect(live(page).getByText('the survey')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('link', { name: '!map' })).toBeVisible();
});

test('steps are added, moved by keyboard, removed, and a draft of several texts draws one', async ({
  page,
  world,
}) => {
  await world.add('wet', 'boot number {{ counter.boots }}');
  await openCommands(page, world);
  await page.getByRole('link', { name: '!wet' }).click();
  await expect(page.getByText('There is no value called counter.boots')).toBeVisible();
  const addLine = page.getByRole('combobox', { name: 'Add a step: Steps', exact: true });
  await addLine.fill('/count');
  await addLine.press('Enter');
  await page.getByLabel('Counter', { exact: true }).fill('boots');
  await expect(page.getByText('There is no value called counter.boots')).toBeHidden();
  await expect(page.getByTestId('preview')).toHaveText('Now: boot number 1');
  const steps = page.locator('.script > .step');
  await expect(steps.last()).toContainText('Count');
  await page.getByLabel('Counter', { exact: true }).press('Alt+ArrowUp');
  await expect(steps.first()).toContainText('Count');
  await expect(page.getByText('It is now step 1')).toBeAttached();
  await expect(page.getByLabel('Counter', { exact: true })).toBeFocused();
  await page.getByRole('button', { name: 'Add another text' }).click();
  await page.getByRole('textbox', { name: 'Text 2' }).click();
  await page.keyboard.type('and boot {{ counter.boots }} is wet too');
  await expect(page.getByRole('combobox', { name: 'Which of the texts' })).toHaveText(
    'each once before any again',
  );
  await save(page, '!wet');
  for (const name of ['pebblewren', 'siltlark']) await world.type(name, '!wet');
  await expect(live(page).locator('.bot')).toHaveCount(2);
  const said = await live(page).locator('.bot').allInnerTexts();
  expect(
    said.map((text) => /and boot \d is|boot number \d/.exec(text)?.[0].replace(/\d/, 'n')).sort(),
  ).toEqual(['and boot n is', 'boot number n']);
  await page.getByRole('button', { name: 'Remove step 1' }).click();
  await page.getByRole('button', { name: 'Remove text 2' }).click();
  await expect(page.getByTestId('preview')).toHaveText('Now: boot number 2');
});
