import { spawn, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('../../', import.meta.url));

/** Starts one of the built programs and waits for the line that says it is ready. */
export function start(
  script: string,
  args: string[],
  env: Record<string, string>,
  ready: RegExp,
): Promise<{ child: ChildProcess; line: string }> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join(ROOT, script), ...args], {
      env: { ...process.env, ...env },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let output = '';
    child.stdout.setEncoding('utf8').on('data', (chunk: string) => {
      output += chunk;
      const line = output.split('\n').find((each) => ready.test(each));
      if (line !== undefined) resolve({ child, line });
    });
    child.once('exit', () => {
      reject(new Error(`${script} ended:\n${output}`));
    });
  });
}

/** Starts the server on a data folder, in the room at a port and without a limit on what it says. */
export async function startGully(
  folder: string,
  irc: number,
  more: Record<string, string> = {},
): Promise<{ child: ChildProcess; address: string }> {
  const settings = {
    GULLY_DATA_DIR: folder,
    GULLY_HTTP_PORT: '0',
    GULLY_IRC_PORT: String(irc),
    GULLY_CHAT_LIMIT: '1000000',
    GULLY_CHAT_LIMIT_MODERATOR: '1000000',
    GULLY_CHAT_LIMIT_SECONDS: '1',
    // Some are started without a room to be in, and would say so.
    GULLY_LOG: 'silent',
    ...more,
  };
  const { child, line } = await start('apps/server/dist/main.js', [], settings, /^Gully is at/u);
  return { child, address: line.replace('Gully is at ', '').trim() };
}

/** Ends it gently. */
export function end(child: ChildProcess): Promise<void> {
  return new Promise((resolve) => {
    child.once('exit', () => {
      resolve();
    });
    child.kill('SIGTERM');
  });
}

/** Megabytes a program holds in memory, as Linux counts them. */
export function residentMb({ pid }: ChildProcess): number {
  const status = readFileSync(`/proc/${String(pid)}/status`, 'utf8');
  return Number(/VmRSS:\s+(\d+)/u.exec(status)?.[1] ?? 0) / 1024;
}

/** Waits until the bot of the server at `address` is in the room. */
export async function inRoom(address: string): Promise<void> {
  for (;;) {
    const { state } = (await (await fetch(`${address}/api/connection`)).json()) as { state: string };
    if (state === 'connected') return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** Switches the currency on, with what is there while nothing is changed. */
export async function switchCurrencyOn(address: string): Promise<void> {
  const answer = await fetch(`${address}/api/currency`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ value: { enabled: true, one: 'flint', many: 'flint' }, version: 0 }),
  });
  await answer.text();
  // Switched on before, in an earlier round on the same folder.
  if (!answer.ok && answer.status !== 409) throw new Error(`the currency: ${String(answer.status)}`);
}
