import { BLANK_OVERLAY, newPiece } from '@gully/core/overlays';
import { BLANK_REWARD, commandFor, type RewardBody } from '@gully/core/rewards';
import { withFlint } from './test-support/flint.js';
import { expect, test, type World } from './test-support/world.js';

async function sell(world: World, word: string, body: Partial<RewardBody>): Promise<void> {
  const reward = { ...BLANK_REWARD, name: word, gives: 'hand-over', ...body };
  const { id } = (await world.post('rewards', reward)) as { id: string };
  await world.post('commands', commandFor(id, word));
}

test('a bell is made from nothing by keyboard, gets its word, is rehearsed, and rings on the overlay', async ({
  page,
  world,
  browser,
}) => {
  await withFlint(world, ['mossmoth']);
  const overlay = (await world.post('overlays', {
    ...BLANK_OVERLAY,
    name: 'The Lantern Hour',
    pieces: [newPiece('stage', 'stage', BLANK_OVERLAY)],
  })) as { id: string };
  const where = await fetch(`${world.address}/api/overlays/${overlay.id}/address`);
  const shown = await (await browser.newContext()).newPage();
  await shown.addInitScript(() => {
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
  const heard = () => shown.evaluate(() => (globalThis as unknown as { heard: string[] }).heard.length);
  await shown.goto(world.address + ((await where.json()) as { path: string }).path);

  await page.goto(`${world.address}/prepare/rewards`);
  await expect(page.getByText('No rewards yet')).toBeVisible();
  await page.getByRole('button', { name: /^Ring the supper bell/u }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'What it gives' })).toBeVisible();
  await page.keyboard.press('Control+Enter');
  // What it lacks is told, and has the focus.
  await expect(page.getByText('1 thing to fix')).toBeVisible();
  await page.getByRole('button', { name: /^Sound: / }).focus();
  await page.keyboard.press('Enter');
  await page
    .getByRole('list', { name: 'Library' })
    .getByRole('button', { name: /^Supper bell/ })
    .focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'What the price means' })).toContainText('1 of 1');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByRole('link', { name: '!supperbell' })).toBeVisible();

  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  await page.getByLabel('Type in the rehearsal').fill('!supperbell');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/costs 150 flint; you have 0 flint/u).first()).toBeVisible();

  await page.getByRole('button', { name: /^Test on the overlay/u }).click();
  await expect.poll(heard).toBe(1);
  await world.type('mossmoth', '!supperbell');
  await expect.poll(heard).toBe(2);
  await page.getByRole('tab', { name: 'Live' }).click();
  await expect(page.getByText('mossmoth rings the supper bell.')).toBeVisible();
  await page.goto(`${world.address}/review/hand-over?state=all`);
  await expect(page.getByRole('row', { name: /mossmoth.*150 flint.*done/u })).toBeVisible();
});

test('a code is sold and looked up; one postcard is handed over and back, and another returned', async ({
  page,
  world,
}) => {
  await withFlint(world, ['mossmoth', 'siltlark']);
  const list = await world.addList('Keys', ['MAP-AAAA-1', 'MAP-BBBB-2']);
  await sell(world, 'key', { gives: 'line', list, warnAt: 1, cost: { ...BLANK_REWARD.cost, base: 300 } });
  await sell(world, 'postcard', { name: 'Postcard from below' });
  await world.type('mossmoth', '!key');
  for (const name of ['mossmoth', 'siltlark']) await world.type(name, '!postcard');
  await page.goto(`${world.address}/air`);
  const panel = page.getByRole('region', { name: 'To hand over' });
  await expect(panel.getByText('2 waiting')).toBeVisible();
  await expect(panel.getByText('key: 1 left to hand out')).toBeVisible();
  const modes = page.getByRole('navigation', { name: 'Modes' });
  await expect(modes.getByRole('link', { name: /Review.*2 to hand over/u })).toBeVisible();
  await panel.getByRole('button', { name: 'Postcard from below for mossmoth is handed over' }).focus();
  await page.keyboard.press('Enter');
  await expect(panel.getByText('1 waiting')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(panel.getByText('2 waiting')).toBeVisible();

  await page.goto(`${world.address}/review/hand-over`);
  await page.getByRole('button', { name: 'Done: Postcard from below of mossmoth' }).click();
  await page.getByRole('button', { name: 'Return: Postcard from below of siltlark' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Return' }).click();
  await expect(page.getByText('Nothing is owed to anybody.', { exact: false })).toBeVisible();
  await expect(modes.getByText('to hand over')).toBeHidden();
  await page.getByRole('combobox', { name: 'State' }).click();
  await page.getByRole('option', { name: 'All purchases' }).click();
  await expect(page.getByRole('row', { name: /siltlark.*returned/u })).toBeVisible();
  const code = page.getByRole('row', { name: /mossmoth.*key.*300 flint/u });
  await expect(code).not.toContainText('MAP-');
  await code.getByRole('button', { name: 'Show what they got' }).click();
  await expect(code).toContainText('MAP-AAAA-1');
  await page.getByRole('link', { name: 'Ledger' }).click();
  await expect(page.getByText('Postcard from below').first()).toBeVisible();
});

test('someone is benched, which stands with what moderators did, and may write after a restart', async ({
  page,
  world,
}) => {
  await withFlint(world, ['mossmoth', 'siltlark']);
  await sell(world, 'bench', {
    gives: 'bench',
    bench: { ...BLANK_REWARD.bench, lengths: [{ seconds: 5, price: 100, cheer: null, tip: null }] },
    says: {
      ...BLANK_REWARD.says,
      bought: '{{ viewer.name }} benches {{ reward.target }} for {{ reward.time }}.',
    },
  });
  await page.goto(`${world.address}/review/catches`);
  await world.type('mossmoth', '!bench siltlark');
  await expect(page.getByText('mossmoth benches siltlark for 5 s.')).toBeVisible();
  await expect(page.getByText('bought by mossmoth', { exact: false }).first()).toBeVisible();
  await expect(world.type('siltlark', 'can you hear me')).rejects.toThrow(/may not speak here/u);
  await world.stopServer();
  await world.startServer();
  // Over, while Gully was off or just after: they come again and are heard.
  await expect
    .poll(
      async () => {
        await world.type('siltlark', 'back on the rope').catch(() => undefined);
        return page.getByText('back on the rope').count();
      },
      { timeout: 20_000 },
    )
    .toBeGreaterThan(0);
});
