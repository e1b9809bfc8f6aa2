import { Injectable, type Type } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { THINGS, type BodyOf } from '@gully/core/bundles';
import type { World } from '@gully/core/channel';
import type { Faults, Surroundings } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { ThingKind, ThingShape } from '@gully/core/things';
import { ActivityService } from '../activity/index.js';
import { breather, Database, newId, pauseIn, type EntityManager, type Pause } from '../database/index.js';
import { NewsService } from '../news/index.js';
import { makeValidation, Problem } from '../problem/index.js';
import { JobQueue } from '../jobs/index.js';
import { AllThings } from './all-things.js';
import { References } from './references.js';
import { VERSIONS_KEPT, Versions, writeVersion, type ThingVersion } from './versions.js';

/** What is kept beside what a person wrote. */
export interface Head {
  readonly id: string;
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
}

/** What all kinds of things use of the server. */
@Injectable()
export class ThingParts {
  constructor(
    readonly database: Database,
    readonly queue: JobQueue,
    readonly news: NewsService,
    readonly activity: ActivityService,
    readonly versions: Versions,
    readonly references: References,
    readonly all: AllThings,
  ) {}
}

/** What may be done to several things at once. */
export type Several =
  | { readonly change: 'delete' | 'restore' | 'step-back' }
  | { readonly change: 'switch'; readonly on: boolean }
  /** @param part what they have in common from now on, as it came in; of what itself has parts, only those given */
  | { readonly change: 'set'; readonly part: object };

/**
 * Named, versioned things of one kind: made, changed, taken a step back, deleted and put back.
 * Each change is checked against all others, on disk with its version before it is answered,
 * and told to pages and the activity. An area brings what is its own.
 */
export abstract class Things<K extends ThingKind, Stored extends Head> {
  readonly shape: ThingShape<BodyOf[K]>;
  /** how many a channel may have */
  protected abstract readonly most: number;

  constructor(
    readonly kind: K,
    protected readonly parts: ThingParts,
  ) {
    this.shape = THINGS[kind];
    parts.references.add(kind, {
      has: (id) => this.find(id) !== undefined,
      nameOf: (id) => {
        const stored = this.find(id);
        return stored === undefined ? undefined : this.shape.nameOf(this.bodyOf(stored));
      },
    });
    parts.all.add(this);
    parts.references.addUsers(() =>
      this.all().map((stored) => {
        const body = this.bodyOf(stored);
        const { id } = stored;
        return { kind, id, name: this.titleOf(stored), references: this.shape.referencesOf(body) };
      }),
    );
  }

  /** What they are called in a sentence. */
  private get words(): { readonly one: string; readonly many: string } {
    const { one, many } = this.shape;
    return { one: one.replace('-', ' '), many: many.replace('-', ' ') };
  }

  /** All there are, in the order of their names. */
  abstract all(): readonly Stored[];
  abstract find(id: string): Stored | undefined;
  abstract bodyOf(stored: Stored): BodyOf[K];
  /** @param before the same thing as it is now, if it is not new */
  abstract made(body: BodyOf[K], head: Head, before: Stored | undefined): Stored;
  /** what comes in when one is saved */
  protected abstract readonly bodyShape: Type<object>;
  /** @param given what came in, checked by its shape */
  abstract readBody(given: object): BodyOf[K];
  /**
   * The channel with a draft in force in place of the thing of its id. Only read.
   *
   * @param id its own, or one that no thing has
   */
  abstract inForce(world: World, id: string, body: BodyOf[K]): World;
  /** What a person wrote, as it is kept. */
  protected abstract tidied(body: BodyOf[K]): BodyOf[K] | Promise<BodyOf[K]>;
  /** @param together what is saved with it, itself among them */
  protected abstract faultsOf(
    stored: Stored,
    together: readonly Stored[],
    about: Surroundings,
  ): Faults | Promise<Faults>;
  /** A version read again, with what could not be written then. */
  protected abstract completed(body: Partial<BodyOf[K]>): BodyOf[K];
  protected abstract deleted(ids: readonly string[]): Promise<readonly Stored[]>;
  protected abstract writeRows(manager: EntityManager, things: readonly Stored[]): Promise<void>;
  /** Takes over what was just written. */
  protected abstract put(things: readonly Stored[]): void;
  /** What a page is shown when someone else saved first. */
  protected abstract current(stored: Stored): object;

  /** How many versions of one are kept. */
  protected versionsKept(_body: BodyOf[K]): number {
    return VERSIONS_KEPT;
  }

  /** True for what comes with Gully and is the same everywhere, so that bundles need not carry it. */
  isGiven(_id: string): boolean {
    return false;
  }

  /** What people call it. */
  titleOf(stored: Stored): string {
    return this.shape.nameOf(this.bodyOf(stored));
  }

  named(name: string): Stored | undefined {
    const wanted = foldedName(name);
    return this.all().find((each) => foldedName(this.shape.nameOf(this.bodyOf(each))) === wanted);
  }

  /** The same for many names, of all there are now. */
  allNamed(): (name: string) => Stored | undefined {
    // Of several with one name, the first.
    const byName = new Map(
      this.all()
        .toReversed()
        .map((each) => [foldedName(this.shape.nameOf(this.bodyOf(each))), each]),
    );
    return (name) => byName.get(foldedName(name));
  }

  /** Reads what someone is editing. @throws Problem 422 with the faults by their places, `at` before each */
  async readDraft(given: object, at: string): Promise<BodyOf[K]> {
    try {
      const pipe = makeValidation();
      return this.readBody(
        (await pipe.transform(given, { type: 'body', metatype: this.bodyShape })) as object,
      );
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      const faults = Object.entries(error.details.fields ?? {}).map(([place, words]) => [at + place, words]);
      throw new Problem(422, error.title, error.detail, { fields: Object.fromEntries(faults) as Faults });
    }
  }

  /** Its versions that are kept, the newest first, each as it could be saved today. */
  async versionsOf(id: string): Promise<ThingVersion[]> {
    this.require(id);
    const all = await this.parts.versions.all(this.kind, id);
    return all.map((each) => ({ ...each, body: this.completed(each.body as Partial<BodyOf[K]>) }));
  }

  create(body: BodyOf[K], actor: Actor): Promise<Stored> {
    return this.parts.queue.alone(async () => {
      this.leaveRoom(1);
      const head = { id: newId(), version: 1, changedAt: Date.now(), deletedAt: null };
      return this.saveOne(this.made(await this.tidied(body), head, undefined), 'added', actor);
    });
  }

  /** @param version the one the change was made on */
  change(id: string, body: BodyOf[K], version: number, actor: Actor): Promise<Stored> {
    return this.parts.queue.alone(async () => {
      const before = this.requireVersion(id, version);
      return this.saveOne(this.next(before, await this.tidied(body)), 'changed', actor);
    });
  }

  /** Goes back to what it was before its last change; that too is a change. */
  stepBack(id: string, version: number, actor: Actor): Promise<Stored> {
    return this.parts.queue.alone(async () => {
      const before = await this.steppedBack(this.requireVersion(id, version));
      await this.save([before], 'put back', actor);
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
      const deletedAt = Date.now();
      switch (how.change) {
        case 'restore':
          return this.save(await this.putBack(ids), 'put back', actor);
        case 'delete':
          return this.save(
            ids.map((id) => this.withDeletedAt(this.require(id), deletedAt)),
            'deleted',
            actor,
          );
        case 'step-back':
          return this.save(
            await Promise.all(ids.map((id) => this.steppedBack(this.require(id)))),
            'put back',
            actor,
          );
        case 'set':
          return this.save(
            await Promise.all(ids.map((id) => this.with(how.part, this.require(id)))),
            'changed',
            actor,
          );
        case 'switch':
          return this.save(
            ids.map((id) => {
              const before = this.require(id);
              return this.next(before, { ...this.bodyOf(before), enabled: how.on });
            }),
            how.on ? 'switched on' : 'switched off',
            actor,
          );
      }
    });
  }

  require(id: string): Stored {
    const stored = this.find(id);
    const { one } = this.words;
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
    this.leaveRoom(things.filter(({ id }) => this.find(id) === undefined).length);
    await this.check(things, {}, { several: true, pause });
  }

  /** Writes things with their versions, within the caller's write. */
  async write(manager: EntityManager, things: readonly Stored[], actor: Actor): Promise<void> {
    await this.writeRows(manager, things);
    const pause = pauseIn(manager);
    for (const stored of things) {
      if (stored.deletedAt === null) await this.writeVersionOf(manager, stored, actor);
      await pause();
    }
  }

  private writeVersionOf(manager: EntityManager, stored: Stored, actor: Actor): Promise<void> {
    const body = this.bodyOf(stored);
    return writeVersion(manager, this.kind, stored, body, actor, this.versionsKept(body));
  }

  /** Takes over what `write` brought to disk, and tells pages. */
  accept(things: readonly Stored[]): void {
    this.put(things);
    this.parts.news.publish('thing', { of: this.kind, ids: things.map(({ id }) => id) });
  }

  /** The next version of what is there, or the first of what is not. @param id its own, or a new one */
  nextOf(id: string, body: BodyOf[K], changedAt: number): Stored {
    const before = this.find(id);
    return this.made(body, { id, version: (before?.version ?? 0) + 1, changedAt, deletedAt: null }, before);
  }

  protected next(before: Stored, body: BodyOf[K]): Stored {
    return this.nextOf(before.id, body, Date.now());
  }

  /** The same, deleted or put back. A kind whose things are of a class makes a copy of its own. */
  withDeletedAt(stored: Stored, deletedAt: number | null): Stored {
    return { ...stored, deletedAt };
  }

  protected async saveOne(stored: Stored, verb: string, actor: Actor): Promise<Stored> {
    await this.save([stored], verb, actor, this.parts.references);
    return stored;
  }

  /** @param about what there is to refer to; not asked where nobody changed what is referred to */
  private async save(
    things: readonly Stored[],
    verb: string,
    actor: Actor,
    about: Surroundings = {},
  ): Promise<void> {
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
    const { one, many } = this.words;
    const subject = things.length === 1 ? this.titleOf(first) : `${String(things.length)} ${many}`;
    const alone = things.length === 1;
    this.parts.activity.record(
      'changed',
      subject,
      alone ? `${verb} (a ${one})` : verb,
      actor,
      alone ? { kind: this.kind, id: first.id } : undefined,
    );
  }

  private async check(
    things: readonly Stored[],
    about: Surroundings,
    { several = things.length > 1, pause = breather() }: { several?: boolean; pause?: Pause } = {},
  ): Promise<void> {
    for (const stored of things) {
      await pause();
      const faults = await this.faultsOf(stored, things, about);
      const words = Object.values(faults);
      if (words.length === 0) continue;
      throw new Problem(
        422,
        several ? 'Nothing was changed' : `The ${this.words.one} is not saved`,
        several
          ? `${this.titleOf(stored)}: ${words.join('. ')}. None of them was changed.`
          : `${words.join('. ')}. Your draft is kept.`,
        { fields: faults },
      );
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
    return this.next(before, await this.tidied(body));
  }

  private async putBack(ids: readonly string[]): Promise<Stored[]> {
    const gone = ids.filter((id) => this.find(id) === undefined);
    this.leaveRoom(gone.length);
    const deleted = await this.deleted(gone);
    const { one } = this.words;
    if (deleted.length < gone.length)
      throw new Problem(404, `There is no such ${one}`, 'It was never saved here. Nothing was put back.');
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
          ? `This is the first version of the ${this.words.one}.`
          : 'The version before is not kept any more.',
      );
    return this.next(before, this.completed(body as Partial<BodyOf[K]>));
  }

  private leaveRoom(more: number): void {
    const { many } = this.words;
    if (this.all().length + more > this.most)
      throw new Problem(
        409,
        `There are too many ${many}`,
        `A channel has at most ${String(this.most)}. Delete some first.`,
      );
  }

  private requireVersion(id: string, version: number): Stored {
    const stored = this.require(id);
    if (stored.version === version) return stored;
    throw new Problem(
      409,
      `Someone else saved this ${this.words.one} in the meantime`,
      'Nothing was overwritten. Your draft is kept; choose which one holds.',
      { current: this.current(stored) },
    );
  }
}

function isRecord(value: unknown): value is object {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

function foldedName(name: string): string {
  return foldName(name.trim());
}
