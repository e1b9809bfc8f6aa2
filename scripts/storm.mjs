// @ts-check
/**
 * `npm run storm [-- KILLS]`: kills and restarts the server at random moments under load, and
 * checks after each start that nothing it had acknowledged is lost, nor anything done twice. Meanwhile the
 * room cuts the connection and sends its last messages again, and the disk fills up and has room again.
 */
import { randomBytes, randomInt } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { appendFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import Sqlite from 'better-sqlite3';
import { build } from './build.mjs';
import { freePort, ROOT, start } from './run.mjs';

const KILLS = Number(process.argv[2] ?? 100);
const COUNTERS = 8;
/** What the buyer has to begin with. */
const PURSE = 1_000_000;

await build();
const { startStandin } = await import(join(ROOT, 'apps/standin/dist/standin.js'));
const folder = mkdtempSync(join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), 'gully-storm-'));
/** A disk of its own can be filled up without harm to anything else; not everywhere may one be made. */
const hasOwnDisk = mounted(folder);
const FILLER = join(folder, 'filler');
const secret = `whsec_${randomBytes(24).toString('base64')}`;
const port = await freePort(4820);
const address = `http://127.0.0.1:${port}`;
const standin = await startStandin({
  ircPort: 0,
  httpPort: 0,
  channel: '#lanternhour',
  streamer: 'odalys_tarn',
  bot: 'gully',
  seed: 1,
  eventsTo: { address: `${address}/events`, secret },
});

/** What the server has said is done, and what it was asked for at the most. */
const told = {
  counters: new Map(),
  codes: /** @type {string[]} */ ([]),
  returned: 0,
  unsure: 0,
  rounds: 0,
  depth: 0,
  events: 0,
  commands: new Set(),
  flint: 0,
  given: 0,
};
const asked = { counters: new Map(), depth: 0, events: 0, flint: 0, given: 0, keys: 0 };
/** How often the room cut the connection and repeated itself, and the disk was full. */
const happened = { cuts: 0, repeats: 0, full: 0 };
let failures = 0;
/** @param {boolean} holds @param {string} words */
function check(holds, words) {
  if (holds) return;
  failures += 1;
  console.error(`LOST  ${words}`);
}

/** @param {string} path @param {string} method @param {unknown} [body] */
const ask = (path, method, body) =>
  fetch(`${address}/api/${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body !== undefined && { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(5_000),
  });

const gates = { lowestRole: 'viewer', onlyRoles: [], always: [], never: [], cooldown: 0, viewerCooldown: 0 };
const more = {
  moderatorsSkip: false,
  rank: '',
  refusals: {},
  cost: { base: 0, subscriber: null, regular: null, moderator: null },
};
const when = { live: 'any', categories: [], from: '', to: '' };
/** @param {string} counter */
const counting = (counter) => ({
  steps: [
    { kind: 'counter', id: 'c', counter, change: 'add', amount: 1, lowestRole: 'viewer' },
    { kind: 'say', id: 's', texts: [`${counter} is {{ counter.${counter} }}`], order: 'random' },
  ],
  whileRunning: 'beside',
  afterRestart: 'go-on',
});
/** Gives whoever asks three, and says what they have then. */
const EARNING = {
  ...counting('depth'),
  steps: [
    { kind: 'give', id: 'g', amount: '3', to: 'viewer', from: 'house', ifFails: 'stop' },
    { kind: 'say', id: 's', texts: ['flint {{ viewer.balance }}'], order: 'random' },
  ],
};
/** @param {string} reward its id */
const redeeming = (reward) => ({
  ...counting('depth'),
  steps: [{ kind: 'redeem', id: 'r', reward, typed: '', ifFails: 'go-on' }],
});
/** @param {string} name */
const command = (name, routine = counting('depth')) => ({
  group: '',
  enabled: true,
  inputs: [],
  trigger: {
    name,
    aliases: [],
    phrases: [],
    wholeMessage: false,
    pattern: '',
    matchCase: false,
    fromBots: false,
    connections: [],
  },
  gates: { when, ...gates, ...more },
  routine,
});

/** A viewer in the room, who hears what the bot says. */
const room = connect(standin.ircPort, '127.0.0.1');
room.write('NICK witness\r\nUSER witness 0 * :witness\r\n');
room.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
  for (const line of text.split('\r\n')) {
    if (line.startsWith('PING')) room.write(`PONG ${line.slice(5)}\r\n`);
    if (/ 001 /u.test(line)) room.write('JOIN #lanternhour\r\n');
    const depth = /^:gully!.* :depth is (\d+)$/u.exec(line)?.[1];
    if (depth !== undefined) told.depth = Math.max(told.depth, Number(depth));
    const flint = /^:gully!.* :flint (\d+)$/u.exec(line)?.[1];
    if (flint !== undefined) told.flint = Math.max(told.flint, Number(flint));
  }
});

/** Someone who buys codes, and those that were sent to them. */
const buyer = connect(standin.ircPort, '127.0.0.1');
buyer.write('NICK buyer\r\nUSER buyer 0 * :buyer\r\n');
buyer.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
  for (const line of text.split('\r\n')) {
    if (line.startsWith('PING')) buyer.write(`PONG ${line.slice(5)}\r\n`);
    if (/ 001 /u.test(line)) buyer.write('JOIN #lanternhour\r\n');
    const code = /^:gully!.* PRIVMSG buyer :key: (CODE-\d+)$/u.exec(line)?.[1];
    if (code !== undefined) told.codes.push(code);
  }
});

/** Someone who plays. */
const gambler = connect(standin.ircPort, '127.0.0.1');
gambler.write('NICK gambler\r\nUSER gambler 0 * :gambler\r\n');
gambler.setEncoding('utf8').on('data', (/** @type {string} */ text) => {
  for (const line of text.split('\r\n')) {
    if (line.startsWith('PING')) gambler.write(`PONG ${line.slice(5)}\r\n`);
    if (/ 001 /u.test(line)) gambler.write('JOIN #lanternhour\r\n');
  }
});

async function started() {
  const { child } = await start(
    ['apps/server/dist/main.js'],
    {
      GULLY_DATA_DIR: folder,
      GULLY_HTTP_PORT: `${port}`,
      GULLY_IRC_PORT: `${standin.ircPort}`,
      GULLY_STANDIN_URL: `http://127.0.0.1:${standin.httpPort}`,
      GULLY_STREAMER: 'odalys_tarn',
      GULLY_EVENTS_SECRET: secret,
      GULLY_CHAT_LIMIT: '100000',
      GULLY_CHAT_LIMIT_MODERATOR: '100000',
      GULLY_LOG: 'silent',
    },
    /^Gully is at /u,
  );
  for (;;) {
    const { state } = await (await ask('connection', 'GET')).json();
    if (state === 'connected') return child;
    await pause(20);
  }
}

/** Whom flint is given by hand; known once they have been there. */
let banker = '';
/** The games that are played, by id. */
const games = /** @type {string[]} */ ([]);

/** Several kinds of load at once, until `over`. @param {{ over: boolean }} storm */
async function load(storm) {
  /** @param {() => Promise<void>} once */
  const again = async (once) => {
    while (!storm.over) await once().catch(() => pause(5));
  };
  await Promise.all([
    again(async () => {
      const name = `storm_${randomInt(COUNTERS)}`;
      const value = (asked.counters.get(name) ?? 0) + 1;
      asked.counters.set(name, value);
      if ((await ask(`counters/${name}`, 'PUT', { value })).status === 204) told.counters.set(name, value);
    }),
    again(async () => {
      asked.depth += 1;
      room.write('PRIVMSG #lanternhour :!depth\r\n');
      await pause(randomInt(12));
    }),
    again(async () => {
      asked.events += 1;
      const [status] = await standin.events.raise({
        type: 'follow',
        data: { viewer: { name: `caver_${randomInt(50)}` } },
        at: Date.now(),
      });
      if (status === 202) told.events += 1;
    }),
    again(async () => {
      asked.flint += 3;
      room.write('PRIVMSG #lanternhour :!earn\r\n');
      await pause(randomInt(12));
    }),
    again(async () => {
      asked.keys += 1;
      buyer.write('PRIVMSG #lanternhour :!key\r\n');
      await pause(randomInt(24));
    }),
    again(async () => {
      // Rounds that are open when it is killed give back what was staked.
      gambler.write(`PRIVMSG #lanternhour :!${['roll 1', 'descent 2', 'descent 5'][randomInt(3)]}\r\n`);
      buyer.write('PRIVMSG #lanternhour :!descent 3\r\n');
      await pause(randomInt(24));
    }),
    again(async () => {
      const key = randomBytes(12).toString('hex');
      const gift = { does: 'give', amount: 2, viewers: [banker], key };
      asked.given += 2;
      if ((await ask('currency/by-hand', 'POST', gift)).status === 200) told.given += 2;
      // Asked for twice, it is given once, also where the first answer was lost.
      await ask('currency/by-hand', 'POST', gift);
    }),
    again(async () => {
      await pause(randomInt(400));
      const { seasons } = await (await ask('seasons', 'GET')).json();
      const season = seasons.find((/** @type {any} */ each) => each.endedAt === null)?.id;
      await ask('seasons/end', 'POST', { season, next: `Season ${randomInt(1_000)}` });
    }),
    again(async () => {
      await pause(randomInt(200));
      await control('repeat', { count: 1 + randomInt(40) });
      happened.repeats += 1;
    }),
    again(async () => {
      await pause(randomInt(2_000));
      if (storm.over) return;
      await control('drop', { name: 'gully' });
      happened.cuts += 1;
    }),
    again(async () => {
      await pause(randomInt(3_000));
      if (storm.over || !hasOwnDisk) return;
      fill();
      happened.full += 1;
      await pause(randomInt(300));
      rmSync(FILLER, { force: true });
    }),
    again(async () => {
      const name = `storm${randomBytes(6).toString('hex')}`;
      if ((await ask('commands', 'POST', command(name))).status === 201) told.commands.add(name);
      await pause(randomInt(60));
    }),
  ]);
}

async function verify() {
  const counters = new Map(
    (await (await ask('counters', 'GET')).json()).map((/** @type {any} */ each) => [each.name, each.value]),
  );
  const commands = new Set(
    (await (await ask('commands', 'GET')).json()).map((/** @type {any} */ each) => each.trigger.name),
  );
  for (const [name, value] of told.counters) {
    const kept = counters.get(name) ?? 0;
    check(
      kept >= value && kept <= asked.counters.get(name),
      `counter ${name} is ${kept}, acknowledged ${value}`,
    );
  }
  const depth = counters.get('depth') ?? 0;
  check(
    depth >= told.depth && depth <= asked.depth,
    `depth is ${depth}, said ${told.depth}, asked ${asked.depth}`,
  );
  const follows = counters.get('follows') ?? 0;
  check(
    follows >= told.events && follows <= asked.events,
    `follows is ${follows}, acknowledged ${told.events}, sent ${asked.events}`,
  );
  await verifyFlint();
  await verifyKeys();
  await verifyGames();
  for (const name of told.commands) check(commands.has(name), `command !${name} is gone`);
}

/** The ledger adds up, holds what was said and acknowledged, and one season is on. */
async function verifyFlint() {
  await ask('ledger/verification', 'POST');
  let state = await (await ask('ledger/verification', 'GET')).json();
  while (state.progress !== null) {
    await pause(20);
    state = await (await ask('ledger/verification', 'GET')).json();
  }
  const faults = [...state.atStart, ...(state.last?.faults ?? [])];
  check(faults.length === 0, `the ledger does not add up: ${JSON.stringify(faults)}`);
  const { balance: given } = await (await ask(`currency/viewers/${banker}`, 'GET')).json();
  check(given >= told.given && given <= asked.given, `given ${given}, acknowledged ${told.given}`);
  const { balance: flint } = await (await ask(`currency/viewers/${await viewer('witness')}`, 'GET')).json();
  check(flint >= told.flint && flint <= asked.flint, `the witness has ${flint}, was told ${told.flint}`);
  const { seasons } = await (await ask('seasons', 'GET')).json();
  const on = seasons.filter((/** @type {any} */ each) => each.endedAt === null).length;
  check(on === 1, `${on} seasons are on`);
}

/** No code is two purchases', what was sent is its buyer's, and who was not served has their price back. */
async function verifyKeys() {
  // What had not begun when it was killed is returned by itself.
  while ((await (await ask('redemptions?state=bought', 'GET')).json()).length > 0) await pause(20);
  const file = new Sqlite(join(folder, 'gully.db'), { readonly: true });
  const rows = /** @type {{ line: string, price: number, state: string, unsure: number }[]} */ (
    file.prepare('SELECT line, price, state, unsure FROM redemptions').all()
  );
  file.close();
  const codes = new Set(rows.map(({ line }) => line));
  check(codes.size === rows.length, `${rows.length} purchases of ${codes.size} codes`);
  check(rows.length <= asked.keys, `${rows.length} purchases, asked for ${asked.keys}`);
  const back = new Set(rows.filter(({ state }) => state === 'returned').map(({ line }) => line));
  for (const code of told.codes) check(!back.has(code), `${code} was sent and its price paid back`);
  for (const code of told.codes) check(codes.has(code), `${code} was sent and is nobody's`);
  check(new Set(told.codes).size === told.codes.length, 'a code was sent twice');
  told.returned = back.size;
  told.unsure = rows.filter(({ unsure }) => unsure === 1).length;
  const paid = rows.reduce((sum, { price, state }) => sum + (state === 'returned' ? 0 : price), 0);
  const { balance } = await (await ask(`currency/viewers/${await viewer('buyer')}`, 'GET')).json();
  check(balance === PURSE - paid, `the buyer has ${balance} of ${PURSE} after paying ${paid}`);
}

/** No stake is left behind, nobody lost more than was played, and each round comes out the same again. */
async function verifyGames() {
  while ((await (await ask('plays/running', 'GET')).json()).length > 0) await pause(20);
  const file = new Sqlite(join(folder, 'gully.db'), { readonly: true });
  const [escrow] = /** @type {{ sum: number | null }[]} */ (
    file.prepare("SELECT sum(balance) AS sum FROM accounts WHERE kind = 'escrow'").all()
  );
  const [open] = /** @type {{ count: number }[]} */ (
    file.prepare('SELECT count(*) AS count FROM game_rounds WHERE over IS NULL').all()
  );
  const [net] = /** @type {{ net: number | null }[]} */ (
    file
      .prepare(
        "SELECT sum(paid - stake) AS net FROM game_plays WHERE name = 'gambler' AND outcome IS NOT NULL",
      )
      .all()
  );
  file.close();
  const { balance } = await (await ask(`currency/viewers/${await viewer('gambler')}`, 'GET')).json();
  check(balance === PURSE + (net?.net ?? 0), `the gambler has ${balance} of ${PURSE} after ${net?.net}`);
  check((escrow?.sum ?? 0) === 0, `${escrow?.sum} flint are left in escrow`);
  check(open?.count === 0, `${open?.count} rounds are left open`);
  for (const game of games) {
    const { rounds, same, wrong } = await (await ask(`plays/games/${game}/recompute`, 'POST')).json();
    check(rounds === same, `played again: ${wrong.join('; ')}`);
    told.rounds = Math.max(told.rounds, rounds);
  }
}

/** The id of a viewer, once they have been there. @param {string} name */
async function viewer(name) {
  for (;;) {
    const { viewers } = await (await ask(`viewers?search=${name}`, 'GET')).json();
    if (viewers.length > 0) return viewers[0].id;
    await pause(20);
  }
}

/** Codes for sale, and someone who can pay for them. */
async function sellKeys() {
  const text = Array.from({ length: 5_000 }, (_, n) => `CODE-${n}`).join('\n');
  const { id: list } = await (await ask('lists', 'POST', { name: 'Keys', text })).json();
  const says = {
    bought: '',
    returned: '',
    asked: '',
    thanked: '',
    handed: '{{ reward.name }}: {{ reward.line }}',
  };
  const body = {
    ...{ name: 'key', description: '', picture: '', enabled: true, gives: 'line', list, warnAt: 5, share: 1 },
    ...{ cost: { base: 3 }, stock: {}, cooldown: 0, viewerCooldown: 0, lowestRole: 'viewer', rank: '', when },
    ...{ asks: [], bench: { whom: 'buyer', lengths: [], spares: [], never: [] }, keepDays: 30, says },
    routine: { steps: [], whileRunning: 'beside', afterRestart: 'go-on' },
  };
  const { id: reward } = await (await ask('rewards', 'POST', body)).json();
  await ask('commands', 'POST', command('key', redeeming(reward)));
  buyer.write('PRIVMSG #lanternhour :evening\r\n');
  const given = { does: 'give', amount: PURSE, viewers: [await viewer('buyer')], key: 'to begin with' };
  await ask('currency/by-hand', 'POST', given);
}

/** A game of one play and one that waits for others, with their commands, and someone who can pay for them. */
async function setUpGames() {
  gambler.write('PRIVMSG #lanternhour :evening\r\n');
  const viewers = [await viewer('gambler')];
  await ask('currency/by-hand', 'POST', { does: 'give', amount: PURSE, viewers, key: 'to play with' });
  const stake = { least: 1, most: 100, usual: 1 };
  const common = { enabled: true, stake, begins: 'player', pause: 0, routines: {} };
  const quiet = { opened: [], reminder: [], won: [], lost: [], special: [], restart: [] };
  const bodies = {
    roll: { ...common, name: 'Roll', kind: 'high-roll', settings: {}, lines: quiet },
    descent: { ...common, name: 'Descent', kind: 'expedition', settings: { seconds: 600 }, lines: quiet },
  };
  for (const [word, body] of Object.entries(bodies)) {
    const { id } = await (await ask('games', 'POST', body)).json();
    games.push(id);
    const step = { kind: 'play', id: 'p', does: 'play', game: id, typed: '{{ input.all }}', ifFails: 'stop' };
    await ask('commands', 'POST', command(word, { ...counting('depth'), steps: [step] }));
  }
}

/** @param {string} act @param {object} body */
async function control(act, body) {
  await fetch(`http://127.0.0.1:${standin.httpPort}/control/${act}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
}

/** Makes a folder a small disk of its own. @param {string} path @returns {boolean} whether that was possible */
function mounted(path) {
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=192m', 'tmpfs', path], { stdio: 'ignore' });
    return true;
  } catch {
    console.log('The disk is not filled up: no disk of its own can be made here.');
    return false;
  }
}

/** Leaves no room on the disk. */
function fill() {
  for (const piece of [Buffer.alloc(1_000_000), Buffer.alloc(4_096)])
    try {
      for (;;) appendFileSync(FILLER, piece);
    } catch {
      // There is no room for another of this size.
    }
}

const begun = Date.now();
let server = await started();
await ask('commands', 'POST', command('depth'));
await ask('commands', 'POST', command('earn', EARNING));
await ask('currency', 'PUT', { value: { enabled: true, one: 'flint', many: 'flint' }, version: 0 });
const plan = { name: 'Storm', endsAt: null, resets: 'nothing', awards: [] };
await ask('seasons', 'PUT', { value: plan, version: 0 });
await ask('standin/say', 'POST', { name: 'banker', roles: [], text: 'evening' });
room.write('PRIVMSG #lanternhour :!earn\r\n');
asked.flint += 3;
banker = await viewer('banker');
await viewer('witness');
await sellKeys();
await setUpGames();
await ask('routines', 'POST', {
  name: 'Follows',
  group: '',
  enabled: true,
  triggers: [{ id: 't', event: 'follow', least: 0, lowestRole: 'viewer', viewers: [] }],
  when,
  routine: counting('follows'),
});
for (let kill = 0; kill < KILLS; kill += 1) {
  const storm = { over: false };
  const loading = load(storm);
  await pause(50 + randomInt(700));
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGKILL');
  await ended;
  storm.over = true;
  await loading;
  rmSync(FILLER, { force: true });
  server = await started();
  await verify();
}
const over = new Promise((resolve) => server.once('exit', resolve));
server.kill('SIGTERM');
await over;
room.destroy();
buyer.destroy();
gambler.destroy();
await standin.close();
if (hasOwnDisk) execFileSync('umount', ['-l', folder]);
rmSync(folder, { recursive: true, force: true });
const sum = [...told.counters.values()].reduce((all, value) => all + value, 0);
console.log(
  `${KILLS} kills in ${Math.round((Date.now() - begun) / 1000)} s: ${sum} counters set, ${told.depth} replies, ${told.events} events, ${told.commands.size} commands, ${told.given + told.flint} flint acknowledged, ${told.codes.length} codes sent, ${told.unsure} that may have been and ${told.returned} paid back, ${told.rounds} rounds played again, ${happened.cuts} connections cut, ${happened.repeats} times the last messages again, ${happened.full} times a full disk; ${failures === 0 ? 'nothing lost' : `${failures} LOST`}`,
);
process.exit(failures === 0 ? 0 : 1);
