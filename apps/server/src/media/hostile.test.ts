import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin } from '../test-support/index.js';
import { Decoder } from './decoder.js';
import { MediaFiles } from './media-files.js';

let standin: Standin;
let gully: Gully;
const folder = newFolder();
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin, folder);
  // Enough for the small one below, and sooner over.
  Object.assign(gully.app.get(Decoder), { mostCpu: 1_000_000, mostTime: 10_000 });
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});

const svg = (inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="2000" height="2000">${inside}</svg>`;

/** Each group uses the one before it ten times: 10^8 squares. */
const useBomb = svg(
  `<g id="g0"><rect width="9" height="9"/></g>${Array.from(
    { length: 8 },
    (_, n) => `<g id="g${String(n + 1)}">${`<use xlink:href="#g${String(n)}" x="1"/>`.repeat(10)}</g>`,
  ).join('')}<use xlink:href="#g8"/>`,
);
const nestedFilters = svg(
  `<filter id="f">${'<feTurbulence numOctaves="99"/><feMorphology radius="90"/><feGaussianBlur stdDeviation="90"/>'.repeat(90)}</filter>${'<g filter="url(#f)">'.repeat(20)}<rect width="2000" height="2000"/>${'</g>'.repeat(20)}`,
);
const manyPaths = svg(
  '<path d="M0 0C2000 0 0 2000 2000 2000Z" opacity=".5" stroke="red" stroke-width="99"/>'.repeat(30_000),
);

/** A WAV file whose header says what it likes. */
function claiming(channels: number, bytes: number): Buffer {
  const file = Buffer.alloc(100_000);
  file.write('RIFF', 0);
  file.writeUInt32LE(bytes, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(channels, 22);
  file.writeUInt32LE(48_000, 24);
  file.writeUInt32LE(Math.min(0xffffffff, 96_000 * channels), 28);
  file.writeUInt16LE(Math.min(0xffff, 2 * channels), 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(bytes, 40);
  return file;
}

/** MPEG-2.5 layer III at 8 kbit/s and 8 kHz: frames of 72 bytes. */
function slowMp3(bytes: number): Buffer {
  const frame = Buffer.alloc(72);
  frame.writeUInt32BE(0xffe318c4, 0);
  return Buffer.alloc(bytes, frame);
}

/** An MP4 with as many empty boxes as fit. */
function boxes(bytes: number): Buffer {
  const box = Buffer.alloc(8);
  box.writeUInt32BE(8, 0);
  box.write('free', 4);
  return Buffer.concat([
    Buffer.from('\0\0\0\x18ftypmp42\0\0\0\0mp42isom', 'latin1'),
    Buffer.alloc(bytes, box),
  ]);
}

/** Why a file that does not end is refused. */
const TOO_MUCH = /takes more than 5 s or 768 MB/u;

test.each<[what: string, content: Buffer | string, why: RegExp]>([
  ['comments before what may be a drawing', `${'<!-- -->'.repeat(40)}<svh`, /Use PNG/u],
  ['a drawing that uses itself a hundred million times', useBomb, TOO_MUCH],
  ['filters within filters', nestedFilters, TOO_MUCH],
  ['a drawing of 30,000 paths', manyPaths, TOO_MUCH],
  ['a WAV that claims 4 GB', claiming(2, 0xfffffff0), /The sound is broken/u],
  ['a WAV of 65,535 channels', claiming(0xffff, 99_000), /65,535 channels/u],
  ['hours of sound in 10 MB', slowMp3(9_999_936), /lasts 10,000 s/u],
  ['an MP4 of endless boxes', boxes(30_000_000), TOO_MUCH],
])('%s is refused, and nothing waits for it', async (_, content, why) => {
  const state = { over: false };
  const upload = async (): Promise<string> => {
    const { body } = await gully.http
      .post('/api/media/upload?name=x')
      .set('content-type', 'application/octet-stream')
      .send(Buffer.from(content))
      .expect(422);
    return (body as { detail: string }).detail;
  };
  const answers = async (): Promise<void> => {
    while (!state.over) {
      await gully.http.get('/api/health').expect(200);
      await pause(20);
    }
  };
  const refused = upload().finally(() => {
    state.over = true;
  });
  const [detail] = await Promise.all([refused, answers()]);
  expect(detail).toMatch(why);
  expect(readdirSync(join(folder, 'media'))).toEqual([]);
  // The next one is read as if nothing had been.
  const small = svg('<rect width="9" height="9"/>');
  await gully.app.get(MediaFiles).examine([Buffer.from(small)], ({ facts }) => {
    expect(facts).toMatchObject({ kind: 'picture', width: 2_000 });
    return Promise.resolve();
  });
});

test('what a server that was killed was reading is gone after the next start', async () => {
  writeFileSync(join(folder, 'media', '.half'), 'x');
  await gully.stop();
  gully = await Gully.start(standin, folder);
  expect(readdirSync(join(folder, 'media'))).toEqual([]);
});
