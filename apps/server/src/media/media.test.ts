import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp, { type Sharp } from 'sharp';
import type { Standin } from '@gully/standin/standin';
import { Gully, newFolder, newStandin } from '../test-support/index.js';

interface Answer {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly file: string;
  readonly bytes: number;
  readonly url: string;
  readonly width: number;
  readonly height: number;
  readonly seconds: number;
  readonly version: number;
  readonly missing: boolean;
  readonly title: string;
  readonly detail: string;
}

let standin: Standin;
let gully: Gully;
const folder = newFolder();
beforeAll(async () => {
  standin = await newStandin();
  gully = await Gully.start(standin, folder);
});
afterAll(async () => {
  await gully.stop();
  await standin.close();
});

async function send(content: Buffer | string, name: string, status = 201): Promise<Answer> {
  const { body } = await gully.http
    .post(`/api/media/upload?name=${encodeURIComponent(name)}`)
    .set('content-type', 'application/octet-stream')
    .send(Buffer.from(content))
    .expect(status);
  return body as Answer;
}
const library = async (): Promise<Answer[]> =>
  (await gully.http.get('/api/media').expect(200)).body as Answer[];
const picture = (width: number, height: number, red: number): Sharp =>
  sharp({ create: { width, height, channels: 4, background: { r: red, g: 40, b: 30, alpha: 1 } } });

/** A tone as a WAV file. */
function tone(seconds: number): Buffer {
  const samples = Math.round(8_000 * seconds);
  const file = Buffer.alloc(44 + samples * 2);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + samples * 2, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(8_000, 24);
  file.writeUInt32LE(16_000, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(samples * 2, 40);
  for (let n = 0; n < samples; n++) file.writeInt16LE(Math.round(9_000 * Math.sin(n / 3)), 44 + n * 2);
  return file;
}

describe('the library of media', () => {
  test('takes pictures in by their content, drawn anew, under a name of their own', async () => {
    const png = await picture(320, 200, 200)
      .png()
      .withExif({ IFD0: { Copyright: 'oxbowkid, at home' } })
      .toBuffer();
    const added = await send(png, '../../etc/pass wd_.exe');
    expect(added).toMatchObject({ name: 'pass wd', kind: 'picture', width: 320, height: 200, seconds: 0 });
    const { body, headers } = await gully.http.get(added.url).buffer().expect(200);
    expect(headers['content-type']).toBe('image/webp');
    expect(headers['content-security-policy']).toContain('sandbox');
    expect((body as Buffer).includes('oxbowkid')).toBe(false);
    // Twice the same is one; another of the same name has another name.
    expect(await send(png, 'again.png', 409)).toMatchObject({ title: 'That file is there already' });
    expect((await send(await picture(20, 20, 90).jpeg().toBuffer(), 'pass wd.jpg')).name).toBe('pass wd 2');
  });

  test('tells a sound and how long it is by decoding it; a video by its own words', async () => {
    expect(await send(tone(1.5), 'gong.mp3')).toMatchObject({ kind: 'sound', seconds: 1.5, name: 'gong' });
    expect((await send(tone(0.01), 'header.wav', 422)).detail).toMatch(/There is no sound in it/u);
    const cut = tone(1).subarray(0, 30);
    expect(await send(cut, 'cut.wav', 422)).toMatchObject({
      detail: expect.stringMatching(/Nothing was added/u),
    });
    const broken = Buffer.concat([Buffer.from('OggS\0\x02', 'latin1'), Buffer.alloc(4_000, 7)]);
    expect((await send(broken, 'noise.ogg', 422)).detail).toMatch(/broken|PNG, JPEG/u);
    const mp4 = Buffer.concat([
      Buffer.from('\0\0\0\x18ftypmp42\0\0\0\0mp42isom', 'latin1'),
      Buffer.alloc(900),
    ]);
    expect((await send(mp4, 'clip.mp4', 422)).detail).toMatch(/The video is broken/u);
  });

  test('refuses what is not what it says, and whatever would run or never end; nothing is added', async () => {
    const before = (await library()).length;
    const hostile: readonly (readonly [
      content: Buffer | string,
      name: string,
      why: RegExp,
      status?: number,
    ])[] = [
      ['<script>alert(1)</script>', 'lantern.png', /Use PNG/u],
      ['#!/bin/sh\nrm -rf /', 'lantern.svg', /Use PNG/u],
      ['', 'empty.png', /Use PNG/u],
      [
        '<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>',
        'bomb.svg',
        /document type/u,
      ],
      ['<svg xmlns="http://www.w3.org/2000/svg" width="10"', 'cut.svg', /broken/u],
      [(await picture(64, 64, 10).png().toBuffer()).subarray(0, 120), 'cut.png', /broken/u],
    ];
    for (const [content, name, why, status = 422] of hostile) {
      const { detail } = await send(content, name, status);
      expect(detail).toMatch(why);
      expect(detail).toMatch(/Nothing was added to the library/u);
    }
    const frames = Array.from({ length: 301 }, (_, n) =>
      sharp({ create: { width: 4, height: 4, channels: 3, background: { r: (n % 2) * 255, g: 0, b: 0 } } })
        .png()
        .toBuffer(),
    );
    const gif = await sharp(await Promise.all(frames), { join: { animated: true } })
      .gif()
      .toBuffer();
    expect((await send(gif, 'endless.gif', 422)).detail).toMatch(/301 frames/u);
    const large = Buffer.alloc(20_000_001);
    (await picture(8, 8, 1).png().toBuffer()).copy(large);
    expect((await send(large, 'large.png', 413)).detail).toMatch(/A picture may have 20 MB/u);
    await expect(send(Buffer.alloc(61_000_000), 'endless.mp4', 413)).resolves.toMatchObject({
      title: 'The file is too large',
    });
    expect(await library()).toHaveLength(before);
  });

  test('draws a drawing once: what it refers to, and what it would run, is not kept', async () => {
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="40" height="20" onload="alert(1)">
      <script>alert(1)</script><image xlink:href="http://127.0.0.1:1/x.png" width="9" height="9"/>
      <image xlink:href="file:///etc/passwd" width="9" height="9"/><rect width="40" height="20" fill="#97401f"/></svg>`;
    const added = await send(svg, 'plate.svg');
    expect(added).toMatchObject({ kind: 'picture', file: expect.stringMatching(/\.webp$/u) });
    const { body } = await gully.http.get(added.url).buffer().expect(200);
    const { data } = await sharp(body as Buffer)
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(
      [data[0], data[1], data[2]].map((each, n) => Math.abs((each ?? 0) - [151, 64, 31][n]!) < 12),
    ).toEqual([true, true, true]);
  });

  test('keeps names apart, what comes with Gully as it is, and no way to other files', async () => {
    const [first] = (await library()).filter(({ name }) => name === 'gong');
    const { kind, file, bytes, width, height, seconds, version } = first!;
    const change = { name: 'Supper bell', kind, file, bytes, width, height, seconds, version };
    const taken = await gully.http.put(`/api/media/${first!.id}`).send(change).expect(422);
    expect((taken.body as Answer).detail).toMatch(/already/u);
    const renamed = await gully.http
      .put(`/api/media/${first!.id}`)
      .send({ ...change, name: 'My bell', file: 'x', kind: 'video' })
      .expect(200);
    expect(renamed.body).toMatchObject({ name: 'My bell', file: first!.file, kind: 'sound' });
    await gully.http.delete('/api/media/gully-lantern').expect(409);
    // Nothing is in the library without its content, whoever says so.
    const { version: _, ...claimed } = change;
    await gully.http
      .post('/api/media')
      .send({ ...claimed, name: 'Claimed', file: `${'0'.repeat(64)}.webp` })
      .expect(422);
    for (const path of ['..%2f..%2fgully.db', 'gully.db', `${'a'.repeat(64)}.webp`, '.hidden'])
      await gully.http.get(`/overlay/media/${path}`).expect(404);
  });

  test('says which file was deleted by hand, and is the same after a restart', async () => {
    const before = await library();
    const lost = before.find(({ name }) => name === 'pass wd')!;
    rmSync(join(folder, 'media', lost.file));
    await gully.stop();
    gully = await Gully.start(standin, folder);
    const after = await library();
    expect(after.map(({ id }) => id)).toEqual(before.map(({ id }) => id));
    expect(after.filter(({ missing }) => missing).map(({ name }) => name)).toEqual(['pass wd']);
    await gully.http.get(lost.url).expect(404);
    // Nothing half written is left behind.
    expect(readdirSync(join(folder, 'media')).filter((each) => each.startsWith('.'))).toEqual([]);
  });

  test('goes in bundles with its content, and is looked at again where it arrives', async () => {
    const added = await send(await picture(24, 24, 120).png().toBuffer(), 'plaque.png');
    const none = { commands: [], routines: [], lists: [], timers: [], title: 'Plaque', author: '', note: '' };
    const { body: bundle } = await gully.http
      .post('/api/bundles/export')
      .send({ ...none, media: [added.id] })
      .expect(200);
    const { files } = bundle as { files: Record<string, string> };
    expect(Object.keys(files)).toEqual([added.file]);
    const other = await Gully.start(standin, newFolder());
    await other.http.post('/api/bundles/take').send({ bundle, choices: [] }).expect(200);
    const [taken] = ((await other.http.get('/api/media')).body as Answer[]).filter(
      ({ name }) => name === 'plaque',
    );
    expect(taken).toMatchObject({ kind: 'picture', width: 24, missing: false });
    await other.http.get(taken!.url).expect(200);
    const script = {
      ...(bundle as object),
      files: { [added.file]: Buffer.from('<script>').toString('base64') },
    };
    const third = await Gully.start(standin, newFolder());
    const refused = await third.http
      .post('/api/bundles/take')
      .send({ bundle: script, choices: [] })
      .expect(422);
    expect((refused.body as Answer).detail).toMatch(/^plaque: /u);
    expect(
      ((await third.http.get('/api/media')).body as Answer[]).some(({ name }) => name === 'plaque'),
    ).toBe(false);
    await other.stop();
    await third.stop();
  });

  test('a disk that takes nothing adds nothing', async () => {
    const full = newFolder();
    // A file stands where the folder would be made.
    mkdirSync(full, { recursive: true });
    writeFileSync(join(full, 'media'), '');
    const other = await Gully.start(standin, full);
    const { body } = await other.http
      .post('/api/media/upload?name=a.png')
      .set('content-type', 'application/octet-stream')
      .send(await picture(9, 9, 9).png().toBuffer())
      .expect(507);
    expect((body as Answer).title).toBe('The file could not be kept');
    expect(
      ((await other.http.get('/api/media')).body as Answer[]).every(({ id }) => id.startsWith('gully-')),
    ).toBe(true);
    expect(readFileSync(join(full, 'media'), 'utf8')).toBe('');
    await other.stop();
  });
});
