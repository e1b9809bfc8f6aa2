import { afterEach, beforeEach } from '@jest/globals';
import { NO_CURRENCY } from '@gully/core/currency';
import { BLANK_REWARD, commandFor, type RewardBody } from '@gully/core/rewards';
import type { Standin } from '@gully/standin/standin';
import type { RedemptionAct, RedemptionDto } from '../rewards/index.js';
import { RawClient } from '../../../standin/src/test-support/raw-client.js';
import { Gully, newFolder, newStandin, until } from './harness.js';

/** What everyone has to begin with. */
export const GIVEN = 3_000;
const SILENT = { bought: '', returned: '' };

/** A channel that sells rewards, for each test a new one. */
export function selling(buyers: readonly string[] = ['pebblewren', 'mossmoth', 'oxbowkid']) {
  let [standin, gully]: [Standin?, Gully?] = [];
  let settings: Record<string, string> = {};
  const clients: RawClient[] = [];
  const now = {
    folder: '',
    get gully(): Gully {
      if (gully === undefined) throw new Error('it has not begun');
      return gully;
    },
    get standin(): Standin {
      if (standin === undefined) throw new Error('it has not begun');
      return standin;
    },
  };
  const start = async (more: Record<string, string> = {}): Promise<void> => {
    settings = { GULLY_CHAT_LIMIT_MODERATOR: '10000', ...more };
    gully = await Gully.inRoom(now.standin, now.folder, settings);
  };
  beforeEach(async () => {
    standin = await newStandin();
    now.folder = newFolder();
    await start();
    const value = { ...NO_CURRENCY, enabled: true, one: 'flint', many: 'flint' };
    await now.gully.http.put('/api/currency').send({ value, version: 0 }).expect(200);
    for (const name of buyers) await now.gully.type(name, 'hello');
    await give('to begin with');
  });
  afterEach(async () => {
    for (const client of clients.splice(0)) client.close();
    await now.gully.stop();
    await now.standin.close();
  });
  const give = async (key: string, name = '%'): Promise<void> => {
    const viewers = await now.gully.source.query<{ id: string }[]>(
      'SELECT id FROM viewers WHERE name LIKE ?',
      [name],
    );
    const given = { does: 'give', amount: GIVEN, viewers: viewers.map(({ id }) => id), key };
    await now.gully.http.post('/api/currency/by-hand').send(given).expect(200);
  };
  const page = async (query = ''): Promise<RedemptionDto[]> =>
    (await now.gully.http.get(`/api/redemptions${query}`).expect(200)).body as RedemptionDto[];
  return Object.assign(now, {
    page,
    give,
    start,
    stop: () => now.gully.stop(),
    /** Makes a reward that says nothing, with a command of this word. */
    sell: async (word: string, body: Partial<RewardBody>): Promise<string> => {
      const reward = {
        ...BLANK_REWARD,
        name: word,
        gives: 'hand-over',
        ...body,
        says: { ...BLANK_REWARD.says, ...SILENT, ...body.says },
      };
      const { id } = (await now.gully.http.post('/api/rewards').send(reward).expect(201)).body as {
        id: string;
      };
      await now.gully.http.post('/api/commands').send(commandFor(id, word)).expect(201);
      return id;
    },
    act: (act: RedemptionAct, ...ids: string[]) =>
      now.gully.http.post('/api/redemptions/act').send({ act, ids, note: '' }).expect(200),
    /** The last purchase once it stands so. */
    stands: (state: string, name?: string): Promise<RedemptionDto> =>
      until(async () => {
        const [last] = (await page()).filter((each) => name === undefined || each.name === name);
        return last?.state === state ? last : undefined;
      }, `the last purchase being ${state}`),
    balance: async (name: string): Promise<number> => {
      const [row] = await now.gully.source.query<{ balance: number }[]>(
        `SELECT balance FROM accounts WHERE kind = 'viewer' AND name = (SELECT id FROM viewers WHERE name = ?)`,
        [name],
      );
      return row?.balance ?? 0;
    },
    /** Someone behind a socket of their own, who has as much as everyone. */
    client: async (nick: string): Promise<RawClient> => {
      const raw = await RawClient.join(now.standin.ircPort, nick);
      clients.push(raw);
      raw.send('PRIVMSG #lanternhour :hello');
      await now.gully.line(({ name }) => name === nick, `${nick} being there`);
      await give(nick, nick);
      return raw;
    },
  });
}
