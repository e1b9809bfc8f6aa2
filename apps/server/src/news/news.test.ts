import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { NumberedNews, ResumePoint, Welcome } from '@gully/core/news';
import type { Standin } from '@gully/standin/standin';
import { io, type Socket } from 'socket.io-client';
import { Gully, newStandin, until } from '../test-support/index.js';
import { NewsService } from './index.js';

let standin: Standin;
let gully: Gully;
const sockets: Socket[] = [];
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.inRoom(standin);
});
afterAll(async () => {
  for (const socket of sockets) socket.close();
  await gully.stop();
  await standin.close();
});

async function page(
  resume?: ResumePoint,
): Promise<{ socket: Socket; welcome: Welcome; news: NumberedNews[] }> {
  const socket = io(gully.origin, {
    path: '/live',
    transports: ['websocket'],
    auth: { ...resume },
    forceNew: true,
    reconnection: false,
  });
  sockets.push(socket);
  const news: NumberedNews[] = [];
  socket.on('news', (each: NumberedNews) => news.push(each));
  const welcome = await new Promise<Welcome>((resolve, reject) => {
    socket.once('welcome', resolve);
    socket.once('connect_error', reject);
  });
  return { socket, welcome, news };
}

describe('news of what happens', () => {
  test('a page is told, and after a break it gets just what it missed', async () => {
    const first = await page();
    expect(first.welcome.missed).toBeNull();
    await gully.type('pebblewren', 'evening all');
    await until(() => first.news.find((each) => each.kind === 'line'), 'the line');
    const last = first.news.at(-1)!.number;
    first.socket.close();

    await gully.add();
    await gully.type('siltlark', '!lantern');
    await gully.said('siltlark lights lantern 1.');
    const again = await page({ run: first.welcome.run, last });
    const numbers = again.welcome.missed!.map(({ number }) => number);
    expect(numbers).toEqual(Array.from({ length: again.welcome.last - last }, (_, n) => last + 1 + n));
    expect(again.welcome.missed!.flatMap((each) => (each.kind === 'line' ? [each.about.text] : []))).toEqual([
      '!lantern',
      'siltlark lights lantern 1.',
    ]);
  });

  test('a page of another run, or one too long away, is told to ask again', async () => {
    expect((await page({ run: 'another', last: 1 })).welcome.missed).toBeNull();
    const news = new NewsService();
    const { run } = news.welcome(undefined);
    for (let n = 0; n < 3_000; n++) news.publish('thing', { of: 'command', ids: [String(n)] });
    expect(news.welcome({ run, last: 100 }).missed).toBeNull();
    expect(news.welcome({ run, last: 2_999 }).missed).toHaveLength(1);
    expect(news.welcome({ run, last: 3_000 }).missed).toEqual([]);
    expect(news.welcome({ run, last: 3_001 }).missed).toBeNull();
  });

  test('a page of elsewhere is refused', async () => {
    const socket = io(gully.origin, {
      path: '/live',
      transports: ['websocket'],
      extraHeaders: { origin: 'http://evil.example' },
      reconnection: false,
      forceNew: true,
    });
    sockets.push(socket);
    await expect(
      new Promise((resolve, reject) => socket.on('connect', () => resolve('in')).on('connect_error', reject)),
    ).rejects.toThrow();
  });
});
