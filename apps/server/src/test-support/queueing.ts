import { afterEach, beforeEach } from '@jest/globals';
import { BLANK_HANDLE, BLANK_QUEUE, type QueueBody } from '@gully/core/queue';
import type { Standin } from '@gully/standin/standin';
import { QueueClock } from '../queue/index.js';
import { StreamService } from '../stream/index.js';
import { Gully, newFolder, newStandin, until } from './harness.js';

export const ROPE_ID = {
  ...BLANK_HANDLE,
  ...{ name: 'rope ID', category: 'Underledge', pattern: '[A-Z]{2}-[0-9]{4}', example: 'KV-2047' },
  own: 'OD-0001',
};

interface Standing {
  readonly id: string;
  readonly entries: readonly {
    readonly id: string;
    readonly viewer: string;
    readonly name: string;
    readonly state: string;
    /** 0 for who does not wait */
    readonly place: number;
    readonly handle: string | null;
  }[];
}

/** A channel that is live with Underledge, for each test a new one, and what is done in its queues. */
export function queueing() {
  let [standin, gully]: [Standin?, Gully?] = [];
  let folder = '';
  const now = {
    /** the queue that is meant, by id */
    queue: '',
    get standin(): Standin {
      if (standin === undefined) throw new Error('it has not begun');
      return standin;
    },
    get gully(): Gully {
      if (gully === undefined) throw new Error('it has not begun');
      return gully;
    },
    get folder(): string {
      return folder;
    },
  };
  const start = async (): Promise<void> => {
    gully = await Gully.inRoom(now.standin, folder, { GULLY_CHAT_LIMIT_MODERATOR: '1000' });
  };
  const playing = async (category: string): Promise<void> => {
    now.standin.stream.set({ live: true, category }, Date.now() - 3_600_000);
    await now.gully.app.get(StreamService).ask();
  };
  beforeEach(async () => {
    standin = await newStandin();
    folder = newFolder();
    await start();
    await playing('Underledge');
  });
  afterEach(async () => {
    await now.gully.stop();
    await now.standin.close();
  });

  const standing = async (): Promise<Standing['entries']> => {
    const { body } = await now.gully.http.get('/api/queues/standing').expect(200);
    const found = (body as { queues: Standing[] }).queues.find(({ id }) => id === now.queue);
    if (found === undefined) throw new Error('there is no such queue');
    return found.entries;
  };
  /** `pebblewren called`, `oxbowkid 1`: everyone in it, with their place where they wait. */
  const inIt = async (): Promise<string[]> =>
    (await standing()).map(({ name, state, place }) => `${name} ${place === 0 ? state : String(place)}`);
  return Object.assign(now, {
    standing,
    inIt,
    playing,
    restart: start,
    make: async (more: Partial<QueueBody> = {}): Promise<string> => {
      const body = { ...BLANK_QUEUE, name: 'Underledge ropes', categories: ['Underledge'], ...more };
      const made = await now.gully.http.post('/api/queues').send(body).expect(201);
      now.queue = (made.body as { id: string }).id;
      return now.queue;
    },
    entry: async (name: string) => (await standing()).find((each) => each.name === name)!,
    act: (does: string, more: object = {}, status = 200) =>
      now.gully.http
        .post(`/api/queues/${now.queue}/acts`)
        .send({ does, ...more })
        .expect(status),
    undo: async (answer: { body: unknown }, status = 204): Promise<unknown> => {
      const { undo: id } = answer.body as { undo: string };
      return (await now.gully.http.post(`/api/queues/acts/${id}/undo`).expect(status)).body;
    },
    /** Moves the moment a call runs out, and lets the clock look then. */
    callRunsOut: (): Promise<void> => now.gully.app.get(QueueClock).look(Date.now() + 31_000),
    join: async (...names: string[]): Promise<void> => {
      for (const name of names) {
        await now.gully.type(name, '!join');
        const isIn = async () =>
          (await inIt()).some((each) => each.startsWith(`${name} `)) ? true : undefined;
        await until(isIn, name);
      }
    },
  });
}
