import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BLANK_COMMAND, type CommandBody, type Gates, type Trigger } from '@gully/core/commands';
import { BLANK_ROUTINE, routineOf, sayOnly, type NamedRoutineBody, type Step } from '@gully/core/routines';
import { BLANK_TIMER, type TimerBody } from '@gully/core/timers';
import { test as base, expect, type Page } from '@playwright/test';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** What a test says of a command; the rest is as for a new one that nothing holds back. */
export interface Plain extends Partial<Trigger>, Partial<Gates> {
  readonly enabled?: boolean;
  readonly steps?: readonly Step[];
}

/** A command as the API takes it. */
export function aCommand(
  name: string,
  text: string,
  { enabled = true, steps, ...more }: Plain = {},
): CommandBody {
  const of = <T extends object>(part: T): T =>
    Object.fromEntries(
      Object.entries(part).map(([key, value]) => [
        key,
        { ...part, ...more }[key as keyof T] ?? (value as unknown),
      ]),
    ) as T;
  return {
    ...BLANK_COMMAND,
    enabled,
    trigger: of({ ...BLANK_COMMAND.trigger, name }),
    gates: of({ ...BLANK_COMMAND.gates, cooldown: 0, viewerCooldown: 0 }),
    routine: steps === undefined ? sayOnly(text) : routineOf(steps),
  };
}

/** What the stand-in signs its events with. */
const SECRET = `whsec_${Buffer.from('a secret of twenty-four b').toString('base64')}`;

interface Started {
  readonly child: ChildProcess;
  readonly line: string;
}

/** Starts one of the built programs and waits until it says it is ready. */
function start(script: string, env: Record<string, string>, ready: RegExp): Promise<Started> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(ROOT, script)], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    const read = (chunk: Buffer): void => {
      output += chunk.toString();
      const line = output.split('\n').find((each) => ready.test(each));
      if (line !== undefined) resolve({ child, line });
    };
    child.stdout.on('data', read);
    child.stderr.on('data', read);
    child.once('exit', (code) => {
      reject(new Error(`${script} ended with ${String(code)}:\n${output}`));
    });
  });
}

function end(child: ChildProcess | undefined, signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
  if (child?.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', () => {
      resolve();
    });
    child.kill(signal);
  });
}

/** The whole of it as processes of their own: stand-in, server, database file. */
export class World {
  private standin: Started | undefined;
  private server: Started | undefined;
  private port = '0';
  private readonly folder = mkdtempSync(join(tmpdir(), 'gully-e2e-'));

  async start(): Promise<void> {
    this.standin = await start(
      'apps/standin/dist/main.js',
      { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
      /^\{"irc"/u,
    );
    await this.startServer();
  }

  async startServer(): Promise<void> {
    const { irc, http } = JSON.parse(this.standin?.line ?? '{}') as { irc: number; http: number };
    this.server = await start(
      'apps/server/dist/main.js',
      {
        GULLY_DATA_DIR: this.folder,
        GULLY_HTTP_PORT: this.port,
        GULLY_IRC_PORT: String(irc),
        GULLY_STANDIN_URL: `http://127.0.0.1:${String(http)}`,
        GULLY_STREAMER: 'odalys_tarn',
        GULLY_EVENTS_SECRET: SECRET,
        GULLY_WEBHOOK_ALLOW: `127.0.0.1:${String(http)}`,
        GULLY_LOG: 'error',
      },
      /^Gully is at /u,
    );
    this.port = new URL(this.address).port;
    await this.control('events-to', { address: `${this.address}/events`, secret: SECRET });
    // What is typed before it is in the room, nobody hears.
    await expect
      .poll(async () => (await (await fetch(`${this.address}/api/connection`)).json()) as unknown, {
        timeout: 15_000,
      })
      .toMatchObject({ state: 'connected' });
  }

  /** Ends the server, gently or as a power cut would. */
  stopServer(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    return end(this.server?.child, signal);
  }

  get address(): string {
    return this.server?.line.replace('Gully is at ', '').trim() ?? '';
  }

  async post(path: string, body: unknown): Promise<unknown> {
    const response = await fetch(`${this.address}/api/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${path}: ${String(response.status)} ${await response.text()}`);
    return response.status === 204 ? undefined : response.json();
  }

  async add(name: string, text: string, more: Plain = {}): Promise<string> {
    return ((await this.post('commands', aCommand(name, text, more))) as { id: string }).id;
  }

  async addRoutine(
    name: string,
    steps: readonly Step[],
    more: Partial<NamedRoutineBody> = {},
  ): Promise<string> {
    const body = { ...BLANK_ROUTINE, name, routine: routineOf(steps), ...more };
    return ((await this.post('routines', body)) as { id: string }).id;
  }

  async addList(name: string, lines: readonly string[]): Promise<string> {
    return ((await this.post('lists', { name, text: lines.join('\n') })) as { id: string }).id;
  }

  async addTimer(name: string, more: Partial<TimerBody> = {}): Promise<string> {
    return ((await this.post('timers', { ...BLANK_TIMER, name, ...more })) as { id: string }).id;
  }

  /** Steers the stand-in itself. */
  async control(path: string, body: unknown): Promise<void> {
    await fetch(`${this.standinAddress}/control/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  }

  get standinAddress(): string {
    const { http } = JSON.parse(this.standin?.line ?? '{}') as { http: number };
    return `http://127.0.0.1:${String(http)}`;
  }

  /** What the simulated board was sent, newest first. */
  async board(): Promise<{ body: unknown }[]> {
    return (await (await fetch(`${this.standinAddress}/board`)).json()) as { body: unknown }[];
  }

  /** Types in the chat room as a viewer, past the pages. */
  async type(name: string, text: string, roles: string[] = []): Promise<void> {
    await this.post('standin/say', { name, roles, text });
  }

  async end(): Promise<void> {
    await this.stopServer();
    await end(this.standin?.child);
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** A test with a world of its own and a page that opened it. What the page complains of fails the test. */
export const test = base.extend<{ world: World; complaints: string[] }>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads the pattern to know what is needed
  world: async ({}, use) => {
    const world = new World();
    await world.start();
    await use(world);
    await world.end();
  },
  complaints: [
    async ({ page }, use) => {
      const complaints: string[] = [];
      page.on('pageerror', (error) => complaints.push(error.message));
      page.on('console', (message) => {
        // A lost connection and a refused request are told by the browser itself; tests make both on purpose.
        if (
          message.type() === 'error' &&
          !/Failed to load resource|WebSocket connection/u.test(message.text())
        )
          complaints.push(message.text());
      });
      await use(complaints);
      expect(complaints).toEqual([]);
    },
    { auto: true },
  ],
});

export { expect, type Page };

export async function openCommands(page: Page, world: World): Promise<void> {
  await page.goto(`${world.address}/prepare/commands`);
  await expect(page.getByRole('heading', { name: 'Commands', exact: true })).toBeVisible();
  await expect(page.locator('.top').getByText('Connected')).toBeVisible();
}
