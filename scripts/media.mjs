// @ts-check
/**
 * Makes the pictures and sounds that come with Gully, from nothing but what stands in `media/`:
 * drawings as SVG, and sounds put together from sine waves and noise. The same every time.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { PICTURES } from './media/pictures.mjs';
import { RATE, SOUNDS, wav } from './media/sounds.mjs';
import { ROOT } from './run.mjs';

const FOLDER = join(ROOT, 'apps/server/media');
/** @type {typeof import('sharp')} */
const sharp = createRequire(join(ROOT, 'apps/server/package.json'))('sharp');

mkdirSync(FOLDER, { recursive: true });
for (const file of readdirSync(FOLDER)) rmSync(join(FOLDER, file));

/** @type {object[]} */
const library = [];
/** @param {Buffer} content @param {string} ending @param {{ id: string, name: string, kind: string, width?: number, height?: number, seconds?: number }} about */
function keep(content, ending, { width = 0, height = 0, seconds = 0, ...about }) {
  const file = `${createHash('sha256').update(content).digest('hex')}.${ending}`;
  writeFileSync(join(FOLDER, file), content);
  library.push({ ...about, file, bytes: content.length, width, height, seconds });
}

for (const { id, name, svg } of PICTURES) {
  const { data, info } = await sharp(Buffer.from(svg))
    .webp({ quality: 88, effort: 6 })
    .toBuffer({ resolveWithObject: true });
  keep(data, 'webp', { id, name, kind: 'picture', width: info.width, height: info.height });
}
for (const { id, name, samples } of SOUNDS)
  keep(wav(samples), 'wav', {
    id,
    name,
    kind: 'sound',
    seconds: Math.round((samples.length / RATE) * 100) / 100,
  });

writeFileSync(join(FOLDER, 'library.json'), `${JSON.stringify(library, null, 2)}\n`);
console.log(`${String(library.length)} files in apps/server/media`);
