// @ts-check
/** How TypeScript becomes what Node runs: one place for programs, benchmarks and tests. */
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './run.mjs';

/**
 * @typedef {object} Bundle
 * @property {Record<string, string>} input what to make, by the name of the file it becomes
 * @property {string} into the folder; nothing of an earlier build stays in it
 * @property {readonly string[]} sources the folders it is made from
 * @property {boolean} [whole] dependencies are built in, so that a start reads a few files instead of thousands
 * @property {boolean} [mirror] one file for each source, in the same folders
 * @property {import('rolldown').Plugin[]} [plugins]
 */

/**
 * Makes a bundle unless it is newer than all it is made from.
 *
 * @param {Bundle} bundle
 * @returns {Promise<boolean>} whether it was made
 */
export async function bundle({ input, into, sources, whole = false, mirror = false, plugins = [] }) {
  const folder = join(ROOT, into);
  const stamp = join(folder, '.made');
  const wanted = Object.keys(input).sort().join('\n');
  const madeOf = Math.max(
    ...[...sources, 'scripts', 'package-lock.json'].map((place) => newest(join(ROOT, place))),
  );
  if (existsSync(stamp) && statSync(stamp).mtimeMs > madeOf && readFileSync(stamp, 'utf8') === wanted)
    return false;
  const { rolldown } = await import('rolldown');
  const made = await rolldown({
    input,
    cwd: ROOT,
    platform: 'node',
    tsconfig: false,
    // A native module cannot be built in, nor one that asks for its own file name; what is seldom needed
    // is loaded when it is, and what the framework does without is not there.
    external: whole
      ? [
          'better-sqlite3',
          'sharp',
          'write-file-atomic',
          'audio-decode',
          /^@nestjs\/microservices/u,
          /^@fastify\//u,
        ]
      : [/^(?![./]|@gully\/|@jest\/globals|@oxc-project\/)[^\0]/u],
    resolve: { extensionAlias: { '.js': ['.ts', '.tsx', '.js'] } },
    transform: { target: 'es2023', decorator: { legacy: true, emitDecoratorMetadata: true } },
    checks: { eval: false },
    plugins,
  });
  const { output } = await made.write({
    dir: folder,
    format: 'esm',
    sourcemap: true,
    keepNames: true,
    minify: whole ? { compress: true, mangle: false, codegen: { removeWhitespace: true } } : false,
    chunkFileNames: '[name]-[hash].js',
    ...(mirror && { preserveModules: true, preserveModulesRoot: ROOT }),
  });
  await made.close();
  // Only now, so that a program that is restarted meanwhile finds one whole build or the other.
  const kept = new Set(output.map(({ fileName }) => join(folder, fileName)));
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    const path = join(entry.parentPath, entry.name);
    if (entry.isFile() && !kept.has(path)) rmSync(path);
  }
  writeFileSync(stamp, wanted);
  return true;
}

/**
 * @param {string} folder below the project's
 * @param {RegExp} fits
 * @returns {Record<string, string>} the files in it that fit, each by its path without the extension
 */
export function filesIn(folder, fits) {
  const paths = readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .map((path) => `${folder}/${path.replaceAll('\\', '/')}`)
    .filter((path) => fits.test(path));
  return Object.fromEntries(paths.map((path) => [path.replace(/\.[^.]+$/u, ''), path]));
}

/**
 * @param {string} path a file or a folder
 * @returns {number} when the newest file of it was changed
 */
export function newest(path) {
  const about = statSync(path);
  if (!about.isDirectory()) return about.mtimeMs;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}
