import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NO_CURRENCY } from '@gully/core/currency';
import {
  blankGame,
  commandForGame,
  GAME_KINDS,
  oddsOfGame,
  simulated,
  type GameBody,
} from '@gully/core/games';
import type { Chance } from '@gully/core/random';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { seedChannel } from './channel.js';
import { end, inRoom, start, startGully } from './program.js';
import { tellRatio } from './ratios.js';
import { reading, Room, sender } from './room.js';
import { timesOf } from './times.js';

const PLAYS = 5_000_000;
const AIM = { 'high-roll': 5_000_000, reels: 1_000_000 } as const;
const VIEWERS = 2_000;
const A_SECOND = 200;
const JOIN_S = 30;
const ROUND_AIM_MS = 300;
const WORD = 0x1_0000_0000;

/** The odds lab beside drawing bare numbers, then two thousand viewers who roll and set out over the real TCP path. */
async function main(): Promise<void> {
  const lines = lab();
  const folder = mkdtempSync(join(tmpdir(), 'gully-games-'));
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
  const told = ['{{ viewer.name }} {{ game.result }}'];
  await play(send, 'roll', { ...blankGame('high-roll'), lines: { won: told, lost: told, special: told } });
  const descent = blankGame('expedition');
  await play(send, 'descent', { ...descent, settings: { ...descent.settings, seconds: JOIN_S } });
  // Everyone is known before, and answered once.
  const plain = timesOf(await room.all('!passage1 along', VIEWERS, A_SECOND));
  const known = await reading(folder, (database) =>
    database.read.query<{ id: string }[]>(`SELECT id FROM viewers WHERE name LIKE 'buyer%'`),
  );
  const viewers = known.map(({ id }) => id);
  await send('POST', 'currency/by-hand', { does: 'give', amount: 100, viewers, key: 'to begin with' });
  const rolled = timesOf(await room.all('!roll 5', VIEWERS, A_SECOND));
  const opened = room.heard(/ties on for|lamp is lit/u);
  const ended = room.heard(/A crew of/u);
  await room.say('!descent 10', VIEWERS, A_SECOND);
  const work = (await ended) - (await opened) - JOIN_S * 1_000;
  const [kept] = await reading(folder, ({ read }) =>
    read.query<{ plays: number; escrow: number }[]>(
      `SELECT (SELECT count(*) FROM game_plays WHERE outcome IS NOT NULL) AS plays,
         (SELECT coalesce(sum(balance), 0) FROM accounts WHERE kind = 'escrow') AS escrow`,
    ),
  );
  room.leave();
  await end(gully.child);
  await end(standin.child);
  rmSync(folder, { recursive: true, force: true });
  tellRatio('games: p50 of a play, of a plain command', rolled.p50 / plain.p50, 'lower');
  const met = (is: boolean): string => (is ? 'met' : 'missed');
  process.stdout.write(
    [
      ...lines,
      `${String(VIEWERS)} plays at ${String(A_SECOND)} a second, each on disk before it is told: p50 ${rolled.p50.toFixed(1)} ms, p99 ${rolled.p99.toFixed(1)} ms; a plain command ${plain.p50.toFixed(1)} and ${plain.p99.toFixed(1)} ms`,
      `  the end of a round of ${String(VIEWERS)}: ${work.toFixed(0)} ms (aim: under ${String(ROUND_AIM_MS)}, ${met(work < ROUND_AIM_MS)}); ${String(kept?.plays)} plays kept, ${String(kept?.escrow)} left in escrow`,
      '',
    ].join('\n'),
  );
  if (kept?.plays !== 2 * VIEWERS || kept.escrow !== 0) process.exitCode = 1;
}

/** How fast games are simulated, and whether what comes of it is what was worked out. */
function lab(): string[] {
  const bare = timed(() => {
    const chance = seeded(1);
    let sum = 0;
    for (let n = 0; n < PLAYS; n += 1) sum += chance.below(100);
    return sum;
  });
  return (['high-roll', 'reels'] as const).map((kind) => {
    const body = blankGame(kind);
    const { usual } = body.stake;
    const [odds] = oddsOfGame(body);
    const trial = GAME_KINDS[kind].trial?.(body.settings, usual, '');
    if (trial === undefined || odds === undefined) throw new Error(`${kind} cannot be tried`);
    let seen = { low: 0, high: 0 };
    const ms = timed(() => {
      const parts = simulated(trial, usual, PLAYS, seeded(2));
      for (;;) {
        const next = parts.next();
        if (next.done !== true) continue;
        seen = next.value;
        return 0;
      }
    });
    tellRatio(`games: time of a play of ${kind}, of a bare draw`, ms / bare, 'lower');
    const perSecond = PLAYS / (ms / 1_000);
    const wide = (seen.high - seen.low) * 0.157;
    const fits = odds.returns >= seen.low - wide && odds.returns <= seen.high + wide;
    return `${kind}: ${(perSecond / 1_000_000).toFixed(1)} million plays a second (aim: ${String(AIM[kind] / 1_000_000)}, ${perSecond > AIM[kind] ? 'met' : 'missed'}); worked out ${odds.returns.toFixed(4)}, ${fits ? 'within' : 'outside'} the interval of 99 of 100`;
  });
}

function seeded(seed: number): Chance {
  const generator = xoroshiro128plus(seed);
  return { below: (count) => Math.floor(((generator.next() >>> 0) / WORD) * count) };
}

function timed(work: () => number): number {
  const begun = performance.now();
  if (work() < 0) throw new Error('nothing was measured');
  return performance.now() - begun;
}

/** Makes a game with a command of a word. */
async function play(send: ReturnType<typeof sender>, word: string, body: GameBody): Promise<void> {
  const { id } = (await send('POST', 'games', body)) as { id: string };
  const command = commandForGame(id, word);
  await send('POST', 'commands', { ...command, gates: { ...command.gates, viewerCooldown: 0 } });
}

await main();
