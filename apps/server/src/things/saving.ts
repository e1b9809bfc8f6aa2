import type { Actor } from '@gully/core/actors';
import type { Surroundings } from '@gully/core/routines';
import type { ThingKind } from '@gully/core/things';
import { breather, pauseIn, type EntityManager, type Pause } from '../database/index.js';
import { Problem } from '../problem/index.js';
import { Listeners } from '../signals/index.js';
import type { CheckedAgainst, Head, WholeKind } from './declared.js';
import type { ThingParts } from './parts.js';
import { writeVersion } from './versions.js';

/** Brings things of one kind to disk: checked, with their versions, and told to pages and the activity. */
export class Saving<K extends ThingKind, Stored extends Head> {
  /** told of what was taken over: at the start, and whenever some were made, changed, deleted or put back */
  readonly taken = new Listeners<[things: readonly Stored[]]>();

  constructor(
    private readonly of: WholeKind<K, Stored>,
    private readonly parts: ThingParts,
  ) {}

  /** @param about what there is to refer to; not asked where no one changed what is referred to */
  async save(things: readonly Stored[], verb: string, actor: Actor, about: Surroundings = {}): Promise<void> {
    const pause = breather();
    await this.check(
      things.filter(({ deletedAt }) => deletedAt === null),
      about,
      { pause },
    );
    await pause();
    await this.parts.database.write((manager) => this.write(manager, things, actor));
    this.accept(things);
    const [first] = things;
    if (first === undefined) return;
    const { one, many } = this.of.words;
    if (things.length > 1)
      this.parts.activity.record('changed', `${String(things.length)} ${many}`, verb, actor);
    else
      this.parts.activity.record('changed', this.of.titleOf(first), `${verb} (a ${one})`, actor, {
        kind: this.of.kind,
        id: first.id,
      });
  }

  /** @throws Problem 422 naming which, and what is wrong */
  async check(
    things: readonly Stored[],
    about: Surroundings,
    { several = things.length > 1, pause = breather() }: { several?: boolean; pause?: Pause } = {},
  ): Promise<void> {
    for (const stored of things) {
      await pause();
      const faults = await this.of.faultsOf(stored, this.around(stored, things, about));
      const words = Object.values(faults);
      if (words.length === 0) continue;
      throw new Problem(
        422,
        several ? 'Nothing was changed' : `The ${this.of.words.one} is not saved`,
        several
          ? `${this.of.titleOf(stored)}: ${words.join('. ')}. None of them was changed.`
          : `${words.join('. ')}. Your draft is kept.`,
        { fields: faults },
      );
    }
  }

  /** Writes things with their versions, within the caller's write. */
  async write(manager: EntityManager, things: readonly Stored[], actor: Actor): Promise<void> {
    await this.of.store.write(manager, things);
    const pause = pauseIn(manager);
    for (const stored of things) {
      if (stored.deletedAt === null) {
        const body = this.of.bodyOf(stored);
        await writeVersion(manager, this.of.kind, stored, body, actor, this.of.versionsKept(body));
      }
      await pause();
    }
  }

  /** Takes over what `write` brought to disk, and tells pages. */
  accept(things: readonly Stored[]): void {
    this.take(things);
    this.parts.news.publish('thing', { of: this.of.kind, ids: things.map(({ id }) => id) });
  }

  /** Takes over what is on disk. */
  take(things: readonly Stored[]): void {
    this.of.store.put(things);
    this.taken.tell(things);
  }

  /** @throws Problem 409 where a channel would have more than it may */
  leaveRoom(more: number): void {
    if (this.of.store.all().length + more > this.of.most)
      throw new Problem(
        409,
        `There are too many ${this.of.words.many}`,
        `A channel has at most ${String(this.of.most)}. Delete some first.`,
      );
  }

  private around({ id }: Stored, together: readonly Stored[], about: Surroundings): CheckedAgainst<Stored> {
    const others = (): readonly Stored[] => {
      const coming = new Set([id, ...together.map((each) => each.id)]);
      return [
        ...this.of.store.all().filter((each) => !coming.has(each.id)),
        ...together.filter((each) => each.id !== id),
      ];
    };
    return { together, others, about };
  }
}
