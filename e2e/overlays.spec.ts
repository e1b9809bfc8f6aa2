import { BLANK_OVERLAY, newPiece, type OverlayBody, type Piece } from '@gully/core/overlays';
import { STEP_KINDS, type StepOf } from '@gully/core/channel';
import type { Browser } from '@playwright/test';
import sharp from 'sharp';
import { expect, test, type Page, type World } from './test-support/world.js';

const show = (more: Partial<StepOf<'show'>>): StepOf<'show'> => ({
  ...STEP_KINDS.show.blank('show'),
  text: '{{ viewer.name }} rings',
  ...more,
});

/** An overlay with these pieces, and where it is opened. */
async function made(world: World, pieces: readonly (Partial<Piece> & { readonly kind: string })[]) {
  const body: OverlayBody = {
    ...BLANK_OVERLAY,
    name: 'The Lantern Hour',
    pieces: pieces.map((part) => ({ ...newPiece(part.kind, part.kind, BLANK_OVERLAY), ...part })),
  };
  const { id } = (await world.post('overlays', body)) as { id: string };
  return { id, address: await addressOf(world, id) };
}
async function addressOf(world: World, id: string): Promise<string> {
  const response = await fetch(`${world.address}/api/overlays/${id}/address`);
  return world.address + ((await response.json()) as { path: string }).path;
}

/** A page in a window of its own, as streaming software has it: one behind another tab is not seen. */
const window = async (browser: Browser): Promise<Page> =>
  (await browser.newContext({ viewport: { width: 1_280, height: 720 } })).newPage();

/** Notes which sounds really play on a page. */
async function listen(page: Page): Promise<() => Promise<string[]>> {
  await page.addInitScript(() => {
    const heard: string[] = [];
    const Real = Audio;
    Object.assign(globalThis, {
      heard,
      Audio: class extends Real {
        constructor(url?: string) {
          super(url);
          this.addEventListener('playing', () => heard.push(this.src));
        }
      },
    });
  });
  return () => page.evaluate(() => (globalThis as unknown as { heard: string[] }).heard);
}

test('an overlay is made by keyboard alone: a piece is added, moved, sized, taken back and saved, and shown', async ({
  page,
  world,
  browser,
}) => {
  await world.put('counters/depth', { value: 212 });
  await page.goto(`${world.address}/prepare/overlays`);
  await expect(page.getByRole('heading', { name: 'Overlays' })).toBeVisible();
  await page.keyboard.press('n');
  await page.getByLabel('Name', { exact: true }).pressSequentially('Below');
  await page.getByRole('button', { name: 'Add piece' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('Count');
  await expect(page.getByRole('menuitem', { name: /^Counter/u })).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Name the counter')).toBeVisible();
  await page.getByRole('combobox', { name: 'Counter' }).fill('depth');
  await page.getByRole('textbox', { name: 'Label' }).focus();
  await page.keyboard.type('Metres down');
  const piece = page
    .getByRole('region', { name: 'Layers' })
    .getByRole('button', { name: 'Counter', exact: true });
  await expect(page.locator('.on-canvas')).toContainText('212');
  await piece.focus();
  const x = page.getByLabel('From the left, in pixels');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(x).toHaveValue('760');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(page.getByLabel('Height, in pixels')).toHaveValue('111');
  await page.keyboard.press('Delete');
  await expect(piece).toBeHidden();
  await page.getByRole('button', { name: 'Undo (Ctrl Z)' }).focus();
  await page.keyboard.press('Enter');
  await expect(piece).toBeVisible();
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved Below')).toBeVisible();

  const id = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  const shown = await window(browser);
  await shown.goto(await addressOf(world, id));
  await expect(shown.getByText('Metres down')).toBeVisible();
  await world.put('counters/depth', { value: 1_213 });
  await expect(shown.getByText('1,213')).toBeVisible();
  const box = await shown.locator('.piece').boundingBox();
  // The window has two thirds of the overlay’s pixels to a side.
  expect(Math.round((box?.x ?? 0) * 1.5)).toBe(760);
  // Changed while it is shown, it changes there; at a new address, the old one shows nothing.
  await page.getByRole('button', { name: 'Hide Counter' }).click();
  await page.keyboard.press('Control+Enter');
  await expect(shown.getByText('Metres down')).toBeHidden();
  // Hidden, it can still be tried.
  await piece.click();
  await page.getByRole('button', { name: 'Test on the overlay, as saved' }).click();
  await expect(shown.getByText('Metres down')).toBeVisible();
  await expect(shown.getByText('test', { exact: true })).toBeVisible();
  await expect(shown.getByText('Metres down')).toBeHidden();
  await page.getByRole('button', { name: 'New address' }).click();
  await page.getByRole('button', { name: 'Replace the address' }).click();
  // On the stream it goes without a word; who opens it again reads why.
  await expect(shown.locator('.scene')).toBeHidden();
  await expect(shown.locator('body')).toHaveText('');
  await shown.reload();
  await expect(shown.getByText('There is no overlay at this address.')).toBeVisible();
});

test('a picture is uploaded and shown where it belongs, with its sound, on two pages; a break shows nothing stale', async ({
  page,
  world,
  browser,
}) => {
  const red = await sharp({ create: { width: 300, height: 300, channels: 3, background: '#c02040' } })
    .png()
    .toBuffer();
  await page.goto(`${world.address}/prepare/media`);
  await page.getByLabel('Choose files').setInputFiles([
    { name: 'plaque.png', mimeType: 'image/png', buffer: red },
    { name: 'trick.png', mimeType: 'image/png', buffer: Buffer.from('<script>alert(1)</script>') },
  ]);
  await expect(page.getByText('Added plaque')).toBeVisible();
  await expect(page.getByText(/Use PNG, JPEG/u)).toBeVisible();
  await page.getByRole('link', { name: 'plaque', exact: true }).click();
  await expect(page.getByRole('img', { name: 'plaque' })).toBeVisible();
  const media = new URL(page.url()).pathname.split('/').at(-1) ?? '';

  const { id, address } = await made(world, [{ kind: 'stage', x: 600, y: 300, width: 600, height: 480 }]);
  await world.add('ring', '', {
    steps: [show({ media, overlay: id, sound: 'gully-drip', animation: 'none', seconds: 5 })],
  });
  const [one, other] = [await window(browser), await window(browser)];
  const heard = [await listen(one), await listen(other)];
  for (const each of [one, other]) await each.goto(`${address}?sound=on`);
  await expect
    .poll(async () => {
      const stages = (await (await fetch(`${world.address}/api/overlays/stages`)).json()) as {
        pages: unknown[];
      }[];
      return stages[0]?.pages.length;
    })
    .toBe(2);
  await world.type('siltlark', '!ring');
  for (const each of [one, other]) await expect(each.getByText('siltlark rings')).toBeVisible();
  const { data, info } = await sharp(await one.screenshot())
    .raw()
    .toBuffer({ resolveWithObject: true });
  const at = (x: number, y: number): number[] => [
    ...data.subarray((y * info.width + x) * info.channels).subarray(0, 3),
  ];
  // In the middle of the stage, at two thirds of its size; and nothing beside it.
  const [r = 0, g = 0, b = 0] = at(600, 300);
  expect([Math.abs(r - 192), Math.abs(g - 32), Math.abs(b - 64)].every((off) => off < 20)).toBe(true);
  expect(at(60, 60)).toEqual([255, 255, 255]);
  await expect.poll(async () => (await Promise.all(heard.map((sounds) => sounds()))).flat().length).toBe(1);

  // The server goes while it is shown: within a moment nothing is, and what is left of it comes back.
  await world.type('oxbowkid', '!ring');
  await expect(one.getByText('oxbowkid rings')).toBeVisible({ timeout: 15_000 });
  await world.stopServer();
  await expect(one.getByText('oxbowkid rings')).toBeHidden();
  await world.startServer();
  await world.add('text', '', { steps: [show({ what: 'text', overlay: id, text: 'back below' })] });
  await expect
    .poll(
      async () =>
        ((await (await fetch(`${world.address}/api/overlays/stages`)).json()) as { pages: unknown[] }[])[0]
          ?.pages.length,
    )
    .toBe(2);
  await world.type('siltlark', '!text');
  await expect(other.getByText('back below')).toBeVisible({ timeout: 20_000 });
  expect((await Promise.all(heard.map((sounds) => sounds()))).flat()).toHaveLength(2);
});

test('from On air an alert is skipped, held and repeated; a routine is tested on the overlay as someone', async ({
  page,
  world,
  browser,
}) => {
  const { id, address } = await made(world, [{ kind: 'stage' }]);
  await world.addRoutine('A lantern', [show({ what: 'text', overlay: id, seconds: 60 })]);
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'Alerts' });
  await expect(panel.getByText('no page open')).toBeVisible();
  const shown = await window(browser);
  await shown.goto(address);
  await expect(panel.getByText('1 page')).toBeVisible();

  await page.goto(`${world.address}/prepare/routines`);
  await page.getByRole('link', { name: /A lantern/u }).click();
  await page.getByRole('button', { name: 'Test on the overlay as pebblewren' }).click();
  await expect(page.getByText('Testing on the overlay as pebblewren')).toBeVisible();
  await expect(shown.getByText('pebblewren rings')).toBeVisible();
  await expect(shown.getByText('test', { exact: true })).toBeVisible();

  await page.goto(`${world.address}/air`);
  await expect(panel.getByText('“pebblewren rings”')).toBeVisible();
  await panel.getByRole('button', { name: 'Hold' }).click();
  await panel.getByRole('button', { name: 'Skip' }).click();
  await expect(panel.getByText('Held')).toBeVisible();
  await expect(shown.getByText('pebblewren rings')).toBeHidden();
  await panel.getByRole('button', { name: 'Replay last' }).click();
  await expect(panel.getByRole('list', { name: 'Waiting' }).getByText('“pebblewren rings”')).toBeVisible();
  await panel.getByRole('button', { name: 'Resume' }).click();
  await expect(shown.getByText('pebblewren rings')).toBeVisible();
  // With nothing waiting, nothing is lost by it, and it does not ask.
  await expect(panel.getByRole('list', { name: 'Waiting' })).toBeHidden();
  await panel.getByRole('button', { name: 'Clear' }).click();
  await expect(shown.getByText('pebblewren rings')).toBeHidden();
  await expect(panel.getByText('Nothing is shown')).toBeVisible();
});

test.describe('over a power cut', () => {
  test.use({ apart: true });

  test('what is shown is not begun again, what waits comes after it, and an entrance is played once', async ({
    page,
    world,
    browser,
  }) => {
    const { id, address } = await made(world, [{ kind: 'stage' }]);
    await world.add('ring', '', {
      steps: [show({ what: 'text', overlay: id, seconds: 8, sound: 'gully-drip' })],
    });
    const shown = await window(browser);
    const heard = await listen(shown);
    await shown.goto(address);
    await world.type('siltlark', '!ring');
    await expect(shown.getByText('siltlark rings')).toBeVisible();
    await world.type('oxbowkid', '!ring');
    await page.goto(`${world.address}/air`);
    const waiting = page.getByRole('list', { name: 'Waiting' });
    await expect(waiting.getByText('“oxbowkid rings”')).toBeVisible();
    await world.cutPower();
    await expect(shown.getByText('siltlark rings')).toBeHidden();
    await world.startServer();
    await expect(shown.getByText('oxbowkid rings')).toBeVisible({ timeout: 25_000 });
    await expect.poll(async () => (await heard()).length).toBe(2);

    // Given on their page, by its button, and played on their first message of the stream alone.
    const { viewers } = (await (
      await page.request.get(`${world.address}/api/viewers?search=siltlark`)
    ).json()) as {
      viewers: { id: string }[];
    };
    await page.goto(`${world.address}/review/viewers/${viewers[0]?.id ?? ''}`);
    await page.getByRole('button', { name: 'Give them an entrance' }).click();
    await page.getByRole('combobox', { name: 'What is shown' }).click();
    await page.getByRole('option', { name: 'a text alone' }).click();
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText('Saved Siltlark arrives')).toBeVisible();
    await world.post('standin/stream', { live: true });
    await world.type('siltlark', 'evening');
    await expect(shown.getByText('siltlark is here')).toBeVisible({ timeout: 20_000 });
    await page.goto(`${world.address}/prepare/arrivals`);
    await expect(page.getByRole('row', { name: /^siltlark Siltlark arrives 8 h on/u })).toBeVisible();
    await expect(shown.getByText('siltlark is here')).toBeHidden({ timeout: 20_000 });
    await world.type('siltlark', 'and another');
    await world.type('oxbowkid', '!ring');
    await expect(shown.getByText('oxbowkid rings')).toBeVisible({ timeout: 20_000 });
    await expect(shown.getByText('siltlark is here')).toBeHidden();
  });
});
