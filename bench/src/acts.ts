import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { BLANK_COMMAND } from '@gully/core/commands';
import { sayOnly } from '@gully/core/routines';
import { Database, openDatabase } from '@gully/server/database';
import { STORED } from '@gully/server/stored';
import { seedChannel } from './channel.js';
import { end, inRoom, start, startGully, switchCurrencyOn } from './program.js';
import { tellRatio } from './ratios.js';

/** What is in the channel while it is acted on. */
const VIEWERS = 100_000;
const PAID = 49_000;
const COMMANDS = 1_000;
const PRESENT = 2_000;
/** Milliseconds the main thread may be busy in one go. */
const AIM_MS = 100;

const viewerId = (n: number): string => `V${String(n).padStart(25, '0')}`;

/** Something that concerns much at once. */
interface Act {
  readonly name: string;
  /** @returns when it is done, also what goes on behind the answer */
  readonly run: () => Promise<unknown>;
}

/** How long the main thread lets nothing else in while each act is done, with a hundred thousand viewers. */
export async function acts(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-acts-'));
  await seedChannel(folder, VIEWERS, COMMANDS);
  await seedBalances(folder);
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc, http } = JSON.parse(standin.line) as { irc: number; http: number };
  const probe = await freePort();
  const probing = pathToFileURL(join(fileURLToPath(new URL('.', import.meta.url)), 'blocks-probe.js')).href;
  const { child, address } = await startGully(folder, irc, {
    NODE_OPTIONS: `--import ${probing} ${process.env.GULLY_ACTS_OPTIONS ?? ''}`.trim(),
    GULLY_PROBE_PORT: String(probe),
    GULLY_STANDIN_URL: `http://127.0.0.1:${String(http)}`,
  });
  try {
    await inRoom(address);
    await switchCurrencyOn(address);
    await measure(address, http, probe);
  } finally {
    await end(child);
    await end(standin.child);
    rmSync(folder, { recursive: true, force: true });
  }
}

async function measure(address: string, http: number, probe: number): Promise<void> {
  const longest = async (): Promise<number> =>
    Number(await (await fetch(`http://127.0.0.1:${String(probe)}/`)).text());
  // Only those that are asked for by a part of their name.
  const { GULLY_ACTS = '' } = process.env;
  console.log(
    `With ${VIEWERS.toLocaleString('en')} viewers, the main thread is busy in one go for (aim: under ${String(AIM_MS)} ms):`,
  );
  await longest();
  await fetch(`${address}/api/health`);
  const nothing = await longest();
  console.log(`  ${nothing.toFixed(0).padStart(6)} ms  nothing (baseline)`);
  let worst = 0;
  for (const { name, run } of actsOn(address, http)) {
    if (!GULLY_ACTS.split(',').some((part) => name.includes(part))) continue;
    await longest();
    const begun = performance.now();
    try {
      await run();
    } catch (error) {
      console.log(`  ${name}: ${String(error)}`);
      continue;
    }
    const took = performance.now() - begun;
    const block = await longest();
    worst = Math.max(worst, block);
    console.log(
      `  ${block.toFixed(0).padStart(6)} ms  ${name}, which took ${(took / 1_000).toFixed(1)} s${block < AIM_MS ? '' : '   over the aim'}`,
    );
  }
  tellRatio('acts: the longest block of the main thread, of what is aimed at', worst / AIM_MS, 'lower');
}

function* actsOn(address: string, control: number): Generator<Act> {
  const ask = async (method: string, path: string, body?: object | string): Promise<unknown> => {
    const isText = typeof body === 'string';
    const answer = await fetch(`${address}/api/${path}`, {
      method,
      headers: body === undefined ? {} : { 'content-type': isText ? 'text/csv' : 'application/json' },
      ...(body === undefined ? {} : { body: isText ? body : JSON.stringify(body) }),
    });
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${method} ${path}: ${String(answer.status)} ${text.slice(0, 300)}`);
    return text === '' ? undefined : (JSON.parse(text) as unknown);
  };
  const commands = async (): Promise<string[]> =>
    ((await ask('GET', 'commands')) as { id: string }[]).map(({ id }) => id);

  const csv = `name,messages,watch_minutes\n${Array.from({ length: VIEWERS }, (_, n) => `fresh${String(n)},${String(n % 90)},${String(n % 700)}`).join('\n')}`;
  let token = '';
  yield {
    name: 'preview of 100,000 viewers from a file',
    run: async () => {
      token = ((await ask('POST', 'viewers/import/preview', csv)) as { token: string }).token;
    },
  };
  yield { name: 'import of 100,000 viewers', run: () => ask('POST', 'viewers/import', { token }) };
  yield {
    name: 'several: 1,000 commands switched off',
    run: async () => ask('POST', 'commands/several', { ids: await commands(), change: 'switch-off' }),
  };
  yield {
    name: 'several: 1,000 commands deleted',
    run: async () => ask('POST', 'commands/several', { ids: await commands(), change: 'delete' }),
  };
  yield {
    name: 'a bundle of 1,000 commands',
    run: async () => {
      const bundle = bundleOf(COMMANDS);
      const { items } = (await ask('POST', 'bundles/look', { bundle })) as {
        items: { kind: string; name: string }[];
      };
      const choices = items.map(({ kind, name }) => ({ kind, name, action: 'take', as: '' }));
      await ask('POST', 'bundles/take', { bundle, choices });
    },
  };
  yield {
    name: 'erasing a viewer',
    run: () => ask('POST', `viewers/${viewerId(60_000)}/erase`),
  };
  yield {
    name: 'merging two viewers',
    run: () => ask('POST', `viewers/${viewerId(60_001)}/merge`, { from: viewerId(60_002) }),
  };
  const balances = `name,amount\n${Array.from({ length: PAID }, (_, n) => `fresh${String(n)},${String(n % 90)}`).join('\n')}`;
  let file = '';
  yield {
    name: 'preview of 49,000 balances from a file',
    run: async () => {
      file = ((await ask('POST', 'currency/file/look', { text: balances, does: 'give' })) as { id: string })
        .id;
    },
  };
  yield { name: 'import of 49,000 balances', run: () => ask('POST', 'currency/file', { id: file }) };
  let gift = 0;
  yield {
    name: 'a gift to 20,000 subscribers',
    run: async () => {
      gift = (
        (await ask('POST', 'currency/by-hand', {
          ...{ does: 'give', amount: 5, role: 'subscriber', key: 'bench-role-1' },
        })) as { posting: number }
      ).posting;
    },
  };
  yield { name: 'preview of taking it back', run: () => ask('GET', `ledger/${String(gift)}/reversal`) };
  yield { name: 'taking it back', run: () => ask('POST', `ledger/${String(gift)}/reversal`) };
  yield {
    name: 'taking 49,000 entries back',
    run: async () => {
      const [posting] = (await ask('GET', 'ledger?cause=import&limit=1')) as {
        id: number;
      }[];
      if (posting === undefined) throw new Error('the import is not in the ledger');
      await ask('POST', `ledger/${String(posting.id)}/reversal`);
    },
  };
  yield { name: 'how much is written in chat', run: () => ask('GET', 'timers/rate') };
  yield {
    name: 'verification of the ledger',
    run: async () => {
      await ask('POST', 'ledger/verification');
      while (((await ask('GET', 'ledger/verification')) as { progress: number | null }).progress !== null)
        await new Promise((resolve) => setTimeout(resolve, 20));
    },
  };
  yield {
    name: 'preview of how a season ends',
    run: async () => {
      const plan = { name: 'Season', endsAt: null, resets: 'balances', awards: [] };
      await ask('PUT', 'seasons', { value: plan, version: 0 });
      await ask('GET', 'seasons/ending');
    },
  };
  yield {
    name: 'the end of a season',
    run: async () => {
      const { seasons } = (await ask('GET', 'seasons')) as {
        seasons: { id: string; endedAt: string | null }[];
      };
      const season = seasons.find(({ endedAt }) => endedAt === null)?.id;
      await ask('POST', 'seasons/end', { season, next: 'The next' });
    },
  };
  yield {
    name: 'a reset of all balances',
    run: async () => {
      await ask('POST', 'currency/by-hand', {
        does: 'give',
        amount: 5,
        role: 'viewer',
        key: 'bench-role-2',
      }).catch(() => undefined);
      await ask('POST', 'currency/file/look', { text: balances, does: 'give' }).then((look) =>
        ask('POST', 'currency/file', { id: (look as { id: string }).id }),
      );
      await ask('POST', 'currency/reset', { typed: 'flint' });
    },
  };
  yield {
    name: '2,000 come into the room',
    run: async () => {
      await fetch(`http://127.0.0.1:${String(control)}/control/crowd`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ size: PRESENT, rate: 0 }),
      });
      while (((await ask('GET', 'connection')) as { present: number }).present <= PRESENT)
        await new Promise((resolve) => setTimeout(resolve, 100));
    },
  };
  yield {
    name: 'a payout to 2,000 present',
    run: async () => {
      const { value, version } = (await ask('GET', 'currency')) as {
        value: { payout: object };
        version: number;
      };
      const payout = { ...value.payout, every: 1, offline: 5 };
      await ask('PUT', 'currency', { value: { ...value, payout }, version });
      while (((await ask('GET', 'ledger?cause=payout&limit=2')) as object[]).length < 2)
        await new Promise((resolve) => setTimeout(resolve, 500));
    },
  };
  yield {
    name: '5,000 blocked phrases',
    run: () =>
      ask('POST', 'phrase-groups', {
        name: 'Many',
        enabled: true,
        consequence: { action: 'delete', seconds: 0 },
        entries: Array.from({ length: 5_000 }, (_, n) => ({
          ...{ id: `p${String(n)}`, text: `sunken gate number ${String(n)}`, kind: 'text' },
          ...{ wholeWords: true, exact: false, consequence: null, note: '' },
        })),
      }),
  };
}

/** Balances, as if 49,000 had been paid, so that what concerns all of them has something to do. */
async function seedBalances(folder: string): Promise<void> {
  const database = new Database(await openDatabase(folder, STORED));
  await database.write(async (manager) => {
    await manager.query(
      `WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < ?)
       INSERT INTO accounts (kind, name, balance, earned) SELECT 'viewer', printf('V%025d', x), 100, 100 FROM n`,
      [PAID],
    );
    await manager.query(
      `INSERT INTO ledger_postings (key, cause, reference, actor, at, total, entries, issued, spent)
       VALUES ('seed', 'payout', 'live', 'gully', 1, ?, ?, ?, 0)`,
      [PAID * 100, PAID, PAID * 100],
    );
    await manager.query(
      `INSERT INTO ledger_entries (posting_id, from_id, to_id, amount, earns)
       SELECT (SELECT id FROM ledger_postings WHERE key = 'seed'),
         (SELECT id FROM accounts WHERE kind = 'house' AND name = 'issued'), id, 100, 1
       FROM accounts WHERE kind = 'viewer'`,
    );
    await manager.query(
      `UPDATE accounts SET balance = balance - ? WHERE kind = 'house' AND name = 'issued'`,
      [PAID * 100],
    );
    // An evening of chat, which the forecast of timers measures.
    const now = Date.now();
    await manager.query(`INSERT INTO streams (id, started_at, ended_at) VALUES ('S1', ?, ?)`, [
      now - 7_200_000,
      now - 3_600_000,
    ]);
    await manager.query(
      `WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < 200000)
       INSERT INTO chat_lines (id, at, viewer_id, name, role, roles, text, own, outcome, brief, removed)
       SELECT printf('L%025d', x), ? + x * 18, printf('V%025d', x % 1000), 'caver', 'viewer', '', 'down we go', 0, 'talk', '', 0
       FROM n`,
      [now - 7_200_000],
    );
  });
  await database.onApplicationShutdown();
}

function bundleOf(count: number): object {
  const commands = Array.from({ length: count }, (_, n) => ({
    ...BLANK_COMMAND,
    trigger: { ...BLANK_COMMAND.trigger, name: `tunnel${String(n)}` },
    routine: sayOnly(`tunnel ${String(n)} of {{ channel.name }}`),
  }));
  return { format: 'gully-bundle', version: 1, title: 'Tunnels', author: '', note: '', commands };
}

async function freePort(): Promise<number> {
  const server = createServer();
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  await new Promise((resolve) => server.close(resolve));
  return port;
}
