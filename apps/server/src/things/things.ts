import type { Actor } from '@gully/core/actors';
import type { BodyOf } from '@gully/core/bundles';
import type { World } from '@gully/core/channel';
import type { Faults } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { ThingKind, ThingShape } from '@gully/core/things';
import { newId, type EntityManager, type Pause } from '../database/index.js';
import { makeValidation, Problem } from '../problem/index.js';
import type { OnModuleInit } from '@nestjs/common';
import { wholeKindOf, type ThingsDeclared, type Head, type WholeKind } from './declared.js';
import type { ThingParts } from './parts.js';
import { Saving } from './saving.js';
import type { ThingVersion } from './versions.js';

/** What may be done to several things at once. */
export type Several =
  | { readonly change: 'restore' }
  | { readonly change: 'delete' | 'step-back' }
  | { readonly change: 'switch'; readonly on: boolean }
  /** @param part what they have in common from now on, as it came in; of what itself has parts, only those given */
  | { readonly change: 'set'; readonly part: object };

/**
 * Named, versioned things of one kind: made, changed, taken a step back, deleted and put back.
 * Each change is checked against all others, on disk with its version before it is answered,
 * and told to pages and the activity. What is a kind's own, an area declares.
 */
export class Things<K extends ThingKind, Stored extends Head> implements OnModuleInit {
  readonly kind: K;
  readonly shape: ThingShape<BodyOf[K]>;
  protected readonly saving: Saving<K, Stored>;
  private readonly of: WholeKind<K, Stored>;

  constructor(
    protected readonly parts: ThingParts,
    declared: ThingsDeclared<K, Stored>,
  ) {
    this.of = wholeKindOf(declared);
    this.kind = this.of.kind;
    this.shape = this.of.shape;
    this.saving = new Saving(this.of, parts);
    parts.all.add(this);
    parts.references.add(this.kind, {
      has: (id) => this.find(id) !== undefined,
      nameOf: (id) => {
        const stored = this.find(id);
        return stored === undefined ? undefined : this.nameOf(stored);
      },
    });
    parts.references.addUsers(() =>
      this.all().map((stored) => ({
        kind: this.kind,
        id: stored.id,
        name: this.titleOf(stored),
        references: this.shape.referencesOf(this.bodyOf(stored)),
      })),
    );
  }

  async onModuleInit(): Promise<void> {
    const kept = await this.of.kept();
    if (kept.length > 0) this.saving.take(kept);
  }

  /** All there are, in the order of their names; another list after each change. */
  all(): readonly Stored[] {
    return this.of.store.all();
  }

  find(id: string): Stored | undefined {
    return this.of.store.find(id);
  }

  /** What a person wrote of one. */
  bodyOf(stored: Stored): BodyOf[K] {
    return this.of.bodyOf(stored);
  }

  /** What people call it. */
  titleOf(stored: Stored): string {
    return this.of.titleOf(stored);
  }

  /** True for what comes with Gully and is the same everywhere, so that bundles need not carry it. */
  isGiven(id: string): boolean {
    return this.of.isGiven(id);
  }

  /** The channel with a draft in force in place of the thing of its id, its own or one that no thing has. Only read. */
  inForce(world: World, id: string, body: BodyOf[K]): World {
    return this.of.inForce(world, id, body);
  }

  /** Calls `listener` with those that were read at the start, made, changed, deleted or put back. */
  subscribe(listener: (things: readonly Stored[]) => void): void {
    this.saving.taken.add(listener);
  }

  named(name: string): Stored | undefined {
    const wanted = foldedName(name);
    return this.all().find((each) => foldedName(this.nameOf(each)) === wanted);
  }

  /** The same for many names, of all there are now. */
  allNamed(): (name: string) => Stored | undefined {
    // Of several with one name, the first.
    const byName = new Map(
      this.all()
        .toReversed()
        .map((each) => [foldedName(this.nameOf(each)), each]),
    );
    return (name) => byName.get(foldedName(name));
  }

  /** Reads what someone is editing. @throws Problem 422 with the faults by their places, `at` before each */
  async readDraft(given: object, at: string): Promise<BodyOf[K]> {
    try {
      const metatype = this.of.bodyShape;
      return this.of.readBody(
        (await makeValidation().transform(given, { type: 'body', metatype })) as object,
      );
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      const faults = Object.entries(error.details.fields ?? {}).map(([place, words]) => [at + place, words]);
      throw new Problem(422, error.title, error.detail, { fields: Object.fromEntries(faults) as Faults });
    }
  }

  /** What came in, checked by its shape, as what a person wrote. */
  readBody(given: object): BodyOf[K] {
    return this.of.readBody(given);
  }

  /** Its versions that are kept, the newest first, each as it could be saved today. */
  async versionsOf(id: string): Promise<ThingVersion[]> {
    this.require(id);
    const all = await this.parts.versions.all(this.kind, id);
    return all.map((each) => ({ ...each, body: this.of.completed(each.body as Partial<BodyOf[K]>) }));
  }

  create(body: BodyOf[K], actor: Actor): Promise<Stored> {
    return this.parts.queue.alone(async () => {
      this.saving.leaveRoom(1);
      return this.saveOne(this.nextOf(newId(), await this.of.tidied(body), Date.now()), 'added', actor);
    });
  }

  /** @param version the one the change was made on */
  change(id: string, body: BodyOf[K], version: number, actor: Actor): Promise<Stored> {
    return this.parts.queue.alone(async () => {
      const before = this.requireVersion(id, version);
      return this.saveOne(this.next(before, await this.of.tidied(body)), 'changed', actor);
    });
  }

  /** Goes back to what it was before its last change; that too is a change. */
  stepBack(id: string, version: number, actor: Actor): Promise<Stored> {
    return this.parts.queue.alone(async () => {
      const before = await this.steppedBack(this.requireVersion(id, version));
      await this.saving.save([before], 'put back', actor);
      return before;
    });
  }

  async remove(id: string, actor: Actor): Promise<void> {
    await this.several([id], { change: 'delete' }, actor);
  }

  /** Puts a deleted one back as it was. */
  async restore(id: string, actor: Actor): Promise<Stored> {
    await this.several([id], { change: 'restore' }, actor);
    return this.require(id);
  }

  /** The same for several at once: all of them or none. */
  several(ids: readonly string[], how: Several, actor: Actor): Promise<void> {
    return this.parts.queue.alone(async () => {
      if (how.change === 'restore') return this.saving.save(await this.putBack(ids), 'put back', actor);
      const { become, verb } = this.changing(how);
      const things = await Promise.all(ids.map(async (id) => become(this.require(id))));
      return this.saving.save(things, verb, actor);
    });
  }

  /** @throws Problem 404 */
  require(id: string): Stored {
    const stored = this.find(id);
    const { one } = this.of.words;
    if (stored === undefined)
      throw new Problem(
        404,
        `There is no such ${one}`,
        `It was deleted. Your draft is kept in this browser; save it as a new ${one}.`,
      );
    return stored;
  }

  /** Checks things that come together. @throws Problem 422 naming which, and what is wrong */
  async checkTogether(things: readonly Stored[], pause: Pause): Promise<void> {
    this.saving.leaveRoom(things.filter(({ id }) => this.find(id) === undefined).length);
    await this.saving.check(things, {}, { several: true, pause });
  }

  /** Writes things with their versions, within the caller's write. */
  write(manager: EntityManager, things: readonly Stored[], actor: Actor): Promise<void> {
    return this.saving.write(manager, things, actor);
  }

  /** Takes over what `write` brought to disk, and tells pages. */
  accept(things: readonly Stored[]): void {
    this.saving.accept(things);
  }

  /** The next version of what is there, or the first of what is not. @param id its own, or a new one */
  nextOf(id: string, body: BodyOf[K], changedAt: number): Stored {
    const before = this.find(id);
    const version = (before?.version ?? 0) + 1;
    return this.of.made(body, { id, version, changedAt, deletedAt: null }, before);
  }

  /** The same, deleted or put back. @throws Problem for one that stays */
  withDeletedAt(stored: Stored, deletedAt: number | null): Stored {
    return this.of.withDeletedAt(stored, deletedAt);
  }

  protected next({ id }: Stored, body: BodyOf[K]): Stored {
    return this.nextOf(id, body, Date.now());
  }

  protected async saveOne(stored: Stored, verb: string, actor: Actor): Promise<Stored> {
    await this.saving.save([stored], verb, actor, this.parts.references);
    return stored;
  }

  private nameOf(stored: Stored): string {
    return this.shape.nameOf(this.bodyOf(stored));
  }

  /** What one of several becomes, and what was done to them. */
  private changing(how: Exclude<Several, { readonly change: 'restore' }>): {
    readonly become: (before: Stored) => Stored | Promise<Stored>;
    readonly verb: string;
  } {
    const deletedAt = Date.now();
    switch (how.change) {
      case 'delete':
        return { become: (before) => this.withDeletedAt(before, deletedAt), verb: 'deleted' };
      case 'step-back':
        return { become: (before) => this.steppedBack(before), verb: 'put back' };
      case 'set':
        return { become: (before) => this.with(how.part, before), verb: 'changed' };
      case 'switch':
        return {
          become: (before) => this.next(before, { ...this.bodyOf(before), enabled: how.on }),
          verb: how.on ? 'switched on' : 'switched off',
        };
    }
  }

  /** The same with a part of what a person wrote changed. */
  private async with(part: object, before: Stored): Promise<Stored> {
    const now = this.bodyOf(before) as object as Record<string, unknown>;
    const changed = Object.entries(part).map(([key, value]) => {
      const whole = isRecord(value) && isRecord(now[key]) ? { ...now[key], ...value } : (value as unknown);
      return [key, whole] as const;
    });
    const body = await this.readDraft({ ...now, ...Object.fromEntries(changed) }, '');
    return this.next(before, await this.of.tidied(body));
  }

  private async putBack(ids: readonly string[]): Promise<Stored[]> {
    const gone = ids.filter((id) => this.find(id) === undefined);
    this.saving.leaveRoom(gone.length);
    const deleted = await this.of.store.onDisk(gone);
    if (deleted.length < gone.length)
      throw new Problem(
        404,
        `There is no such ${this.of.words.one}`,
        'It was never saved here. Nothing was put back.',
      );
    return deleted.map((stored) => this.withDeletedAt(stored, null));
  }

  private async steppedBack(before: Stored): Promise<Stored> {
    const { id, version } = before;
    const body = await this.parts.versions.find(this.kind, id, version - 1);
    if (body === undefined)
      throw new Problem(
        409,
        'There is nothing to go back to',
        version === 1
          ? `This is the first version of the ${this.of.words.one}.`
          : 'The version before is not kept any more.',
      );
    return this.next(before, this.of.completed(body as Partial<BodyOf[K]>));
  }

  private requireVersion(id: string, version: number): Stored {
    const stored = this.require(id);
    if (stored.version === version) return stored;
    throw new Problem(
      409,
      `Someone else saved this ${this.of.words.one} in the meantime`,
      'Nothing was overwritten. Your draft is kept; choose which one holds.',
      { current: this.of.current(stored) },
    );
  }
}

function isRecord(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function foldedName(name: string): string {
  return foldName(name.trim());
}
