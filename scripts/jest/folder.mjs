// @ts-check
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/**
 * A folder for all that a run of the tests leaves behind. In memory where the system offers
 * that: hundreds of test servers would wait for the disk more than for anything else.
 */
export function makeFolder() {
  process.env.GULLY_TEST_FOLDER = mkdtempSync(
    join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), 'gully-test-'),
  );
}

export function removeFolder() {
  const folder = process.env.GULLY_TEST_FOLDER;
  if (folder !== undefined) rmSync(folder, { recursive: true, force: true });
}
