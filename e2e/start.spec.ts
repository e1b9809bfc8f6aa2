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

test('the demo starts with one address, steps over taken ports, and leaves nothing behind', async ({
  page,
}) => {
  const temporary = mkdtempSync(join(tmpdir(), 'gully-demo-test-'));
  const running: ReturnType<typeof start>[] = [];
  const addresses: string[] = [];
  try {
    for (let n = 0; n < 2; n++) {
      const demo = start('scripts/demo.mjs', { TMPDIR: temporary });
      running.push(demo);
      await expect.poll(() => demo.output(), { timeout: 30_000 }).toMatch(/http:\/\/127\.0\.0\.1:\d+/);
      addresses.push(/http:\/\/127\.0\.0\.1:\d+/.exec(demo.output())![0]);
    }
    expect(new Set(addresses).size).toBe(2);
    await page.goto(addresses[1]!);
    await expect(page.getByRole('link', { name: /^!map/ })).toBeVisible();
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
