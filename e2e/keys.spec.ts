import { BLANK_OVERLAY, newPiece } from '@gully/core/overlays';
import { BLANK_QUEUE } from '@gully/core/queue';
import { type Step, STEP_KINDS } from '@gully/core/channel';
import type { Locator } from '@playwright/test';
import axe from 'axe-core';
import { expect, openCommands, test, type Page } from './test-support/world.js';

/** Goes on with Tab until the place has the focus, as someone without a pointer does. */
async function tabTo(page: Page, place: Locator): Promise<void> {
  for (let n = 0; n < 12; n += 1) {
    await page.keyboard.press('Tab');
    if (await place.evaluate((element) => element === document.activeElement)) return;
  }
  await expect(place).toBeFocused();
}

test('everything by keyboard: modes, a new command, its blanks, saving, rehearsing, the dock', async ({
  page,
  world,
}) => {
  await openCommands(page, world);
  await page.keyboard.press('g');
  await page.keyboard.press('a');
  await expect(page).toHaveURL(/\/air$/);
  await page.keyboard.press('g');
  await page.keyboard.press('p');
  await expect(page).toHaveURL(/\/prepare\/commands$/);
  await expect(page.getByRole('heading', { name: 'Commands', exact: true })).toBeVisible();
  await page.keyboard.press('n');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.keyboard.type('!hail');
  await tabTo(page, page.getByRole('button', { name: /^Aliases/ }));
  await page.keyboard.press('Enter');
  await expect(page.getByPlaceholder('!deep, !how deep')).toBeFocused();
  await page.keyboard.type('!hello, !hi');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Aliases: !hello !hi' })).toBeFocused();
  await tabTo(page, page.getByRole('button', { name: /^Who may use it/ }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Lowest role' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('option', { name: 'Anyone' })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  // The list moves its focus a moment after the key.
  await expect(page.getByRole('option', { name: 'Followers and up' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Lowest role' })).toHaveText('Followers and up');
  await expect(page.getByRole('combobox', { name: 'Lowest role' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Who may use it: Followers and up' })).toBeFocused();
  await tabTo(page, page.getByRole('textbox', { name: 'Text' }));
  await page.keyboard.type('Hello {');
  await expect(page.getByRole('option', { name: /viewer\.name/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('preview')).toHaveText('Now: Hello pebblewren');
  await page.keyboard.press('Control+Enter');
  await expect(page.getByText('Saved !hail')).toBeVisible();

  await page.getByRole('heading', { name: 'What it does' }).click();
  await page.keyboard.press('Control+k');
  await expect(page.getByPlaceholder('Search, or say what to do')).toBeFocused();
  await page.keyboard.type('rehearse');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Type in the rehearsal')).toBeFocused();
  await page.keyboard.type('!hi');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('log', { name: 'Rehearsal' }).getByText('Hello pebblewren')).toBeVisible();
  await page.keyboard.press('Control+.');
  await expect(page.getByRole('complementary', { name: 'Chat, folded' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('complementary', { name: 'Chat, folded' })).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByLabel('Type in the rehearsal')).toBeFocused();
  // While a field has the focus, letters are letters.
  await page.keyboard.type('ng a?');
  await expect(page.getByLabel('Type in the rehearsal')).toHaveValue('ng a?');
});

/** Steps of most kinds, with branches in branches. */
const NESTED = (list: string): Step[] => [
  {
    ...STEP_KINDS.if.blank('i'),
    then: [
      { ...STEP_KINDS.draw.blank('d'), list },
      {
        ...STEP_KINDS.pick.blank('p'),
        branches: [
          {
            id: 'a',
            weight: 1,
            steps: [{ ...STEP_KINDS.say.blank('s'), texts: ['{{ remembered.line }}', 'x'] }],
          },
          { id: 'b', weight: 2, steps: [{ ...STEP_KINDS.counter.blank('c'), counter: 'depth' }] },
        ],
      },
    ],
    otherwise: [STEP_KINDS.wait.blank('w'), { ...STEP_KINDS.output.blank('o'), file: 'lamp', text: 'lit' }],
  },
];

/** @param coloursOnly where all else was looked at already */
async function violations(page: Page, coloursOnly: boolean): Promise<string[]> {
  await page.evaluate(axe.source);
  return page.evaluate(async (colours) => {
    const run = (globalThis as unknown as { axe: typeof axe }).axe.run;
    const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
    const { violations } = await run(document, { runOnly: colours ? ['color-contrast'] : tags });
    return violations.map(
      ({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`,
    );
  }, coloursOnly);
}

/** Both themes, which follow the system's, without loading the page twice; they differ in colours alone. */
async function expectNoViolations(page: Page): Promise<void> {
  for (const [colorScheme, theme] of [
    ['light', 'limestone'],
    ['dark', 'cave'],
  ] as const) {
    await page.emulateMedia({ colorScheme });
    await expect(page.locator(`html[data-theme="${theme}"]`)).toHaveCount(1);
    expect([theme, await violations(page, theme === 'cave')]).toEqual([theme, []]);
  }
}

for (const width of [1280, 420])
  test(`no accessibility violations, ${String(width)} px`, async ({ page, world }) => {
    test.setTimeout(150_000);
    await page.setViewportSize({ width, height: 800 });
    const id = await world.add('map', 'the {{ viewer.nme }} survey', { lowestRole: 'vip' });
    await world.type('siltlark', '!map');
    await world.type('quillrush', '!map', ['vip']);
    const { viewers } = (await (await page.request.get(`${world.address}/api/viewers`)).json()) as {
      viewers: { id: string }[];
    };
    const list = await world.addList('Campfire', ['one', 'two']);
    const routine = await world.addRoutine('Ask them', NESTED(list));
    const timer = await world.addTimer('Map night', { texts: ['On Thursdays', 'we draw'] });
    await world.addTimer('Rope rules', { texts: ['Mind the step'] });
    const { id: queue } = (await world.post('queues', { ...BLANK_QUEUE, name: 'Ropes' })) as { id: string };
    const kinds = ['stage', 'text', 'goal'].map((kind) => newPiece(kind, kind, BLANK_OVERLAY));
    const { id: overlay } = (await world.post('overlays', {
      ...BLANK_OVERLAY,
      name: 'Below',
      pieces: kinds.map((piece) => ({
        ...piece,
        settings: { ...piece.settings, ...('counter' in piece.settings && { counter: 'depth' }) },
      })),
    })) as { id: string };
    const someone = viewers[0]?.id ?? '';
    for (const does of ['open', 'add', 'call'])
      await world.post(`queues/${queue}/acts`, { does, viewer: someone });
    const places = [
      '/prepare/commands',
      `/prepare/commands/${id}`,
      '/prepare/commands/new',
      '/prepare/counters',
      '/prepare/memory',
      '/prepare/connection',
      '/prepare/routines',
      '/prepare/routines/new',
      `/prepare/routines/${routine}`,
      '/prepare/timers',
      '/prepare/timers/new',
      `/prepare/timers/${timer}`,
      '/prepare/lists',
      `/prepare/lists/${list}`,
      '/prepare/outputs',
      '/prepare/bundles',
      '/review/activity',
      '/prepare/queues',
      `/prepare/queues/${queue}`,
      '/prepare/handles/new',
      `/prepare/overlays/${overlay}`,
      '/prepare/media',
      '/prepare/media/gully-lantern',
      '/air',
      '/review/queue',
      '/review/viewers',
      `/review/viewers/${someone}`,
    ];
    for (const path of places) {
      await page.goto(world.address + path);
      await expect(page.getByRole('main')).not.toBeEmpty();
      await expect(page.locator('.top').getByText('Connected')).toBeVisible();
      // What is looked at is the view, not the shape of what comes.
      await expect(page.locator('[aria-busy]')).toHaveCount(0);
      await expectNoViolations(page);
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    }
    if (width < 900) {
      await page.getByRole('button', { name: 'Chat' }).click();
      await expect(page.getByRole('dialog', { name: 'Chat' })).toBeVisible();
    }
    await page.getByRole('tab', { name: 'Rehearsal' }).click();
    await page.getByLabel('Type in the rehearsal').fill('!map');
    await page.keyboard.press('Enter');
    await expect(page.getByText('for VIPs and up').first()).toBeVisible();
    await expectNoViolations(page);
  });
