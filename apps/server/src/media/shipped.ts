import { existsSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { MediaBody } from '@gully/core/media';

/** A file that comes with Gully. Its id is the same everywhere, so that bundles may refer to it. */
export interface Shipped extends MediaBody {
  readonly id: string;
}

/** Where what comes with Gully is: beside the program, wherever that was built to. */
export const SHIPPED_FOLDER = shippedFolder(dirname(fileURLToPath(import.meta.url)));

function shippedFolder(from: string): string {
  const here = join(from, 'apps/server/media');
  const above = dirname(from);
  return existsSync(join(here, 'library.json')) || above === from ? here : shippedFolder(above);
}

/** The pictures and sounds that `scripts/media.mjs` makes. */
export function shippedMedia(): readonly Shipped[] {
  const list = join(SHIPPED_FOLDER, 'library.json');
  return existsSync(list) ? (JSON.parse(readFileSync(list, 'utf8')) as Shipped[]) : [];
}
