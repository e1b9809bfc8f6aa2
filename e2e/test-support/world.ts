import type { Step } from '@gully/core/channel';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { BLANK_COMMAND, type CommandBody, type Gates, type Trigger } from '@gully/core/commands';
import { BLANK_ROUTINE, routineOf, sayOnly, type NamedRoutineBody } from '@gully/core/routines';
import { BLANK_TIMER, type TimerBody } from '@gully/core/timers';
import { test as base, expect, type Locator, type Page } from '@playwright/test';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** What a test says of a command; the rest is as for a new one that nothing holds back. */
export interface Plain extends Partial<Trigger>, Partial<Gates> {
  readonly enabled?: boolean;
  readonly steps?: readonly Step[];
  readonly inputs?: CommandBody['inputs'];
}

/** A command as the API takes it. */
export function aCommand(
  name: string,
  text: string,
  { enabled = true, steps, inputs = [], ...more }: Plain = {},
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
    inputs,
    trigger: of({ ...BLANK_COMMAND.trigger, name }),
    gates: of({ ...BLANK_COMMAND.gates, cooldown: 0, viewerCooldown: 0 }),
    routine: steps === undefined ? sayOnly(text) : routineOf(steps),
  };
}

/** What the stand-in signs its events with. */
const SECRET = `whsec_${Buffer.from('a secret of twenty-four b').toString('base64')}`;

/** In memory where the system offers that, so that stories do not wait for the disk. */
const FOLDERS = existsSync('/dev/shm') ? '/dev/shm' : tmpdir();

/** Builds of the programs, as modules and as programs. */
const SERVER = 'apps/server/dist';
const STANDIN = 'apps/standin/dist';

interface Running {
  readonly address: string;
  stop(): Promise<void>;
}
interface Standin {
  readonly ircPort: number;
  readonly httpPort: number;
  close(): Promise<void>;
}

const load = async <T>(file: string): Promise<T> => (await import(pathToFileURL(join(ROOT, file)).href)) as T;

/** The server within the test's own process, which saves each story the time to load it. */
async function serverHere(env: Record<string, string>): Promise<Running> {
  const { startServer } = await load<{ startServer(env: Record<string, string>): Promise<Running> }>(
    `${SERVER}/start.js`,
  );
  return startServer(env);
}

/** The server as a process of its own, which may be killed. */
function serverApart(env: Record<string, string>): Promise<Running & { readonly child: ChildProcess }> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(ROOT, SERVER, 'main.js')], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let output = '';
    const read = (chunk: Buffer): void => {
      output += chunk.toString();
      const address = /^Gully is at (.*)$/mu.exec(output)?.[1];
      if (address !== undefined) resolve({ child, address, stop: () => ended(child, 'SIGTERM') });
    };
    child.stdout.on('data', read);
    child.stderr.on('data', read);
    child.once('exit', (code) => {
      reject(new Error(`the server ended with ${String(code)}:\n${output}`));
    });
  });
}

function ended(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
  return new Promise((resolve) => {
    child.once('exit', () => {
      resolve();
    });
    child.kill(signal);
  });
}

/** The whole of it over real sockets: stand-in, server, database file. */
export class World {
  private standin: Standin | undefined;
  private server: (Running & { readonly child?: ChildProcess }) | undefined;
  private port = '0';
  private readonly folder = mkdtempSync(join(FOLDERS, 'gully-e2e-'));

  /** @param apart whether the server is a process of its own, so that its power can be cut */
  constructor(private readonly apart: boolean) {}

  async start(): Promise<void> {
    const { startStandin } = await load<{ startStandin(options: object): Promise<Standin> }>(
      `${STANDIN}/standin.js`,
    );
    this.standin = await startStandin({
      ircPort: 0,
      httpPort: 0,
      channel: '#lanternhour',
      streamer: 'odalys_tarn',
      bot: 'gully',
      seed: 2047,
    });
    await this.startServer();
  }

  async startServer(): Promise<void> {
    const env = {
      GULLY_DATA_DIR: this.folder,
      GULLY_HTTP_PORT: this.port,
      GULLY_IRC_PORT: String(this.standin?.ircPort),
      GULLY_STANDIN_URL: this.standinAddress,
      GULLY_STREAMER: 'odalys_tarn',
      GULLY_EVENTS_SECRET: SECRET,
      GULLY_WEBHOOK_ALLOW: new URL(this.standinAddress).host,
      GULLY_LOG: 'error',
    };
    this.server = await (this.apart ? serverApart(env) : serverHere(env));
    this.port = new URL(this.address).port;
    await this.control('events-to', { address: `${this.address}/events`, secret: SECRET });
    // What is typed before it is in the room, nobody hears.
    await expect
      .poll(async () => (await (await fetch(`${this.address}/api/connection`)).json()) as unknown, {
        timeout: 15_000,
        intervals: [20],
      })
      .toMatchObject({ state: 'connected' });
  }

  stopServer(): Promise<void> {
    return this.server?.stop() ?? Promise.resolve();
  }

  /** Ends the server as a power cut would. */
  async cutPower(): Promise<void> {
    if (this.server?.child === undefined)
      throw new Error('only a server apart can be cut off: test.use({ apart: true })');
    await ended(this.server.child, 'SIGKILL');
  }

  /** where the chat room is, for any IRC client */
  get ircPort(): number {
    return this.standin?.ircPort ?? 0;
  }

  get address(): string {
    return this.server?.address ?? '';
  }

  post(path: string, body: unknown): Promise<unknown> {
    return this.send('POST', path, body);
  }

  put(path: string, body: unknown): Promise<unknown> {
    return this.send('PUT', path, body);
  }

  private async send(method: string, path: string, body: unknown): Promise<unknown> {
    const response = await fetch(`${this.address}/api/${path}`, {
      method,
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
    return `http://127.0.0.1:${String(this.standin?.httpPort)}`;
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
    await this.standin?.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

/** A test with a world of its own and a page that opened it. What the page complains of fails the test. */
export const test = base.extend<{ apart: boolean; world: World; complaints: string[] }>({
  apart: [false, { option: true }],
  world: async ({ apart }, use) => {
    const world = new World(apart);
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

/** The empty line at the end of a script or a branch. */
export const addLine = (page: Page, where: string): Locator =>
  page.getByRole('combobox', { name: `Add a step: ${where}`, exact: true });

/** Adds a step by typing its name into the empty line, as `/say` and Enter. */
export async function addStep(page: Page, where: string, name: string): Promise<void> {
  await addLine(page, where).fill(`/${name}`);
  await addLine(page, where).press('Enter');
}
