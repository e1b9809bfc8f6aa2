// @ts-check
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT } from './run.mjs';

const LOCK = join(ROOT, 'package-lock.json');
const STAMP = join(ROOT, 'node_modules', '.gully-installed');

/** Installs what the lock file names, unless that is there already. */
export async function install() {
  const wanted = createHash('sha256').update(readFileSync(LOCK)).update(process.version).digest('hex');
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === wanted) return;
  console.log('Installing what the lock file names; the first time takes some minutes.');
  await must(process.platform === 'win32' ? 'npm.cmd' : 'npm', [
    'ci',
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
  ]);
  writeFileSync(STAMP, wanted);
}
