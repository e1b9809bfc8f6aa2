// @ts-check
/** Uses the made-up area in the copy: makes a cairn, has a timer lay stones on it, and kills the server. */
import assert from 'node:assert/strict';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';

const WHEN = { live: 'any', categories: [], from: '', to: '' };

/** @param {string} copy the folder of the project that has the area */
export async function runs(copy) {
  const { programs } = await import(join(copy, 'scripts/build.mjs'));
  const { freePort, start } = await import(join(copy, 'scripts/run.mjs'));
  await programs();
  const { child: room, line } = await start(
    ['apps/standin/dist/main.js'],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0', STANDIN_CROWD: '0' },
    /^\{"irc"/u,
  );
  const { irc, http } = JSON.parse(line);
  const port = await freePort(4390);
  const env = {
    GULLY_DATA_DIR: join(copy, 'data'),
    GULLY_HTTP_PORT: `${port}`,
    GULLY_IRC_HOST: '127.0.0.1',
    GULLY_IRC_PORT: `${irc}`,
    GULLY_IRC_CHANNEL: '#lanternhour',
    GULLY_STANDIN_URL: `http://127.0.0.1:${http}`,
    GULLY_STREAMER: 'odalys_tarn',
    GULLY_LOG: 'silent',
  };
  /** @type {import('node:child_process').ChildProcess | undefined} */
  let server;
  const begin = async () => {
    server = (await start(['apps/server/dist/main.js'], env, /^Gully is at /u)).child;
  };
  try {
    await begin();
    const cairn = await ask(port, 'POST', 'cairns', { name: 'North wall', goal: 50 });
    const say = { kind: 'say', id: 's2', texts: ['{{ cairn.stones }} lie there'], order: 'random' };
    const lay = { kind: 'lay', id: 's1', count: 7, cairn: cairn.id };
    const routine = await ask(port, 'POST', 'routines', {
      ...{ name: 'Lay', group: '', enabled: true, triggers: [], when: WHEN, routine: { steps: [lay, say] } },
    });
    const timer = await ask(port, 'POST', 'timers', {
      ...{ name: 'Lay', enabled: true, does: 'routine', texts: [], order: 'turn', runs: routine.id },
      ...{ interval: 10, lines: 0, when: WHEN, first: null, jitter: 0 },
    });
    await until(async () => (await ask(port, 'GET', 'connection')).state === 'connected', 'connected');
    await ask(port, 'POST', `timers/${timer.id}/fire`);
    assert.equal((await ask(port, 'GET', 'cairns'))[0].stones, 7);
    await until(async () => {
      /** @type {{ text: string }[]} */
      const lines = await ask(port, 'GET', 'chat/lines');
      return lines.some(({ text }) => text === '7 lie there');
    }, 'the value said in chat');
    await kill(server);
    await begin();
    assert.equal((await ask(port, 'GET', 'cairns'))[0].stones, 7, 'stones that were laid should be on disk');
    assert.equal((await ask(port, 'GET', `users-of/cairn/${cairn.id}`))[0].name, 'Lay');
  } finally {
    await Promise.all([kill(server), kill(room)]);
  }
}

/** @param {import('node:child_process').ChildProcess | undefined} child */
async function kill(child) {
  if (child === undefined || child.exitCode !== null || child.signalCode !== null) return;
  const ended = once(child, 'exit');
  child.kill('SIGKILL');
  await ended;
}

/** @param {() => Promise<boolean>} holds @param {string} what */
async function until(holds, what) {
  for (const late = Date.now() + 30_000; !(await holds()); await pause(50))
    assert.ok(Date.now() < late, `it never came about: ${what}`);
}

/** @param {number} port @param {string} method @param {string} path @param {unknown} [body] */
async function ask(port, method, path, body) {
  const answer = await fetch(`http://127.0.0.1:${port}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body !== undefined && { body: JSON.stringify(body) }),
  });
  const text = await answer.text();
  assert.ok(answer.ok, `${method} ${path}: ${text}`);
  return text === '' ? undefined : JSON.parse(text);
}
