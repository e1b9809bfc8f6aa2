import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_REWARD, commandFor } from '@gully/core/rewards';
import { seedChannel } from './channel.js';
import { end, inRoom, start, startGully } from './program.js';
import { reading, Room, sender } from './room.js';
import { tellRatio } from './ratios.js';
import { timesOf, type Times } from './times.js';

const VIEWERS = 1_000;
/** They buy within ten seconds. */
const A_SECOND = 100;
const LAMPS = 500;
const PRICE = 40;
const AIM_MS = 250;
const REDEMPTIONS = 100_000;
const PAGES = 60;
const PAGE_AIM_MS = 100;

/**
 * A thousand viewers buy within ten seconds what there are five hundred of, over the real TCP path, beside
 * as many plain commands at the same rate; then a list of a hundred thousand purchases is paged through.
 */
async function main(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'gully-rewards-'));
  await seedChannel(folder, 0, 10);
  const standin = await start(
    'apps/standin/dist/main.js',
    [],
    { STANDIN_IRC_PORT: '0', STANDIN_HTTP_PORT: '0' },
    /^\{"irc"/u,
  );
  const { irc, http } = JSON.parse(standin.line) as { irc: number; http: number };
  const gully = await startGully(folder, irc);
  await inRoom(gully.address);
  const room = await Room.join(irc, `http://127.0.0.1:${String(http)}`);
  const send = sender(gully.address);
  await send('PUT', 'currency', { value: { ...NO_CURRENCY, enabled: true }, version: 0 });
  const reward = {
    ...BLANK_REWARD,
    ...{ name: 'lamp', gives: 'hand-over', cost: { ...BLANK_REWARD.cost, base: PRICE } },
    stock: { ...BLANK_REWARD.stock, all: LAMPS },
    says: { ...BLANK_REWARD.says, bought: 'sold to {{ viewer.name }}' },
  };
  const { id } = (await send('POST', 'rewards', reward)) as { id: string };
  await send('POST', 'commands', commandFor(id, 'lamp'));
  // Everyone is known before, and answered once.
  const plain = timesOf(await room.all('!passage1 along', VIEWERS, A_SECOND));
  const ids = await reading(folder, (database) =>
    database.read.query<{ id: string }[]>(`SELECT id FROM viewers WHERE name LIKE 'buyer%'`),
  );
  const viewers = ids.map((each) => each.id);
  await send('POST', 'currency/by-hand', { does: 'give', amount: 100, viewers, key: 'to begin with' });
  const bought = timesOf(await room.all('!lamp', VIEWERS, A_SECOND));
  const owed = (await send('GET', 'redemptions/count')) as { waiting: number };
  const right = await reading(folder, async ({ read }) => {
    const [row] = await read.query<{ right: number }[]>(
      `SELECT count(*) AS right FROM viewers v JOIN accounts a ON a.kind = 'viewer' AND a.name = v.id
       WHERE v.name LIKE 'buyer%' AND a.balance = 100 - ? * (SELECT count(*) FROM redemptions WHERE viewer_id = v.id)`,
      [PRICE],
    );
    return row?.right ?? 0;
  });
  room.leave();
  await end(gully.child);
  await end(standin.child);
  const pages = await paging(folder);
  rmSync(folder, { recursive: true, force: true });
  tellRatio('rewards: p50 of a purchase, of a plain command', bought.p50 / plain.p50, 'lower');
  tellRatio(
    'rewards: p99 of a page, of a request that does nothing',
    pages.list.p99 / pages.nothing.p99,
    'lower',
  );
  const met = (is: boolean): string => (is ? 'met' : 'missed');
  process.stdout.write(
    [
      `${String(VIEWERS)} viewers buying ${String(LAMPS)} lamps at ${String(A_SECOND)} a second: all answered, ${String(owed.waiting)} sold, ${String(right)} balances right`,
      `  answered            p50 ${bought.p50.toFixed(1)} ms, p99 ${bought.p99.toFixed(1)} ms (aim: under ${String(AIM_MS)}, ${met(bought.p99 < AIM_MS)}); a plain command ${plain.p50.toFixed(1)} and ${plain.p99.toFixed(1)} ms`,
      `  a page of ${REDEMPTIONS.toLocaleString('en')}   p50 ${pages.list.p50.toFixed(1)} ms, p99 ${pages.list.p99.toFixed(1)} ms (aim: under ${String(PAGE_AIM_MS)}, ${met(pages.list.p99 < PAGE_AIM_MS)})`,
      '',
    ].join('\n'),
  );
  if (owed.waiting !== LAMPS || right !== VIEWERS) process.exitCode = 1;
}

/** Times pages of a long list: the newest, one in its depth, those of one reward and of one state. */
async function paging(folder: string): Promise<{ readonly list: Times; readonly nothing: Times }> {
  await reading(folder, (database) =>
    database.write((manager) => manager.query(MANY, [REDEMPTIONS, Date.now(), Date.now()])),
  );
  const gully = await startGully(folder, 1);
  const ask = async (path: string): Promise<number> => {
    const begun = performance.now();
    const answer = await fetch(`${gully.address}/api/${path}`);
    const text = await answer.text();
    if (!answer.ok) throw new Error(`${path}: ${text}`);
    return performance.now() - begun;
  };
  const deep = `01J${'0'.repeat(18)}${String(REDEMPTIONS / 2).padStart(5, '0')}`;
  const [list, nothing]: [number[], number[]] = [[], []];
  for (let n = 0; n < PAGES; n += 1) {
    for (const query of ['', `&before=${deep}`, '&reward=reward1', '&state=returned', '&state=open'])
      list.push(await ask(`redemptions?limit=100${query}`));
    nothing.push(await ask('health'));
  }
  await end(gully.child);
  return { list: timesOf(list.slice(5)), nothing: timesOf(nothing.slice(1)) };
}

const MANY = `WITH RECURSIVE n (x) AS (SELECT 0 UNION ALL SELECT x + 1 FROM n WHERE x + 1 < ?)
  INSERT INTO redemptions (id, reward_id, title, gives, viewer_id, name, price, paid_by, state, at, since,
    answers, seconds, note)
  SELECT '01J' || printf('%018d', 0) || printf('%05d', x), 'reward' || x % 7, 'Postcard', 'hand-over', 'V' || x % 900,
    'buyer' || x % 900, 40, 'currency', iif(x % 50 = 0, 'returned', iif(x % 40 = 0, 'waiting', 'done')), ? - (100000 - x) * 60000, ?,
    '[]', 0, '' FROM n`;

await main();
