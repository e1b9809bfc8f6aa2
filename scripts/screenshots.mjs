// @ts-check
/** `npm run screenshots`: one current picture of each main view, 1280x800, with the demo's data, in docs/screenshots. */
import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { chromium as browserPath } from './chromium.mjs';
import { freePort, must, ROOT, start } from './run.mjs';

await build();
const { chromium } = await import('@playwright/test');
const data = mkdtempSync(join(tmpdir(), 'gully-shots-'));
const secret = `whsec_${randomBytes(24).toString('base64')}`;
const httpPort = await freePort(4790);
const standin = await start(
  ['apps/standin/dist/main.js'],
  {
    STANDIN_IRC_PORT: '0',
    STANDIN_HTTP_PORT: '0',
    STANDIN_CROWD: '120',
    STANDIN_LIVE_MINUTES: '33',
    STANDIN_RATE: '40',
    STANDIN_EVENTS_TO: `http://127.0.0.1:${httpPort}/events`,
    STANDIN_EVENTS_SECRET: secret,
  },
  /^\{"irc"/,
);
const ports = JSON.parse(standin.line);
await must(process.execPath, ['apps/server/dist/demo.js', data, `http://127.0.0.1:${ports.http}/board`]);
const server = await start(
  ['apps/server/dist/main.js'],
  {
    GULLY_DATA_DIR: data,
    GULLY_HTTP_PORT: `${httpPort}`,
    GULLY_EVENTS_SECRET: secret,
    GULLY_WEBHOOK_ALLOW: `127.0.0.1:${ports.http}`,
    GULLY_IRC_PORT: `${ports.irc}`,
    GULLY_STANDIN_URL: `http://127.0.0.1:${ports.http}`,
    GULLY_STREAMER: 'odalys_tarn',
    GULLY_LOG: 'warn',
  },
  /^Gully is at /,
);
const address = server.line.replace('Gully is at ', '').trim();
const browser = await chromium.launch({
  executablePath: await browserPath(),
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

/**
 * @param {string} name
 * @param {string} path
 * @param {(page: import('@playwright/test').Page) => Promise<void>} act
 * @param {string} [theme]
 */
async function shoot(name, path, act, theme = 'limestone') {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  await page.addInitScript((chosen) => localStorage.setItem('gully.theme', chosen), theme);
  await page.goto(address + path);
  await page.locator('.top').getByText('Connected').waitFor();
  await act(page);
  await page.mouse.move(640, 790);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`) });
  await page.close();
}

/** An overlay as it is seen on the stream, over a picture in place of a game. */
async function shootOverlay() {
  /** @param {string} path @param {object} [data] */
  const ask = async (path, data) => {
    const sent = data && {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(data),
    };
    const answer = await fetch(`${address}/api/${path}`, sent);
    return answer.status === 204 ? undefined : answer.json();
  };
  const [overlay] = await ask('overlays');
  const { path } = await ask(`overlays/${overlay.id}/address`);
  const still = (await ask('media')).find((/** @type {{ id: string }} */ { id }) => id === overlay.still);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
  await page.goto(`${address}${path}?behind=${still.file}&sound=off`);
  await page.getByText('of 268').waitFor();
  await ask('standin/event', { type: 'follow', name: 'fernhatch' });
  await page.getByText('fernhatch follows the lantern').waitFor();
  await page.locator('[data-piece="demo-chat"] b').nth(2).waitFor();
  await page.screenshot({ path: join(ROOT, 'docs/screenshots/overlay.png') });
  await page.close();
}

/** @param {import('@playwright/test').Page} page */
async function rehearse(page) {
  // The list draws what is in view.
  await page.getByPlaceholder(/^Find in/).fill('wet');
  await page.getByRole('link', { name: '!wet' }).click();
  await page.getByRole('textbox', { name: 'Text' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type(' Dry socks hang by the fire in {{ chanel.name }}.');
  await page.getByRole('tab', { name: 'Rehearsal' }).click();
  for (const line of ['!deph', '!wet', '!boots again']) {
    await page.getByLabel('Type in the rehearsal').fill(line);
    await page.keyboard.press('Enter');
    await page.getByRole('log', { name: 'Rehearsal' }).getByText(line, { exact: true }).waitFor();
  }
}

try {
  await shoot('prepare-command', '/prepare/commands', rehearse);
  await shoot('prepare-game', '/prepare/games', async (page) => {
    await page.getByRole('link', { name: 'Carbide reels' }).click();
    const lab = page.getByRole('region', { name: 'Odds lab' });
    await lab.getByRole('button', { name: 'Simulate' }).click();
    await lab.getByText(/simulated players who began/).waitFor();
    await lab.evaluate((element) => element.scrollIntoView());
  });
  await shoot('prepare-queue', '/prepare/queues', async (page) => {
    await page.getByRole('link', { name: 'Underledge ropes' }).click();
    await page.getByText('Now: Underledge ropes is open.').waitFor();
  });
  await shoot('review-games', '/review/games', async (page) => {
    await page.getByRole('link', { name: /^Carbide reels/ }).click();
    await page.getByRole('button', { name: 'Recompute the last 1,000' }).click();
    await page.getByText(/played again, all the same/).waitFor();
  });
  await shoot('prepare-routine', '/prepare/routines', async (page) => {
    await page.getByRole('link', { name: 'A rope party joins' }).click();
    await page.getByRole('tab', { name: 'Rehearsal' }).click();
    await page.getByRole('button', { name: 'Simulate an event' }).click();
    await page.getByRole('button', { name: /^Simulate it/ }).click();
    await page.getByText('The next passage is yours').first().waitFor();
  });
  await shoot('prepare-timers', '/prepare/timers', async (page) => {
    await page.locator('.lane .fires').first().waitFor();
    await page.getByRole('tab', { name: 'Rehearsal' }).click();
    for (const fired of ['fired Campfire question', 'fired Rope rules']) {
      await page.getByRole('button', { name: 'To the next timer' }).click();
      await page.getByText(fired).waitFor();
    }
  });
  await shoot('prepare-reward', '/prepare/rewards', async (page) => {
    await page.getByRole('link', { name: 'Bench a caver' }).click();
    await page.getByRole('region', { name: 'What the price means' }).waitFor();
    await page.getByRole('tab', { name: 'Rehearsal' }).click();
    await page.getByLabel('Type in the rehearsal').fill('!bench gritandgo');
    await page.keyboard.press('Enter');
    await page.getByText(/benches gritandgo for/).waitFor();
  });
  await shoot('prepare-filters', '/prepare/filters', async (page) => {
    await page.getByRole('textbox', { name: 'Emotes', exact: true }).fill('2');
    await page.getByRole('button', { name: 'Replay', exact: true }).click();
    await page.getByText(/as saved/).waitFor();
    await page.getByRole('heading', { name: 'Replay' }).scrollIntoViewIfNeeded();
  });
  await shoot('review-catches', '/review/catches', async (page) => {
    await page
      .getByRole('button', { name: /^Undo the catch of/ })
      .first()
      .waitFor();
    await page.evaluate(() => document.fonts.ready);
  });
  await shoot('review-hand-over', '/review/hand-over', async (page) => {
    await page.getByRole('button', { name: 'Show address' }).first().click();
    await page.getByRole('button', { name: 'Hide address' }).waitFor();
    await page
      .getByRole('checkbox', { name: /^Postcard/ })
      .nth(1)
      .click();
  });
  /** @param {import('@playwright/test').Page} page */
  const boardIsThere = async (page) => {
    await page.getByRole('log', { name: 'Activity' }).waitFor();
    await page.getByLabel('Search chat').waitFor();
    await page.evaluate(() => document.fonts.ready);
  };
  await shoot('on-air', '/air', boardIsThere);
  await shoot('on-air-cave', '/air', boardIsThere, 'cave');
  await shoot('dock-why', '/prepare/commands', async (page) => {
    for (const text of ['!map', '!map'])
      await page.request.post(`${address}/api/standin/say`, {
        data: { name: 'pebblewren', roles: ['subscriber'], text },
      });
    await page
      .getByRole('button', { name: /cooling down, \d+ s left/ })
      .last()
      .click();
    await page.getByText('Why it did not run').waitFor();
  });
  await shoot('prepare-currency', '/prepare/currency', async (page) => {
    await page.getByLabel('Payout while live').fill('6');
    await page.getByRole('img', { name: /What an hour is worth/ }).waitFor();
  });
  await shoot('prepare-overlay', '/prepare/overlays', async (page) => {
    await page.getByRole('link', { name: /^The Lantern Hour/ }).click();
    await page
      .getByRole('region', { name: 'Layers' })
      .getByRole('button', { name: 'Goal', exact: true })
      .click();
    await page.locator('.on-canvas', { hasText: 'of 268' }).waitFor();
  });
  await shootOverlay();
  await shoot(
    'review-ledger',
    '/review/ledger',
    async (page) => {
      await page.getByRole('row', { name: /Game/ }).first().waitFor();
    },
    'cave',
  );
  await shoot('review-economy', '/review/economy', async (page) => {
    await page.getByRole('img', { name: /In circulation/ }).waitFor();
  });
  await shoot('review-viewer', '/review/viewers', async (page) => {
    await page.getByLabel('Find a name').fill('pebblewren');
    await page.getByRole('link', { name: 'pebblewren', exact: true }).click();
    await page.getByRole('heading', { name: 'Messages' }).waitFor();
    await page.getByRole('button', { name: 'Adjust balance' }).waitFor();
  });
} finally {
  await browser.close();
  server.child.kill('SIGTERM');
  await new Promise((resolve) => server.child.once('exit', resolve));
  standin.child.kill('SIGTERM');
  rmSync(data, { recursive: true, force: true });
}
