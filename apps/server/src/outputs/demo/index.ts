import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { MakeDemoPart } from '../../seeding/index.js';
import { writeVersion } from '../../things/index.js';
import { OutputRow } from '../rows.js';

/** Writes the file the demo's routines wrote when the stream began. */
export async function writeDemoOutput(dataFolder: string): Promise<void> {
  const folder = join(dataFolder, 'outputs');
  await mkdir(folder, { recursive: true });
  await writeFile(join(folder, 'lamp.txt'), 'We are below.');
}

const TEXTS = [
  { id: 'DEMOOUTPUT0000000000000001', name: 'now', text: '{{ stream.category }}, {{ stream.uptime }} below' },
  { id: 'DEMOOUTPUT0000000000000002', name: 'top-five', text: '{{ currency.top }}' },
] as const;

/** The demo's texts that are kept in files. */
export const outputsPart: MakeDemoPart = ({ begin }) => ({
  async store(manager) {
    for (const { id, ...body } of TEXTS) {
      const row = { id, name: body.name, version: 1, changedAt: begin, deletedAt: null };
      await manager.insert(OutputRow, { ...row, body: JSON.stringify(body) });
      await writeVersion(manager, 'output', row, body, 'streamer');
    }
  },
});
