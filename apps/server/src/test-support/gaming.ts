import { expect } from '@jest/globals';
import { blankGame, commandForGame, type GameBody, type GameKindName } from '@gully/core/games';
import type { PlayedDto, RecomputedDto, RoundDto, RunningDto } from '../games/index.js';
import { verifyLedger } from '../ledger/index.js';
import { until } from './harness.js';
import { selling } from './selling.js';

/** A channel that plays games, for each test a new one, in which everyone has as much. */
export function gaming(players: readonly string[]) {
  const room = selling(players);
  const get = async <T>(path: string): Promise<T> =>
    (await room.gully.http.get(`/api/${path}`).expect(200)).body as T;
  const running = () => get<RunningDto[]>('plays/running');
  const sum = async (where: string): Promise<number> => {
    const [row] = await room.gully.source.query<{ sum: number }[]>(
      `SELECT coalesce(sum(balance), 0) AS sum FROM accounts WHERE ${where}`,
    );
    return row?.sum ?? Number.NaN;
  };
  const escrow = () => sum(`kind = 'escrow'`);
  return Object.assign(room, {
    /** Makes a game with a command of this word, and returns its id. */
    async make(kind: GameKindName, word: string, more: Partial<GameBody> = {}, settings: object = {}) {
      const body = { ...blankGame(kind), pause: 0, ...more };
      const game = { ...body, settings: { ...body.settings, ...settings } };
      const { id } = (await room.gully.http.post('/api/games').send(game).expect(201)).body as { id: string };
      const command = commandForGame(id, word);
      await room.gully.http
        .post('/api/commands')
        .send({ ...command, gates: { ...command.gates, viewerCooldown: 0 } })
        .expect(201);
      return id;
    },
    get,
    running,
    escrow,
    rounds: (game: string) => get<RoundDto[]>(`plays?game=${game}&limit=100`),
    played: (game: string) => get<PlayedDto>(`plays/games/${game}`),
    recompute: async (game: string): Promise<RecomputedDto> =>
      (await room.gully.http.post(`/api/plays/games/${game}/recompute`).expect(200)).body as RecomputedDto,
    /** What someone does in the control room. */
    acts: (game: string, does: string, typed = '') =>
      room.gully.http.post(`/api/plays/games/${game}/act`).send({ does, typed }),
    joined: (count: number) =>
      until(
        async () => ((await running())[0]?.count === count ? true : undefined),
        `${String(count)} in the round`,
      ),
    /** Nothing is left in escrow, and the ledger adds up. */
    async sound(): Promise<void> {
      expect(await escrow()).toBe(0);
      const { faults } = await verifyLedger((sql, values) => room.gully.source.query(sql, [...values]));
      expect(faults).toEqual([]);
    },
    async idOf(name: string): Promise<string> {
      const found = await room.gully.source.query<{ id: string }[]>('SELECT id FROM viewers WHERE name = ?', [
        name,
      ]);
      return found[0]?.id ?? '';
    },
  });
}
