// @ts-check
import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { bundle, filesIn, newest } from './bundling.mjs';
import { install } from './install.mjs';
import { must, ROOT } from './run.mjs';

const CORE = 'packages/core/src';
const SERVER = 'apps/server/src';
const STANDIN = 'apps/standin/src';

/** Builds what is out of date of what runs: the server, the stand-in and the pages. */
export async function build() {
  await install('run');
  await Promise.all([programs(), pages()]);
}

/** Builds the server and the stand-in. */
export async function programs() {
  // Describing the API takes a framework that nothing needs while running.
  const shim = fileURLToPath(import.meta.resolve('@nestjs/swagger/package.json')).replace(
    /package\.json$/u,
    'dist/extra/swagger-shim.js',
  );
  await bundle({
    input: {
      main: `${SERVER}/main.ts`,
      start: `${SERVER}/start.ts`,
      demo: `${SERVER}/demo/main.ts`,
      'verify-ledger': `${SERVER}/ledger/verify.ts`,
      // A thread's own program, found beside whatever starts it.
      'reading.worker': `${SERVER}/database/reading.worker.ts`,
      'shape.worker': `${SERVER}/bundles/shape.worker.ts`,
      'replay.worker': `${SERVER}/guard/replay.worker.ts`,
      // A process's own.
      'decoding-child': `${SERVER}/media/decoding-child.ts`,
    },
    into: 'apps/server/dist',
    sources: [CORE, SERVER, `${STANDIN}/crowd`],
    whole: true,
    plugins: [{ name: 'no-description', resolveId: (id) => (id === '@nestjs/swagger' ? shim : null) }],
  });
  await bundle({
    input: { main: `${STANDIN}/main.ts`, standin: `${STANDIN}/standin.ts` },
    into: 'apps/standin/dist',
    sources: [CORE, STANDIN],
    whole: true,
  });
}

async function pages() {
  const made = join(ROOT, 'apps/web/dist/index.html');
  const sources = ['apps/web/src', 'apps/web/public', 'apps/web/index.html', 'apps/web/vite.config.ts', CORE];
  const newestSource = Math.max(
    ...[...sources, 'package-lock.json'].map((place) => newest(join(ROOT, place))),
  );
  if (existsSync(made) && statSync(made).mtimeMs > newestSource) return;
  await must(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'apps/web', '--logLevel', 'warn']);
}

/** Makes the program that describes the API. */
export async function buildDescription() {
  await bundle({
    input: { describe: `${SERVER}/describe.ts` },
    into: 'apps/server/dist-api',
    sources: [CORE, SERVER, `${STANDIN}/crowd`],
  });
}

/** Makes the benchmarks. */
export async function buildBenchmarks() {
  await bundle({
    input: Object.fromEntries(
      Object.entries(filesIn('bench/src', /(?<!\.d)\.ts$/u)).map(([name, path]) => [
        name.replace('bench/src/', ''),
        path,
      ]),
    ),
    into: 'bench/dist',
    sources: ['bench/src', CORE, SERVER, STANDIN],
    whole: true,
  });
}

/** Where tests run in Node, and what else they are made from. */
const TESTED = {
  'packages/core': [CORE],
  'apps/standin': [CORE, STANDIN],
  'apps/server': [CORE, STANDIN, SERVER],
  'apps/web': [CORE, 'apps/web/src'],
};

/** Makes the unit and server tests, as they stand in the folders: `apps/web/.tests/apps/web/src/…`. */
export async function buildTests() {
  const jest = {
    name: 'jest',
    resolveId: (/** @type {string} */ id) =>
      id === '@jest/globals' ? join(ROOT, 'scripts/jest/globals.mjs') : null,
  };
  const made = Object.entries(TESTED).map(([place, sources]) =>
    bundle({
      input: filesIn(`${place}/src`, /(?:\.test|\.worker|-child)\.tsx?$/u),
      into: `${place}/.tests`,
      sources,
      mirror: true,
      plugins: [jest],
    }),
  );
  await Promise.all(made);
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await build();
