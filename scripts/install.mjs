// @ts-check
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT } from './run.mjs';

const LOCK = join(ROOT, 'package-lock.json');
const STAMP = join(ROOT, 'node_modules', '.gully-installed');

/**
 * Installs what the lock file names, unless that is there already.
 *
 * @param {'run' | 'all'} what `run` leaves out what only tests and development need
 */
export async function install(what) {
  const wanted = createHash('sha256').update(readFileSync(LOCK)).update(process.version).digest('hex');
  const there = existsSync(STAMP) ? readFileSync(STAMP, 'utf8').split(' ') : [];
  if (there[0] === wanted && (there[1] === 'all' || there[1] === what)) return;
  console.log('Installing what the lock file names; the first time takes some minutes.');
  const begun = Date.now();
  const showing = setInterval(() => {
    const seconds = Math.round((Date.now() - begun) / 1000);
    process.stdout.write(
      `  still installing, ${seconds} s${seconds > 40 ? ' (SQLite is being compiled)' : ''}\n`,
    );
  }, 10_000);
  await must(process.platform === 'win32' ? 'npm.cmd' : 'npm', [
    'ci',
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
    ...(what === 'run' ? ['--omit=dev'] : []),
  ]);
  clearInterval(showing);
  writeFileSync(STAMP, `${wanted} ${what}`);
}
