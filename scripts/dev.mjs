// @ts-check
/** `npm run dev`: the demo, rebuilt and restarted on change; pages by Vite with reload in place. */
import { spawn } from 'node:child_process';
import { watch } from 'node:fs';
import { build, programs } from './build.mjs';
import { freePort, must, ROOT, start } from './run.mjs';

await build();
const data = `${ROOT}/data/dev`;
await must(process.execPath, ['apps/server/dist/demo.js', data]);
const ircPort = await freePort(6667);
const controlPort = await freePort(4701);
const serverPort = await freePort(4710);
const children = [
  (
    await start(
      ['apps/standin/dist/main.js'],
      {
        STANDIN_IRC_PORT: `${ircPort}`,
        STANDIN_HTTP_PORT: `${controlPort}`,
        STANDIN_CROWD: '20',
        STANDIN_LIVE_MINUTES: '33',
        STANDIN_RATE: '20',
      },
      /^\{"irc"/,
    )
  ).child,
  spawn(process.execPath, ['--watch', '--watch-preserve-output', 'apps/server/dist/main.js'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      GULLY_DATA_DIR: data,
      GULLY_HTTP_PORT: `${serverPort}`,
      GULLY_IRC_PORT: `${ircPort}`,
      GULLY_STREAMER: 'odalys_tarn',
      GULLY_STANDIN_URL: `http://127.0.0.1:${controlPort}`,
    },
  }),
  spawn(
    process.execPath,
    ['node_modules/vite/bin/vite.js', 'apps/web', '--port', `${await freePort(4700)}`],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, GULLY_SERVER_URL: `http://127.0.0.1:${serverPort}` },
    },
  ),
];
// Node restarts the server when what it was built into changes.
/** @type {NodeJS.Timeout | undefined} */
let due;
for (const folder of ['packages/core/src', 'apps/server/src'])
  watch(`${ROOT}/${folder}`, { recursive: true }, () => {
    clearTimeout(due);
    due = setTimeout(() => void programs().catch((error) => console.error(String(error))), 200);
  });
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, () => {
    for (const child of children) child.kill('SIGTERM');
    process.exit(0);
  });
