import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Writes the file the demo's routines wrote when the stream began. */
export async function writeDemoOutput(dataFolder: string): Promise<void> {
  const folder = join(dataFolder, 'outputs');
  await mkdir(folder, { recursive: true });
  await writeFile(join(folder, 'lamp.txt'), 'We are below.');
}
