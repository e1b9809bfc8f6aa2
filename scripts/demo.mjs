// @ts-check
/** `npm run demo [-- --keep]`: builds and starts everything with the demo's data, prints one address. */
import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './build.mjs';
import { freePort, must, ROOT, start } from './run.mjs';

const keep = process.argv.includes('--keep');
await build();

const data = keep ? join(ROOT, 'data', 'demo') : mkdtempSync(join(tmpdir(), 'gully-demo-'));
/** @type {import('node:child_process').ChildProcess[]} */
const children = [];
let ending = false;

/** @param {number} code */
async function end(code) {
  if (ending) return;
  ending = true;
  // The server first, so that it can say goodbye in chat.
  for (const child of [...children].reverse()) {
    if (child.exitCode !== null || child.signalCode !== null) continue;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGTERM');
    const timer = setTimeout(() => child.kill('SIGKILL'), 8_000);
    await gone;
    clearTimeout(timer);
  }
  if (!keep) rmSync(data, { recursive: true, force: true });
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end(0));

try {
  const ircPort = await freePort(6667);
  const httpPort = await freePort(4700);
  // Not the one that was just found, which nothing holds yet.
  const controlPort = await freePort(httpPort + 1);
  // Events are signed, as they would be by a real platform.
  const secret = `whsec_${randomBytes(24).toString('base64')}`;
  const seeded = must(process.execPath, [
    'apps/server/dist/demo.js',
    data,
    `http://127.0.0.1:${controlPort}/board`,
  ]);
  const standin = await start(
    ['apps/standin/dist/main.js'],
    {
      STANDIN_IRC_PORT: `${ircPort}`,
      STANDIN_HTTP_PORT: `${controlPort}`,
      STANDIN_CROWD: '120',
      STANDIN_LIVE_MINUTES: '33',
      STANDIN_RATE: '40',
      STANDIN_EVENTS_TO: `http://127.0.0.1:${httpPort}/events`,
      STANDIN_EVENTS_SECRET: secret,
    },
    /^\{"irc"/,
  );
  children.push(standin.child);
  await seeded;
  const server = await start(
    ['apps/server/dist/main.js'],
    {
      GULLY_DATA_DIR: data,
      GULLY_HTTP_PORT: `${httpPort}`,
      GULLY_IRC_HOST: '127.0.0.1',
      GULLY_IRC_PORT: `${ircPort}`,
      GULLY_IRC_CHANNEL: '#lanternhour',
      GULLY_STREAMER: 'odalys_tarn',
      GULLY_STANDIN_URL: `http://127.0.0.1:${controlPort}`,
      GULLY_EVENTS_SECRET: secret,
      GULLY_WEBHOOK_ALLOW: `127.0.0.1:${controlPort}`,
      GULLY_LOG: process.env.GULLY_LOG ?? 'warn',
    },
    /^Gully is at /,
  );
  children.push(server.child);
  for (const child of children) child.once('exit', () => void end(1));
  const address = server.line.replace('Gully is at ', '');
  const shown = await overlayOf(address);
  console.log(`
  Gully is ready, with a made-up channel in a made-up chat room:

      ${address}

  What the stream would show, over a picture instead of a game:

      ${shown}

  Any IRC client can join the same room: 127.0.0.1, port ${ircPort}, channel #lanternhour
  ${keep ? `Its data stay in ${data}` : 'Its data are temporary; npm run demo -- --keep keeps them'}
  Ctrl-C stops it.
`);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  await end(1);
}

/** The first overlay over a picture that moves, so that it is seen without streaming software. @param {string} address */
async function overlayOf(address) {
  /** @param {string} path */
  const ask = async (path) => (await fetch(`${address}${path}`)).json();
  const [overlay] = await ask('/api/overlays');
  const { path } = await ask(`/api/overlays/${overlay.id}/address`);
  const picture = (await ask('/api/media')).find(
    (/** @type {{ id: string }} */ { id }) => id === overlay.still,
  );
  return `${address}${path}?behind=${picture.file}`;
}
