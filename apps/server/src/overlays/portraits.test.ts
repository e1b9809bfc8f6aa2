import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import sharp from 'sharp';
import { readEnvironment } from '../configuration/index.js';
import { Decoder, MediaFiles } from '../media/index.js';
import { newFolder } from '../test-support/index.js';
import { Portraits } from './portraits.js';

/** A platform that answers as a test says, and what it was asked for. */
let answer: RequestListener = (_, response) => response.writeHead(404).end();
const asked: string[] = [];
let platform: Server;
let url = '';
beforeAll(async () => {
  platform = createServer((request, response) => {
    asked.push(request.url ?? '');
    answer(request, response);
  });
  await new Promise<void>((resolve) => platform.listen(0, '127.0.0.1', resolve));
  url = `http://127.0.0.1:${String((platform.address() as AddressInfo).port)}`;
});
afterAll(() => {
  decoder.onApplicationShutdown();
  platform.closeAllConnections();
  platform.close();
});
const decoder = new Decoder();
const portraits = (address = url): Portraits => {
  const environment = readEnvironment({ GULLY_STANDIN_URL: address, GULLY_DATA_DIR: newFolder() });
  return new Portraits(environment, new MediaFiles(environment, decoder));
};

test('is drawn anew from what the platform has, and asked for once', async () => {
  const png = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#48652a' } })
    .withExif({ IFD0: { Copyright: 'where they live' } })
    .png()
    .toBuffer();
  answer = (_, response) => response.writeHead(200, { 'content-type': 'text/html' }).end(png);
  const known = portraits();
  asked.length = 0;
  const [one, again] = await Promise.all([known.of('Quill Rush'), known.of('quill rush')]);
  expect(one).toBe(again);
  expect(asked).toEqual(['/people/quill%20rush/picture']);
  expect(one.type).toBe('image/webp');
  expect((one.content as Buffer).includes('where they live')).toBe(false);
});

test.each<[string, RequestListener]>([
  [
    'a script',
    (_, response) => response.end('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg'),
  ],
  ['nothing', (_, response) => response.writeHead(404).end()],
  ['far too much', (_, response) => response.writeHead(200, { 'content-length': '50000000' }).end()],
  ['a way elsewhere', (_, response) => response.writeHead(302, { location: 'http://127.0.0.1:1/' }).end()],
  ['half an answer', (_, response) => response.writeHead(200, { 'content-length': '900' }).end('x')],
])('of whom the platform sends %s is made from the name, always the same', async (_, listener) => {
  answer = listener;
  const [one, other] = [
    await portraits().of('oxbowkid'),
    await portraits('http://127.0.0.1:1').of('OXBOWKID'),
  ];
  expect(one.type).toBe('image/svg+xml');
  expect(one.content).toBe(other.content);
  expect((await portraits().of('siltlark')).content).not.toBe(one.content);
});

test('a platform that does not answer is not waited for long', async () => {
  answer = () => undefined;
  expect((await portraits().of('pebblewren')).type).toBe('image/svg+xml');
});
