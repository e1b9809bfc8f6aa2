// @ts-check
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { install } from './install.mjs';
import { must, ROOT } from './run.mjs';

/** Builds what is out of date: core, stand-in and server by tsc, the pages by Vite. */
export async function build() {
  await install();
  await must(process.execPath, ['node_modules/typescript/bin/tsc', '-b']);
  const pages = join(ROOT, 'apps/web/dist/index.html');
  const sources = ['apps/web/src', 'apps/web/public', 'packages/core/src'].map((folder) =>
    newest(join(ROOT, folder)),
  );
  const files = ['apps/web/index.html', 'apps/web/vite.config.ts', 'package-lock.json'].map(
    (file) => statSync(join(ROOT, file)).mtimeMs,
  );
  if (existsSync(pages) && statSync(pages).mtimeMs > Math.max(...sources, ...files)) return;
  await must(process.execPath, ['node_modules/vite/bin/vite.js', 'build', 'apps/web', '--logLevel', 'warn']);
}

/**
 * @param {string} folder
 * @returns {number} the time of the newest file below it
 */
function newest(folder) {
  return Math.max(
    0,
    ...readdirSync(folder, { withFileTypes: true }).map((entry) => {
      const path = join(folder, entry.name);
      return entry.isDirectory() ? newest(path) : statSync(path).mtimeMs;
    }),
  );
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) await build();
