import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { Bundle, ItemKind } from '@gully/core/bundles';
import { foldName } from '@gully/core/text';
import type { Reference, ThingKind } from '@gully/core/things';
import { ActivityService } from '../activity/index.js';
import { Database, newId, writeWithPause } from '../database/index.js';
import { BundleImportRow } from './rows.js';
import { BundleFiles } from './bundle-files.js';
import { JobQueue } from '../jobs/index.js';
import type { Task } from '../tasks/index.js';
import { AllThings, type AnyBody, type Head } from '../things/index.js';
import { Undoing } from './undoing.js';

/** What is to become of one thing in a bundle. */
export interface ImportChoice {
  readonly kind: ItemKind;
  /** its name in the bundle */
  readonly name: string;
  readonly action: 'take' | 'rename' | 'leave';
  /** for rename */
  readonly as: string;
}

/** Where one thing of a bundle goes. */
interface Placed {
  readonly body: AnyBody;
  /** its name in the bundle, by which others there refer to it */
  readonly called: string;
  /** empty for what is left out and not here */
  readonly id: string;
  readonly name: string;
  /** false when it is left as it is */
  readonly taken: boolean;
}

/** What a bundle brings, ready to be written; those that others refer to come first. */
export type Brought = readonly { readonly kind: ThingKind; readonly things: readonly Head[] }[];

const sum = (brought: Brought): number => brought.reduce((all, { things }) => all + things.length, 0);

/** Takes bundles in: all or nothing, with one undo. */
@Injectable()
export class Importing {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly things: AllThings,
    private readonly undoing: Undoing,
    private readonly files: BundleFiles,
    private readonly activity: ActivityService,
  ) {}

  /** @returns the import's id, for its undo, and how many things it changed */
  async take(
    given: Bundle,
    choices: readonly ImportChoice[],
    actor: Actor,
    task: Task,
  ): Promise<{ id: string; changed: number }> {
    // Reading pictures and sounds takes a while; nothing waits for it.
    const bundle = await this.files.takeIn(given);
    return this.queue.alone(async () => {
      const now = Date.now();
      const brought = this.broughtBy(this.placesOf(bundle, choices), now);
      task.begin('Checking', sum(brought));
      for (const { kind, things } of brought) await this.things.of(kind).checkTogether(things, task.step);
      const undo = JSON.stringify(this.undoing.before(brought));
      const id = newId();
      task.begin('Writing', sum(brought));
      await this.database.write((manager) =>
        writeWithPause(manager, task.step, async () => {
          await manager.insert(BundleImportRow, { id, at: now, title: bundle.title, undo, undoneAt: null });
          for (const { kind, things } of brought) await this.things.of(kind).write(manager, things, actor);
          task.check();
        }),
      );
      for (const { kind, things } of brought) this.things.of(kind).accept(things);
      const changed = sum(brought);
      this.activity.record('changed', bundle.title, `imported, ${String(changed)} things`, actor);
      return { id, changed };
    });
  }

  private placesOf(bundle: Bundle, choices: readonly ImportChoice[]): Map<ThingKind, Placed[]> {
    const chosen = new Map(choices.map((choice) => [`${choice.kind} ${choice.name}`, choice]));
    return new Map(
      this.things.inOrder().map((things) => {
        const { shape } = things;
        const named = things.allNamed();
        const bodies = bundle[shape.many] as readonly AnyBody[];
        const placed = bodies.map((body): Placed => {
          const called = shape.nameOf(body);
          const ours = named(called)?.id;
          const choice = chosen.get(`${shape.many} ${called}`);
          const action = choice?.action ?? 'take';
          const taken = action !== 'leave';
          if (action === 'rename')
            return { body, called, id: newId(), name: (choice?.as ?? '').trim(), taken };
          return { body, called, id: ours ?? (taken ? newId() : ''), name: called, taken };
        });
        return [things.kind, placed];
      }),
    );
  }

  private broughtBy(places: ReadonlyMap<ThingKind, readonly Placed[]>, now: number): Brought {
    // What is nowhere keeps its name, so that its place in the editor says what was meant.
    const idOf = ({ to, id: name }: Reference): string => {
      if (to === 'webhook') return name;
      const carried = places.get(to)?.find(({ called }) => foldName(called) === foldName(name.trim()));
      if (carried !== undefined && carried.id !== '') return carried.id;
      return this.things.of(to).named(name)?.id ?? name;
    };
    return this.things.inOrder().map((things) => {
      const { kind, shape } = things;
      const taken = (places.get(kind) ?? []).filter((each) => each.taken);
      return {
        kind,
        things: taken.map(({ body, id, name }) => {
          const named = shape.named(shape.portable(body), name);
          return things.nextOf(id, shape.withReferences(named, idOf), now);
        }),
      };
    });
  }
}
