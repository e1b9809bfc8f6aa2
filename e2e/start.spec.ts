import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from './test-support/world.js';

const ROOT = fileURLToPath(new URL('../', import.meta.url));

interface Ended {
  readonly code: number | null;
  readonly output: string;
}

function start(
  script: string,
  env: Record<string, string>,
): { child: ChildProcess; output: () => string; ended: Promise<Ended> } {
  const child = spawn(process.execPath, [join(ROOT, script)], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
  child.stderr.on('data', (chunk: Buffer) => (output += chunk.toString()));
  const ended = new Promise<Ended>((resolve) =>
    child.once('close', (code) => {
      resolve({ code, output });
    }),
  );
  return { child, output: () => output, ended };
}

test.describe('a start that cannot be', () => {
  const server = (env: Record<string, string>): Promise<Ended> =>
    start('apps/server/dist/main.js', {
      GULLY_DATA_DIR: mkdtempSync(join(tmpdir(), 'gully-start-')),
      GULLY_HTTP_PORT: '0',
      GULLY_LOG: 'silent',
      ...env,
    }).ended;

  test('a wrong setting is named, a secret is not shown, and there is no stack', async () => {
    const { code, output } = await server({
      GULLY_IRC_PORT: 'seven',
      GULLY_IRC_CHANNEL: 'no-mark',
      GULLY_IRC_ACCOUNT_PASSWORD: 'hush-hush',
    });
    expect(code).toBe(1);
    expect(output).toMatch(/Some settings are not usable\. Nothing was started\./);
    expect(output).toMatch(/GULLY_IRC_PORT is “seven”/);
    expect(output).toMatch(/GULLY_IRC_CHANNEL is “no-mark”/);
    expect(output).not.toMatch(/hush-hush|at .*\.js:\d/);
  });

  test('a damaged database is named and left alone', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'gully-start-'));
    const letter = 'this is a letter, not a database\n'.repeat(400);
    writeFileSync(join(folder, 'gully.db'), letter);
    const { code, output } = await server({ GULLY_DATA_DIR: folder });
    expect(code).toBe(1);
    expect(output).toMatch(/gully\.db is damaged .* Nothing in it was changed\. Move the file away/);
    expect(output).not.toMatch(/at .*\.js:\d/);
    expect(readFileSync(join(folder, 'gully.db'), 'utf8')).toBe(letter);
    expect(readdirSync(folder).sort()).toEqual(['gully.db', 'gully.lock']);
  });

  test('a taken port is told, with the setting that changes it', async () => {
    const other = createServer();
    const port = await new Promise<number>((resolve) =>
      other.listen(0, '127.0.0.1', () => {
        resolve((other.address() as { port: number }).port);
      }),
    );
    const { code, output } = await server({ GULLY_HTTP_PORT: String(port) });
    other.close();
    expect(code).toBe(1);
    expect(output).toMatch(
      /The port is taken by another program\. Nothing was started\. Set GULLY_HTTP_PORT/,
    );
  });
});

/** Making the demo’s season takes a quiet machine twelve seconds, and one that is busy with other stories longer. */
const STARTING_MS = 80_000;

test('the demo starts with one address, steps over taken ports, and leaves nothing behind', async ({
  page,
}) => {
  test.setTimeout(3 * STARTING_MS);
  const temporary = mkdtempSync(join(tmpdir(), 'gully-demo-test-'));
  const running: ReturnType<typeof start>[] = [];
  const addresses: string[] = [];
  try {
    for (let n = 0; n < 2; n++) {
      const demo = start('scripts/demo.mjs', { TMPDIR: temporary });
      running.push(demo);
      await expect.poll(() => demo.output(), { timeout: STARTING_MS }).toMatch(/http:\/\/127\.0\.0\.1:\d+/);
      addresses.push(/http:\/\/127\.0\.0\.1:\d+/.exec(demo.output())![0]);
    }
    expect(new Set(addresses).size).toBe(2);
    await page.goto(addresses[1]!);
    await expect(page.getByRole('link', { name: /^!/ }).first()).toBeVisible();
    await expect(page.locator('.top').getByText('Connected')).toBeVisible();
    await expect(page.getByRole('log', { name: 'Live chat' }).getByText('gully').first()).toBeVisible();
  } finally {
    for (const { child } of running) child.kill('SIGINT');
  }
  for (const { ended } of running) expect((await ended).code).toBe(0);
  expect(readdirSync(temporary).filter((name) => name.startsWith('gully-demo-'))).toEqual([]);
});

test.describe('over a power cut', () => {
  test.use({ apart: true });
  test('a power cut right after an answer loses neither its count nor its cooldown', async ({
    page,
    world,
  }) => {
    const id = await world.add('lantern', 'lit {{ command.uses }}', { viewerCooldown: 600 });
    await page.goto(`${world.address}/air`);
    const chat = page.getByRole('log', { name: 'Live chat' });
    await expect(page.locator('.top').getByText('Connected')).toBeVisible();
    await world.type('pebblewren', '!lantern');
    await expect(chat.getByText('lit 1')).toBeVisible();
    await world.cutPower();
    await world.startServer();
    expect(await (await page.request.get(`${world.address}/api/commands/${id}`)).json()).toMatchObject({
      uses: 1,
    });
    await expect(page.locator('.top').getByText('Connected')).toBeVisible({ timeout: 20_000 });
    await world.type('pebblewren', '!lantern');
    await expect(chat.getByText(/cooling down, (10 min|9 min \d+ s) left/)).toBeVisible();
  });
});

test('a newcomer is in their room with a command of their own within 90 s and 40 keystrokes', async ({
  page,
  world,
}) => {
  const { child, output, ended } = start('apps/server/dist/main.js', {
    GULLY_DATA_DIR: mkdtempSync(join(tmpdir(), 'gully-start-')),
    GULLY_HTTP_PORT: '0',
    GULLY_LOG: 'silent',
  });
  const began = Date.now();
  await expect.poll(output).toMatch(/^Gully is at /m);
  let strokes = 0;
  const press = async (...keys: string[]): Promise<void> => {
    for (const key of keys) await page.keyboard.press(key);
    strokes += keys.length;
  };
  const type = (text: string): Promise<void> => press(...Array.from(text));
  try {
    await page.goto(/^Gully is at (.*)$/m.exec(output())?.[1] ?? '');
    await expect(page.getByLabel('Room', { exact: true })).toBeFocused();
    await type('#lanternhour');
    await press('Tab');
    await type(`irc://127.1:${String(world.ircPort)}`);
    await press('Enter');
    await expect(page.getByRole('banner').getByText('No moderator rights')).toBeVisible();
    await expect(page.getByRole('row', { name: /!hug/ })).toBeVisible();
    await press('n');
    await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
    await type('hi');
    await press('Enter');
    await type('Hi');
    await press('Control+Enter');
    await expect(page.getByText('Saved !hi')).toBeVisible();
    await world.type('pebblewren', '!hi');
    await expect(page.getByRole('log', { name: 'Live chat' }).getByText('Hi', { exact: true })).toBeVisible();
    expect(strokes).toBeLessThanOrEqual(40);
    expect(Date.now() - began).toBeLessThan(90_000);

    // What is on the page is tried, and said what is missing.
    await page.goto(`${new URL(page.url()).origin}/prepare/connection`);
    await page.getByLabel('The bot’s name').fill('glim');
    await page.getByRole('button', { name: 'Test' }).press('Enter');
    const found = page.getByRole('status', { name: 'What the test found' }).getByRole('listitem');
    await expect(found).toHaveCount(4);
    await expect(found.nth(2)).toContainText('/mode #lanternhour +o glim');
    await page.getByLabel('Password of the account').fill('dry-socks');
    await page.getByLabel('The bot’s name').press('Control+Enter');
    await expect(page.getByText('Saved. Gully is on its way to #lanternhour')).toBeVisible();
    await expect(page.getByLabel('Password of the account', { exact: true })).toHaveAttribute(
      'placeholder',
      'stored',
    );
    await expect(page.getByLabel('Say in chat as glim')).toBeVisible();
  } finally {
    child.kill('SIGTERM');
    await ended;
  }
});
