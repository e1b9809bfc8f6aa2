// @ts-check
/**
 * Adds a made-up area with a step, a value, a named thing, a panel and a piece to a copy of the project, as
 * `docs/adding-an-area.md` says, builds it, starts it, and counts what it touched outside its own folders.
 */
import assert from 'node:assert/strict';
import { spawn } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { ROOT } from '../../scripts/run.mjs';
import { LINES, MADE, MOST } from './lines.mjs';
import { runs } from './runs.mjs';

const COPIED = [
  'apps',
  'packages',
  'scripts',
  'docs',
  'package.json',
  'package-lock.json',
  'tsconfig.base.json',
  'oxlint.config.mjs',
];
const LEFT_OUT = /^(?:node_modules|dist.*|\.tests|\.tsbuild|screenshots)$/u;
const PLACES = {
  core: 'packages/core',
  server: 'apps/server',
  standin: 'apps/standin',
  web: 'apps/web',
};
const FOLDERS = { core: 'packages/core/src', server: 'apps/server/src', web: 'apps/web/src' };

const copy = mkdtempSync(join(tmpdir(), 'gully-cairn-'));
try {
  makeCopy();
  addArea();
  await node('scripts/api.mjs');
  await node('scripts/formats.mjs');
  await Promise.all(
    Object.values(FOLDERS).map((folder) =>
      node('node_modules/typescript-native/bin/tsc', '-p', join(folder, '..')),
    ),
  );
  await node(
    'node_modules/oxlint/bin/oxlint',
    '-c',
    'oxlint.config.mjs',
    '--type-aware',
    '--deny-warnings',
    ...Object.values(FOLDERS).map((folder) => `${folder}/cairn`),
  );
  count();
  await runs(copy);
} finally {
  rmSync(copy, { recursive: true });
}

function makeCopy() {
  for (const part of COPIED)
    cpSync(join(ROOT, part), join(copy, part), {
      recursive: true,
      filter: (path) => !LEFT_OUT.test(basename(path)),
    });
  // Packages are those of the project, but for its own.
  for (const place of ['.', ...Object.values(PLACES)]) {
    const from = join(ROOT, place, 'node_modules');
    const to = join(copy, place, 'node_modules');
    mkdirSync(to, { recursive: true });
    for (const name of existsSync(from) ? readdirSync(from) : [])
      if (name !== '@gully') symlinkSync(join(from, name), join(to, name));
  }
  mkdirSync(join(copy, 'node_modules/@gully'));
  for (const [name, place] of Object.entries(PLACES))
    symlinkSync(join(copy, place), join(copy, 'node_modules/@gully', name));
}

function addArea() {
  for (const [house, folder] of Object.entries(FOLDERS))
    cpSync(join(ROOT, 'tests/cairn', house), join(copy, folder, 'cairn'), { recursive: true });
  for (const [file, lines] of Object.entries(LINES)) {
    let text = readFileSync(join(copy, file), 'utf8');
    for (const [before, line] of lines) {
      assert.equal(text.split(before).length, 2, `${file} should have ${JSON.stringify(before)} once`);
      text = text.replace(before, () => line + before);
    }
    writeFileSync(join(copy, file), text);
  }
}

function count() {
  const touched = filesOf(copy).filter((path) => {
    if (/\/cairn\//u.test(path)) return false;
    return readFileSync(join(copy, path), 'utf8') !== readFileSync(join(ROOT, path), 'utf8');
  });
  assert.deepEqual(touched.sort(), [...Object.keys(LINES), ...MADE].sort());
  assert.ok(touched.length <= MOST, `an area touches ${touched.length} files outside its folders`);
  console.log(`${touched.length} files outside its folders:\n${touched.join('\n')}`);
}

/** @param {string} folder @returns {string[]} */
function filesOf(folder, below = '') {
  return readdirSync(join(folder, below), { withFileTypes: true }).flatMap((entry) => {
    if (LEFT_OUT.test(entry.name)) return [];
    const path = join(below, entry.name);
    return entry.isDirectory() ? filesOf(folder, path) : [path];
  });
}

/** @param {string[]} args */
function node(...args) {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, args, { cwd: copy, stdio: 'inherit' });
    child.once('error', reject);
    child.once('exit', (code) => {
      if (code === 0) resolve(undefined);
      else reject(new Error(`${args[0]} failed`));
    });
  });
}
