import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { THINGS, type ItemKind } from '@gully/core/bundles';
import type { ThingKind } from '@gully/core/things';
import { ActivityService } from '../activity/index.js';
import { Database } from '../database/index.js';
import { BundleImportRow } from './rows.js';
import { Problem } from '../problem/index.js';
import { JobQueue } from '../jobs/index.js';
import { AllThings, type AnyBody } from '../things/index.js';
import type { Brought } from './importing.js';

/** What an import changed, for taking it back, by kind. It is kept as JSON. */
export type Undo = Partial<Record<ItemKind, readonly Replaced[]>>;
interface Replaced {
  readonly id: string;
  /** the one the import gave it */
  readonly version: number;
  /** what was there before; null for what was added */
  readonly before: AnyBody | null;
}

/** Takes an import back: what it added goes, what it replaced is as it was. */
@Injectable()
export class Undoing {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly things: AllThings,
    private readonly activity: ActivityService,
  ) {}

  /** What is in the way of what is brought, to be put back later. */
  before(brought: Brought): Undo {
    return Object.fromEntries(
      brought.map(({ kind, things }) => {
        const ours = this.things.of(kind);
        return [
          ours.shape.many,
          things.map(({ id, version }): Replaced => {
            const stored = ours.find(id);
            return { id, version, before: stored === undefined ? null : ours.bodyOf(stored) };
          }),
        ];
      }),
    );
  }

  undo(id: string, actor: Actor): Promise<void> {
    return this.queue.alone(async () => {
      const row = await this.database.read.findOneBy(BundleImportRow, { id });
      if (row?.undoneAt !== null)
        throw new Problem(404, 'There is no such import', 'It may have been undone already.');
      const back = this.wayBack(JSON.parse(row.undo) as Undo);
      await this.database.write(async (manager) => {
        await manager.update(BundleImportRow, { id }, { undoneAt: Date.now() });
        for (const { kind, things } of back) await this.things.of(kind).write(manager, things, actor);
      });
      for (const { kind, things } of back) this.things.of(kind).accept(things);
      this.activity.record('changed', row.title, 'import undone', actor);
    });
  }

  /** @throws Problem 409 when something it brought was changed since */
  private wayBack(undo: Undo): Brought {
    const now = Date.now();
    const replaced = this.things.inOrder().map((things) => ({ things, each: undo[things.shape.many] ?? [] }));
    const changed = replaced.flatMap(({ things, each }) =>
      each.filter(({ id, version }) => things.find(id)?.version !== version),
    );
    if (changed.length > 0)
      throw new Problem(
        409,
        'It was not undone',
        `${String(changed.length)} of what it brought were changed or deleted since. Nothing was changed; go back one version in each of them instead.`,
      );
    return replaced.map(({ things, each }) => ({
      kind: things.kind,
      things: each.map(({ id, before }) =>
        before === null
          ? things.withDeletedAt(things.require(id), now)
          : things.nextOf(id, readBefore(things.kind, before), now),
      ),
    }));
  }
}

/** An earlier Gully kept the lines of a list as one text. */
function readBefore(kind: ThingKind, before: AnyBody): AnyBody {
  if (kind !== THINGS.list.one || !('text' in before)) return before;
  const { name, text } = before;
  return { name, lines: text.split('\n') };
}
