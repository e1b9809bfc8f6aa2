import type { Step } from '@gully/core/channel';
import { readFileSync } from 'node:fs';
import { BLANK_ROUTINE, routineOf } from '@gully/core/routines';
import { addLine, addStep, expect, openCommands, test, type Page } from './test-support/world.js';

const live = (page: Page) => page.getByRole('log', { name: 'Live chat' });
const rehearsal = (page: Page) => page.getByRole('log', { name: 'Rehearsal' });

async function rehearse(page: Page, text: string): Promise<void> {
  await page.getByLabel('Type in the rehearsal').fill(text);
  await page.keyboard.press('Enter');
}
test('a notice that differs for moderators and viewers by an if, put together by keyboard alone', async ({
  page,
  world,
}) => {
  const address = `${world.standinAddress}/board`;
  await page.goto(`${world.address}/prepare/outputs`);
  await page.getByLabel('Name of the webhook').fill('Community board');
  await page.getByLabel('Address', { exact: true }).fill('http://127.0.0.1:1/board');
  await page.getByLabel('Address', { exact: true }).press('Enter');
  await expect(page.getByText(/is on this machine or its network/)).toBeVisible();
  await page.getByLabel('Address', { exact: true }).fill(address);
  await page.getByLabel('Address', { exact: true }).press('Enter');
  await expect(page.getByRole('rowheader', { name: 'Community board' })).toBeVisible();

  await openCommands(page, world);
  await page.keyboard.press('n');
  await page.getByLabel('Name', { exact: true }).fill('moment');
  // The first step says something already; it goes, and the script begins with an if.
  await page.getByRole('button', { name: /^Step 1, Say/ }).press('Delete');
  await addStep(page, 'Steps', 'if');
  await addStep(page, 'Steps then', 'webhook');
  await page.getByRole('combobox', { name: 'Webhook' }).press('Enter');
  await page.getByRole('option', { name: 'Community board' }).press('Enter');
  await addStep(page, 'Steps then', 'say');
  await page.keyboard.type('Marked for the board, {{ viewer.name }}.');
  await addStep(page, 'Steps otherwise', 'say');
  await page.keyboard.type('{{ viewer.name }} wants this kept.');
  // Typed at once behind Enter: no letter may be lost on the way into the new step.
  await expect(page.locator('.cm-content').last()).toHaveText('{{ viewer.name }} wants this kept.');
  await expect(page.getByTestId('preview').first()).toContainText('Marked for the board, pebblewren.');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !moment')).toBeVisible();

  await world.type('pebblewren', '!moment');
  await expect(live(page).getByText('pebblewren wants this kept.')).toBeVisible();
  expect(await world.board()).toEqual([]);
  await world.type('mossmoth', '!moment', ['moderator']);
  // Both cooldowns are for everyone until they say otherwise.
  await expect(live(page).getByText(/cooling down/)).toBeVisible();
  await expect
    .poll(
      async () => {
        await world.type('mossmoth', '!moment', ['moderator']);
        return (await world.board()).length;
      },
      { timeout: 20_000, intervals: [1_000] },
    )
    .toBe(1);
  await expect(live(page).getByText('Marked for the board, mossmoth.')).toBeVisible();
  await page.goto(`${world.address}/prepare/outputs`);
  await expect(page.getByText('arrived')).toBeVisible();
});

test('a script is edited: moved into a branch, copied, undone and redone, folded, and a circle is refused', async ({
  page,
  world,
}) => {
  const tale = await world.addRoutine('Tale', [{ kind: 'say', id: 's', texts: ['once'], order: 'random' }]);
  await world.addRoutine('Teller', [{ kind: 'run', id: 'r', routine: tale, ifFails: 'go-on' }]);
  await page.goto(`${world.address}/prepare/routines/${tale}`);
  const steps = page.locator('.script > .step');
  await addStep(page, 'Steps', 'pick one');
  await expect(steps).toHaveCount(2);
  // Down over the edge into the first branch, and out again.
  await page.getByRole('button', { name: /^Step 1, Say/ }).press('Alt+ArrowDown');
  await expect(page.getByRole('list', { name: 'Steps of branch 1' }).locator('.step')).toHaveCount(1);
  await page.getByRole('button', { name: /^Step 1, Say/ }).press('Control+c');
  await addLine(page, 'Steps of branch 2').press('Control+v');
  await expect(page.getByRole('list', { name: 'Steps of branch 2' }).locator('.step')).toHaveCount(1);
  await page.getByLabel('Weight of branch 2').fill('3');
  await expect(page.getByText('75%')).toBeVisible();
  await page.getByRole('button', { name: 'Undo in the script' }).click();
  await expect(page.getByText('75%')).toBeHidden();
  await page.getByRole('button', { name: 'Redo in the script' }).click();
  await expect(page.getByText('75%')).toBeVisible();
  await page.getByRole('button', { name: 'Collapse the branches' }).click();
  await expect(page.getByText('2 steps folded')).toBeVisible();
  await page.getByRole('button', { name: 'Expand the branches' }).click();

  // By hand in the rehearsal, as drafted.
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByRole('button', { name: 'Run Tale' }).click();
  await expect(rehearsal(page).getByText('gully once')).toBeVisible();

  await addStep(page, 'Steps', 'run');
  await page.getByRole('combobox', { name: 'Routine' }).click();
  await page.getByRole('option', { name: 'Teller' }).click();
  await page.keyboard.press('Control+Enter');
  await expect(
    page.getByText(/It would run in a circle: Tale runs Teller, Teller runs Tale/).first(),
  ).toBeVisible();
  // A wait of ten hours is told at its line.
  await addStep(page, 'Steps', 'wait');
  await page.getByLabel('How long').fill('36000');
  await expect(page.getByText('Whole seconds, from 1 s to 5 min')).toBeVisible();

  // Dragged by its number to the front.
  const last = page.getByRole('button', { name: /^Step 3, Wait/ });
  const first = page.getByRole('button', { name: /^Step 1, Pick one/ });
  const [from, to] = [await last.boundingBox(), await first.boundingBox()];
  if (from === null || to === null) throw new Error('they are not drawn');
  await page.mouse.move(from.x + 8, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + 8, to.y + 20, { steps: 8 });
  await page.mouse.move(to.x + 8, to.y + 2, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: /^Step 1, Wait/ })).toBeVisible();
});

test('a question from a list on a command, none twice before all were asked', async ({ page, world }) => {
  await page.goto(`${world.address}/prepare/lists`);
  await page.getByRole('link', { name: /Add list/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Campfire questions');
  await page.getByLabel('A text file with one per line').setInputFiles({
    name: 'questions.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from(Array.from({ length: 6 }, (_, n) => `Question ${String(n + 1)}?`).join('\r\n')),
  });
  await expect(page.getByText('6 lines')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved Campfire questions')).toBeVisible();
  await expect(page.getByText(/6 lines, 6 not drawn yet/)).toBeVisible();

  await openCommands(page, world);
  await page.keyboard.press('n');
  await page.getByLabel('Name', { exact: true }).fill('question');
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.type('{{ remembered.question }}');
  await addStep(page, 'Steps', 'draw');
  await page.getByRole('combobox', { name: 'List' }).click();
  await page.getByRole('option', { name: 'Campfire questions' }).click();
  await page.getByLabel('The word it is known by').fill('question');
  await page.getByRole('button', { name: /^Step 2, Draw/ }).press('Alt+ArrowUp');

  // In rehearsal first: a round of its own, which the channel knows nothing of.
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  const asked = new Set<string>();
  for (let n = 0; n < 6; n += 1) {
    await page.getByRole('button', { name: '+1 min' }).click();
    await rehearse(page, '!question');
    const said = rehearsal(page).locator('.bot');
    await expect(said).toHaveCount(n + 1);
    asked.add(await said.last().innerText());
  }
  expect(asked.size).toBe(6);
  await expect(
    rehearsal(page).getByText('6 of 6 lines of Campfire questions are left in this round'),
  ).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !question')).toBeVisible();
  await page.goto(`${world.address}/prepare/lists`);
  await page.getByRole('link', { name: /Campfire questions/ }).click();
  await expect(page.getByText(/6 lines, 6 not drawn yet/)).toBeVisible();
  await world.type('pebblewren', '!question');
  await expect(page.getByText(/6 lines, 5 not drawn yet/)).toBeVisible();
});

test.describe('over a power cut', () => {
  test.use({ apart: true });
  test('an arrival for quillrush once a stream, an event raised in the dock, and all of it in Review', async ({
    page,
    world,
  }) => {
    await page.goto(`${world.address}/prepare/routines`);
    await page.getByRole('link', { name: /Add routine/ }).click();
    await page.getByLabel('Name', { exact: true }).fill('Quillrush comes down');
    await page.getByRole('button', { name: 'when something happens' }).click();
    await page.getByRole('button', { name: 'When someone follows', exact: true }).click();
    await page.getByRole('combobox', { name: 'Which event' }).click();
    await page.getByRole('option', { name: /first time in this stream/ }).click();
    await page.getByLabel(/Only these viewers/).fill('quillrush');
    await page.keyboard.press('Escape');
    await page.getByRole('textbox', { name: 'Text' }).click();
    await page.keyboard.type('The ropes are checked.');
    await addStep(page, 'Steps', 'wait');
    await page.getByLabel('How long').fill('120');
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText('Saved Quillrush comes down')).toBeVisible();

    await world.post('standin/stream', { live: true });
    await world.type('pebblewren', 'evening');
    await world.type('quillrush', 'evening');
    await expect(live(page).getByText('The ropes are checked.')).toHaveCount(1);
    // What was asked for is on disk; lines alone may be lost for a quarter of a second.
    await page.request.get(`${world.address}/api/chat/lines?limit=500`);
    await world.cutPower();
    await world.startServer();
    await world.type('quillrush', 'still here');
    await page.goto(`${world.address}/air`);
    await expect(live(page).getByText('still here')).toBeVisible();
    await expect(live(page).getByText('The ropes are checked.')).toHaveCount(1);

    // It waits, over the power cut too, until it is stopped.
    const running = page.getByRole('region', { name: 'Running routines' });
    await expect(running.getByText(/continues in \d+ s/)).toBeVisible();
    await running.getByRole('button', { name: 'Stop all 1' }).click();
    await expect(running.getByText('Nothing is running.')).toBeVisible();

    await page.getByRole('button', { name: 'Simulate an event' }).click();
    await page.getByRole('combobox', { name: 'Which event' }).click();
    await page.getByRole('option', { name: 'a raid comes in' }).click();
    await page.getByRole('button', { name: 'Simulate it as pebblewren' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('log', { name: 'Activity' }).getByText(/raids with 12 people/)).toBeVisible();

    await page.goto(`${world.address}/review/activity`);
    const row = page.getByRole('row', { name: /Quillrush comes down.*stopped by hand/ });
    await expect(row).toBeVisible();
    await row.getByRole('button', { name: /^Why Quillrush/ }).click();
    await expect(page.getByText('Step 2: waits')).toBeVisible();
    await page.getByLabel('Find in what ran').fill('no such thing');
    await expect(page.getByText('Nothing matches these filters.')).toBeVisible();
  });
});

test('export, wipe, take in, and all works again; its undo leaves nothing', async ({ page, world }) => {
  const list = await world.addList('Passages', ['Tallow Stairs']);
  const naming = await world.addRoutine('Name a passage', [
    { kind: 'draw', id: 'd', list, order: 'bag', name: 'passage', ifFails: 'stop' },
    { kind: 'say', id: 's', texts: ['It is called {{ remembered.passage }}.'], order: 'random' },
  ]);
  const id = await world.add('name', '', {
    steps: [{ kind: 'run', id: 'r', routine: naming, ifFails: 'stop' }],
  });
  await openCommands(page, world);
  await page.getByLabel('Select !name').click();
  await page.getByRole('link', { name: 'Make a bundle' }).click();
  await page.getByLabel('Title').fill('Passages of the Lantern Hour');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export' }).click(),
  ]);
  const path = await download.path();
  for (const thing of [`commands/${id}`, `routines/${naming}`, `lists/${list}`])
    await page.request.delete(`${world.address}/api/${thing}`, { headers: { origin: world.address } });

  const file = page.getByLabel('A bundle’s file');
  const half = readFileSync(path, 'utf8').slice(0, 200);
  await file.setInputFiles({ name: 'half.json', mimeType: 'application/json', buffer: Buffer.from(half) });
  await expect(page.getByText(/half\.json is not valid JSON/)).toBeVisible();
  await file.setInputFiles({
    name: 'later.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"gully-bundle","version":9,"title":"x"}'),
  });
  await expect(page.getByText(/The bundle is of a later version/)).toBeVisible();
  await file.setInputFiles(path);
  await expect(page.getByText('new')).toHaveCount(3);
  await page.getByRole('button', { name: 'Import 3 of 3' }).click();
  await expect(page.getByText('Imported 3 things')).toBeVisible();
  await world.type('pebblewren', '!name');
  await expect(live(page).getByText('It is called Tallow Stairs.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Import undone; everything is as it was')).toBeVisible();
  await openCommands(page, world);
  await expect(page.getByText('No commands yet')).toBeVisible();
});

test('a stored word per viewer is asked once, told, changed and erased, from chat alone', async ({
  page,
  world,
}) => {
  const says = (id: string, text: string) => ({ kind: 'say', id, texts: [text], order: 'random' }) as const;
  const when = (id: string, value: string, comparison: 'is-empty' | 'is', against: string) => ({
    id: `${id}-all`,
    join: 'all' as const,
    rows: [{ id: `${id}-row`, value, comparison, against }],
  });
  await world.add('word', '', {
    steps: [
      {
        kind: 'if',
        id: 'typed',
        conditions: when('typed', 'input.all', 'is-empty', ''),
        then: [says('told', '{{ viewer.name }}: {{ remembered.word | default: "give one" }}')],
        otherwise: [
          {
            kind: 'if',
            id: 'gone',
            conditions: when('gone', 'input.all', 'is', 'forget'),
            then: [{ kind: 'forget', id: 'f', name: 'word', span: 'viewer' }, says('forgot', 'forgotten')],
            otherwise: [
              { kind: 'remember', id: 'k', name: 'word', text: '{{ input.all }}', span: 'viewer' },
              says('kept', 'kept {{ remembered.word }}'),
            ],
          },
        ],
      },
    ],
  });
  await page.goto(`${world.address}/air`);
  const said = live(page).locator('.bot');
  const typed: readonly (readonly [text: string, answer: string])[] = [
    ['!word', 'pebblewren: give one'],
    ['!word soup', 'kept soup'],
    ['!word', 'pebblewren: soup'],
    ['!word rope', 'kept rope'],
    ['!word', 'pebblewren: rope'],
    ['!word forget', 'forgotten'],
    ['!word', 'pebblewren: give one'],
  ];
  for (const [n, [text, answer]] of typed.entries()) {
    await world.type('pebblewren', text);
    await expect(said).toHaveCount(n + 1);
    await expect(said.last()).toContainText(answer);
  }
});

test('two windows on one routine: the second to save is shown both, and loses nothing', async ({
  page,
  world,
}) => {
  const steps: Step[] = [{ kind: 'say', id: 's', texts: ['Dry tonight.'], order: 'turn' }];
  const id = await world.addRoutine('Weather', steps);
  await page.goto(`${world.address}/prepare/routines/${id}`);
  await page.getByLabel('Name', { exact: true }).fill('Cave weather');
  const answer = await page.request.put(`${world.address}/api/routines/${id}`, {
    data: { ...BLANK_ROUTINE, name: 'Weather below', routine: routineOf(steps), version: 1 },
  });
  expect(answer.status()).toBe(200);
  const notice = page.getByRole('alert', { name: 'Saved by someone else while you were editing' });
  await expect(notice.getByText('Weather below')).toBeVisible();
  await expect(notice.getByText('Cave weather')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(notice).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Cave weather');
  await notice.getByRole('button', { name: 'Save my draft over it' }).click();
  await expect(page.getByText('Saved Cave weather')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  // The save is undone, and what was saved is a draft again.
  await expect(page.getByRole('link', { name: 'Weather below draft' })).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Cave weather');
});
