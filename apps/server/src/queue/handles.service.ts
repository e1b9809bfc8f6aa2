import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import {
  BLANK_HANDLE,
  handleFaults,
  HANDLES_LIMIT,
  isSameHandle,
  type HandleBody,
  type HandleChange,
} from '@gully/core/queue';
import { foldName } from '@gully/core/text';
import type { EntityManager } from '../database/index.js';
import { Keepers } from '../live/index.js';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { HandleRow } from './rows.js';
import { HandleBodyDto } from './views.js';

export type StoredHandle = Bodied<'handle'>;

interface Kept {
  readonly handle: string;
  readonly viewer: string;
  readonly text: string;
}

/** The handles of games, and what each viewer is called in them; all of it in memory, as on disk. */
@Injectable()
export class HandlesService extends Things<'handle', StoredHandle> {
  /** by `handle viewer` */
  private readonly texts = new Map<string, string>();
  /** by `handle text`, folded */
  private readonly owners = new Map<string, string>();

  constructor(parts: ThingParts, keepers: Keepers) {
    super(parts, {
      ...bodied('handle', parts, HandleRow, BLANK_HANDLE),
      most: HANDLES_LIMIT,
      bodyShape: HandleBodyDto,
      tidied: ({ example, name, own, ...body }) => ({
        ...body,
        name: name.trim(),
        example: example.trim(),
        own: own.trim(),
      }),
      faultsOf: (handle, { others }) => handleFaults(handle, others()),
      inForce: withDraft,
    });
    keepers.add({
      kinds: ['handle'],
      ofViewers: true,
      apply: ({ handle, viewer, text }) => {
        this.keep({ handle, viewer, text });
      },
      write: writeHandles,
      written: () => {
        parts.news.publish('queue', { ids: [] });
      },
      reload: () => this.reload(),
    });
  }

  override async onModuleInit(): Promise<void> {
    await super.onModuleInit();
    await this.reload();
  }

  /** What a viewer is called in a game, by the handle's id. */
  textOf(viewer: string, handle: string): string | undefined {
    return this.texts.get(`${handle} ${viewer}`);
  }
  /** Who is called that in a game. */
  ownerOf(handle: string, text: string): string | undefined {
    const viewer = this.owners.get(`${handle} ${foldName(text)}`);
    const own = viewer === undefined ? undefined : this.textOf(viewer, handle);
    return own !== undefined && isSameHandle(own, text) ? viewer : undefined;
  }

  private keep({ handle, viewer, text }: Omit<Kept, 'text'> & { readonly text: string | null }): void {
    const before = this.textOf(viewer, handle);
    if (before !== undefined) this.owners.delete(`${handle} ${foldName(before)}`);
    if (text === null) this.texts.delete(`${handle} ${viewer}`);
    else {
      this.texts.set(`${handle} ${viewer}`, text);
      this.owners.set(`${handle} ${foldName(text)}`, viewer);
    }
  }

  private async reload(): Promise<void> {
    // Of two accounts of one person, what the account they go by says stands.
    const rows = await this.parts.database.read.query<Kept[]>(
      `SELECT h.handle_id AS handle, coalesce(v.merged_into, h.viewer_id) AS viewer, h.text
       FROM viewer_handles h LEFT JOIN viewers v ON v.id = h.viewer_id ORDER BY v.merged_into IS NULL`,
    );
    this.texts.clear();
    this.owners.clear();
    for (const row of rows) this.keep(row);
  }
}

/** Writes handles down, within the caller's write; those of accounts that were merged go with them. */
async function writeHandles(manager: EntityManager, changes: readonly HandleChange[]): Promise<void> {
  for (const { handle, viewer, text, at } of changes) {
    await manager.query(
      `DELETE FROM viewer_handles WHERE handle_id = ?
         AND viewer_id IN (SELECT id FROM viewers WHERE id = ? OR merged_into = ?)`,
      [handle, viewer, viewer],
    );
    if (text !== null)
      await manager.query(
        'INSERT OR REPLACE INTO viewer_handles (handle_id, viewer_id, text, changed_at) VALUES (?, ?, ?, ?)',
        [handle, viewer, text, at],
      );
  }
}

function withDraft(world: World, id: string, body: HandleBody): World {
  const { queue } = world;
  const handles = (): readonly (HandleBody & { readonly id: string })[] => [
    ...queue.handles().filter((each) => each.id !== id),
    { ...body, id },
  ];
  return { ...world, queue: { ...queue, handles } };
}
