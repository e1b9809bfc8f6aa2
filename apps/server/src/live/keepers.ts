import { Injectable, type OnApplicationBootstrap } from '@nestjs/common';
import { type Change, SLICES } from '@gully/core/channel';
import { breathe, type EntityManager } from '../database/index.js';

type Kind = Change['kind'];
export type ChangeOf<K extends Kind> = Extract<Change, { readonly kind: K }>;

/** Who has the live state that changes of some kinds concern, in memory and on disk. */
export interface Keeper<K extends Kind> {
  readonly kinds: readonly K[];
  /** Takes a change into account at once, so that the next message of the same moment meets it. */
  apply(change: ChangeOf<K>): void;
  /** Writes changes down, within the caller's write. */
  write(manager: EntityManager, changes: readonly ChangeOf<K>[]): Promise<void>;
  /** They are on disk: pages are told, and what waited for it goes on. */
  written?(changes: readonly ChangeOf<K>[]): void;
  /** Reads again what is on disk, after a write failed. */
  reload(): Promise<void>;
  /** Takes changes that concern thousands into account once they are on disk; left out, they are applied. */
  reread?(): Promise<void>;
  /** Reads again what hangs on viewers, where that is less than all of it. */
  reloadOfViewers?(): Promise<void>;
  /** it keeps these changes in memory alone, so that they need no write */
  readonly unstored?: true;
  /** whether what it keeps may change with viewers who are merged, erased or brought in from a file */
  readonly ofViewers: boolean;
}

/** All keepers. Each makes itself known while the server is put together; a kind without one prevents the start. */
@Injectable()
export class Keepers implements OnApplicationBootstrap {
  private readonly keepers: Keeper<Kind>[] = [];
  private readonly byKind = new Map<Kind, Keeper<Kind>>();
  private readonly followers = new Map<Kind, ((changes: readonly Change[]) => void)[]>();

  add<K extends Kind>(keeper: Keeper<K>): void {
    const known = keeper as unknown as Keeper<Kind>;
    for (const kind of keeper.kinds) {
      if (this.byKind.has(kind)) throw new Error(`two keepers for changes of the kind ${kind}`);
      this.byKind.set(kind, known);
    }
    this.keepers.push(known);
  }

  /** Is told of changes of a kind another area keeps, once they are on disk and its keeper knows. */
  follow<K extends Kind>(kind: K, follower: (changes: readonly ChangeOf<K>[]) => void): void {
    const followers = this.followers.get(kind) ?? [];
    this.followers.set(kind, [...followers, follower as (changes: readonly Change[]) => void]);
  }

  onApplicationBootstrap(): void {
    const without = Object.keys(SLICES).filter((kind) => !this.byKind.has(kind as Kind));
    if (without.length > 0) throw new Error(`no keeper for changes of the kinds ${without.join(', ')}`);
  }

  apply(changes: readonly Change[]): void {
    for (const change of changes) this.byKind.get(change.kind)?.apply(change);
  }

  /** Those that are to be written. */
  stored(changes: readonly Change[]): readonly Change[] {
    return changes.filter(({ kind }) => this.byKind.get(kind)?.unstored !== true);
  }

  async write(manager: EntityManager, changes: readonly Change[]): Promise<void> {
    for (const [keeper, some] of this.shared(changes)) await keeper.write(manager, some);
  }

  written(changes: readonly Change[]): void {
    for (const [keeper, some] of this.shared(changes)) keeper.written?.(some);
    for (const [kind, followers] of this.followers) {
      const some = changes.filter((change) => change.kind === kind);
      if (some.length > 0) for (const follower of followers) follower(some);
    }
  }

  async reload(): Promise<void> {
    for (const keeper of this.keepers) await keeper.reload();
  }

  /** The same of what may change with a viewer. */
  async reloadOfViewers(): Promise<void> {
    for (const keeper of this.keepers)
      if (keeper.ofViewers) {
        await (keeper.reloadOfViewers?.() ?? keeper.reload());
        await breathe();
      }
  }

  /** Takes changes into account that are on disk already, and may concern thousands each. */
  async appliedBroadly(changes: readonly Change[]): Promise<void> {
    for (const [keeper, some] of this.shared(changes))
      if (keeper.reread !== undefined) await keeper.reread();
      else for (const change of some) keeper.apply(change);
  }

  /** Each keeper's part of some changes, in the order they were made. */
  private shared(changes: readonly Change[]): Map<Keeper<Kind>, Change[]> {
    const parts = new Map<Keeper<Kind>, Change[]>();
    for (const change of changes) {
      const keeper = this.byKind.get(change.kind);
      if (keeper === undefined) continue;
      const part = parts.get(keeper);
      if (part === undefined) parts.set(keeper, [change]);
      else part.push(change);
    }
    return parts;
  }
}
