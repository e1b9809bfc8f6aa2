import { STARTER_SETS } from '@gully/core/bundles';
import { BLANK_HANDLE, BLANK_QUEUE } from '@gully/core/queue';
import { expect, test, type Page, type World } from './test-support/world.js';

const ROPE_ID = {
  ...BLANK_HANDLE,
  ...{ name: 'rope ID', category: 'Underledge', pattern: '[A-Z]{2}-[0-9]{4}', example: 'KV-2047' },
};

/** The queue’s commands, as their button takes them in. */
async function takeCommands(world: World): Promise<void> {
  const bundle = STARTER_SETS.find(({ id }) => id === 'queue')!.bundle;
  const choices = bundle.commands.map(({ trigger }) => ({
    ...{ kind: 'commands', action: 'take', as: '' },
    name: trigger.name,
  }));
  await world.post('bundles/take', { bundle, choices });
}

const row = (page: Page, name: string) =>
  page.getByRole('list', { name: 'Waiting in Ropes' }).getByRole('listitem').filter({ hasText: name });
const grip = (page: Page, name: string) =>
  row(page, name).getByRole('button', { name: /move, call or remove/u });
const inOrder = async (page: Page, ...names: string[]): Promise<void> => {
  for (const [n, name] of names.entries())
    await expect(grip(page, name)).toHaveAccessibleName(new RegExp(`, place ${String(n + 1)}:`, 'u'));
};

/** From the palette, by keys alone. */
async function findAndDo(page: Page, what: string): Promise<void> {
  await page.keyboard.press('Control+k');
  await page.keyboard.type(what);
  const option = page.getByRole('option', { name: what });
  await expect(option).toBeVisible();
  for (let n = 0; n < 30 && (await option.getAttribute('aria-selected')) !== 'true'; n += 1)
    await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
}

async function drag(page: Page, name: string, onto: string): Promise<void> {
  const to = await row(page, onto).boundingBox();
  await grip(page, name).hover();
  await page.mouse.down();
  await page.mouse.move((to?.x ?? 0) + 40, (to?.y ?? 0) + 14, { steps: 8 });
  await page.mouse.up();
}

test('an evening by keyboard: a queue is made and opened, viewers join, are called, play, and it closes', async ({
  page,
  world,
}) => {
  await takeCommands(world);
  await world.post('handles', ROPE_ID);
  await world.control('stream', { live: true, category: 'Underledge' });
  await page.goto(`${world.address}/prepare/queues`);
  await expect(page.getByRole('heading', { name: 'Queues' })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Give it a name of 1 to 40 characters')).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('Ropes');
  await page.getByLabel('Time to answer a call').fill('2m');
  await expect(page.getByText('Now: pebblewren, your turn in Ropes: type !here within 120 s.')).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('link', { name: /Ropes/u })).toBeVisible();

  await page.keyboard.press('Escape');
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Queue' });
  await expect(panel.getByText('Closed: nobody can join until you open it.')).toBeVisible();
  await findAndDo(page, 'Open Ropes');
  await expect(panel.getByText('open', { exact: true })).toBeVisible();
  await expect(page.locator('.top').getByText('Underledge')).toBeVisible();
  const chat = page.getByRole('log', { name: 'Live chat' });
  for (const [name, handle] of [
    ['siltlark', 'SL-4410'],
    ['oxbowkid', 'OX-7731'],
    ['fernhatch', 'FH-0001'],
  ] as const) {
    await world.type(name, `!join ${handle}`);
    await expect(row(page, name)).toContainText(handle);
  }
  await inOrder(page, 'siltlark', 'oxbowkid', 'fernhatch');
  await grip(page, 'fernhatch').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await inOrder(page, 'siltlark', 'fernhatch', 'oxbowkid');
  await grip(page, 'oxbowkid').focus();
  await page.keyboard.press('Delete');
  await expect(row(page, 'oxbowkid')).toHaveCount(0);
  await page.keyboard.press('u');
  await inOrder(page, 'siltlark', 'fernhatch', 'oxbowkid');

  await page.keyboard.press('c');
  const called = panel.getByRole('group', { name: 'siltlark is called' });
  await expect(called).toContainText('SL-4410');
  await expect(called.getByRole('timer')).toHaveAccessibleName(/^1[12]\d s left of 120$/u);
  await expect(chat.getByText('siltlark, your turn in Ropes: type !here within 120 s.')).toBeVisible();
  // Whoever presses it again is told, and nobody else is called.
  await page.keyboard.press('c');
  await expect(page.getByText(/The call to siltlark is still open/u)).toBeVisible();
  await world.type('siltlark', '!here');
  await expect(panel.getByRole('group', { name: 'siltlark plays' })).toContainText('SL-4410');
  await panel.getByRole('button', { name: 'The turn of siltlark is over' }).press('Enter');
  await expect(panel.getByText('1 turn in this stream')).toBeVisible();
  // Back again without typing it once more.
  await world.type('siltlark', '!join');
  await expect(row(page, 'siltlark')).toContainText('SL-4410');
  await expect(row(page, 'siltlark')).toContainText('1 played');
  await findAndDo(page, 'Close Ropes');
  await expect(panel.getByText('closed', { exact: true })).toBeVisible();
  await panel.getByRole('button', { name: 'Empty' }).press('Enter');
  await expect(panel.getByText('Closed: nobody can join until you open it.')).toBeVisible();

  await page.goto(`${world.address}/review/queue`);
  await expect(page.getByText('Without a turn: ')).toContainText('oxbowkid');
  await expect(page.getByRole('row', { name: /siltlark.*played/u })).toBeVisible();
});

test('by mouse: someone is added, dragged, counted as missed and sent to the front, each taken back', async ({
  page,
  world,
}) => {
  await takeCommands(world);
  const { id } = (await world.post('queues', { ...BLANK_QUEUE, name: 'Ropes' })) as { id: string };
  await world.post(`queues/${id}/acts`, { does: 'open' });
  await world.type('tallowfen', 'evening');
  for (const name of ['siltlark', 'oxbowkid', 'fernhatch']) await world.type(name, '!join');
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Queue' });
  await inOrder(page, 'siltlark', 'oxbowkid', 'fernhatch');
  await drag(page, 'fernhatch', 'siltlark');
  await inOrder(page, 'fernhatch', 'siltlark', 'oxbowkid');
  await page.keyboard.press('u');
  await inOrder(page, 'siltlark', 'oxbowkid', 'fernhatch');
  await panel.getByRole('button', { name: 'Add' }).click();
  await page.getByLabel('Find a viewer').fill('tallow');
  await page.getByRole('list', { name: 'Viewers found' }).getByText('tallowfen').click();
  await inOrder(page, 'siltlark', 'oxbowkid', 'fernhatch', 'tallowfen');
  await row(page, 'oxbowkid').hover();
  await row(page, 'oxbowkid').getByRole('button', { name: 'Call oxbowkid' }).click();
  await panel.getByRole('button', { name: 'Count as missed' }).click();
  await inOrder(page, 'siltlark', 'fernhatch', 'tallowfen', 'oxbowkid');
  await row(page, 'tallowfen').hover();
  await row(page, 'tallowfen').getByRole('button', { name: 'Send tallowfen to the front' }).click();
  await inOrder(page, 'tallowfen', 'siltlark', 'fernhatch', 'oxbowkid');
  await page.locator('.foot').getByRole('button', { name: 'Undo' }).click();
  await inOrder(page, 'siltlark', 'fernhatch', 'tallowfen', 'oxbowkid');
});

test.describe('when the power is cut', () => {
  test.use({ apart: true });
  test('in the middle of a call, it goes on where it was, and everyone stands where they stood', async ({
    page,
    world,
  }) => {
    await takeCommands(world);
    const call = { ...BLANK_QUEUE.call, seconds: 300 };
    const { id } = (await world.post('queues', { ...BLANK_QUEUE, name: 'Ropes', call })) as { id: string };
    await world.post(`queues/${id}/acts`, { does: 'open' });
    await page.goto(`${world.address}/air`);
    for (const name of ['siltlark', 'oxbowkid']) {
      await world.type(name, '!join');
      await expect(row(page, name)).toBeVisible();
    }
    const until = async (): Promise<string | null> => {
      const answer = await page.request.get(`${world.address}/api/queues/standing`);
      const { queues } = (await answer.json()) as { queues: { entries: { until: string | null }[] }[] };
      return queues[0]?.entries[0]?.until ?? null;
    };
    await world.post(`queues/${id}/acts`, { does: 'call' });
    const before = await until();
    await world.cutPower();
    await world.startServer();
    expect([before, await until()]).toEqual([before, before]);
    expect(before).not.toBeNull();
    await world.type('siltlark', '!here');
    const panel = page.getByRole('region', { name: 'Queue' });
    await expect(panel.getByRole('group', { name: 'siltlark plays' })).toBeVisible();
    await inOrder(page, 'oxbowkid');
  });
});
