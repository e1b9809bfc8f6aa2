// @ts-check
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { must } from './run.mjs';

/** The headless shell first: it runs the same stories in five sixths of the time. */
const PLACES = [
  '/usr/bin/chromium-headless-shell',
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
  '/snap/bin/chromium',
];

/**
 * The browser for the browser tests: CHROMIUM_PATH, or one that is there, or Debian's, installed now.
 * @returns {Promise<string>}
 */
export async function chromium() {
  const given = process.env.CHROMIUM_PATH;
  if (given !== undefined && given !== '') {
    if (existsSync(given)) return given;
    console.error(`CHROMIUM_PATH names ${given}, which is not there.`);
    process.exit(1);
  }
  const found = () => PLACES.find((place) => existsSync(place));
  const here = found();
  if (here !== undefined) return here;
  const isRoot = process.getuid?.() === 0;
  const canSudo = !isRoot && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (existsSync('/usr/bin/apt-get') && (isRoot || canSudo)) {
    console.log('Installing Chromium for the browser tests.');
    const [command, ...before] = isRoot ? ['apt-get'] : ['sudo', 'apt-get'];
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    await must(command ?? 'apt-get', [...before, 'update', '-qq'], env);
    await must(
      command ?? 'apt-get',
      [...before, 'install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell'],
      env,
    );
    const installed = found();
    if (installed !== undefined) return installed;
  }
  console.error(
    'The browser tests need Chromium. Install it (on Debian: apt-get install chromium-headless-shell), or set CHROMIUM_PATH to one.',
  );
  process.exit(1);
}
