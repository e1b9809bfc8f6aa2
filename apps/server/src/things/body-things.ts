import type { OnModuleInit } from '@nestjs/common';
import type { BodyOf } from '@gully/core/bundles';
import type { ThingKind } from '@gully/core/things';
import { Column, In, IsNull, PrimaryColumn } from 'typeorm';
import type { EntityManager } from '../database/index.js';
import { ThingParts, Things, type Head } from './things.js';

/** A thing whose body is kept as JSON. Times are UTC milliseconds. */
export abstract class BodyRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('text') body!: string;
  @Column('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
}

/** A thing with what a person wrote of it. */
export type Bodied<K extends ThingKind> = Head & BodyOf[K];

/** Things that are no more than what a person wrote of them: all in memory, and each a row with its body as JSON. */
export abstract class BodyThings<K extends ThingKind> extends Things<K, Bodied<K>> implements OnModuleInit {
  private readonly byId = new Map<string, Bodied<K>>();
  private sorted: readonly Bodied<K>[] = [];

  constructor(
    kind: K,
    parts: ThingParts,
    private readonly row: new () => BodyRow,
    /** one that nobody wrote anything of yet; what a stored one leaves out is as here */
    private readonly blank: BodyOf[K],
  ) {
    super(kind, parts);
  }

  async onModuleInit(): Promise<void> {
    const rows = await this.parts.database.read.findBy(this.row, { deletedAt: IsNull() });
    this.put(rows.map((row) => this.readRow(row)));
  }

  /** In the order of their names; another list after each change. */
  all(): readonly Bodied<K>[] {
    return this.sorted;
  }
  find(id: string): Bodied<K> | undefined {
    return this.byId.get(id);
  }
  bodyOf(thing: Bodied<K>): BodyOf[K] {
    return this.shape.bodyOf(thing);
  }
  made(body: BodyOf[K], head: Head): Bodied<K> {
    const { id, version, changedAt, deletedAt } = head;
    return { ...this.shape.bodyOf(body), id, version, changedAt, deletedAt };
  }
  readBody(given: object): BodyOf[K] {
    return this.shape.bodyOf(given as BodyOf[K]);
  }

  protected tidied(body: BodyOf[K]): BodyOf[K] {
    return this.shape.named(body, this.shape.nameOf(body).trim());
  }
  protected completed(body: Partial<BodyOf[K]>): BodyOf[K] {
    return this.shape.bodyOf({ ...this.blank, ...body });
  }
  protected async deleted(ids: readonly string[]): Promise<Bodied<K>[]> {
    const rows = await this.parts.database.read.findBy(this.row, { id: In([...ids]) });
    return rows.map((row) => this.readRow(row));
  }
  protected async writeRows(manager: EntityManager, things: readonly Bodied<K>[]): Promise<void> {
    for (const thing of things) await this.writeRow(manager, thing);
  }
  protected put(things: readonly Bodied<K>[]): void {
    for (const thing of things) {
      if (thing.deletedAt === null) this.byId.set(thing.id, thing);
      else this.byId.delete(thing.id);
    }
    const nameOf = (thing: Bodied<K>): string => this.shape.nameOf(thing);
    this.sorted = [...this.byId.values()].sort((a, b) => nameOf(a).localeCompare(nameOf(b)));
  }
  protected current(thing: Bodied<K>): object {
    return { ...this.bodyOf(thing), id: thing.id, version: thing.version };
  }
  /** The others, with those that come together with it. */
  protected othersOf({ id }: Head, together: readonly Bodied<K>[]): Bodied<K>[] {
    const coming = new Set([id, ...together.map((each) => each.id)]);
    return [
      ...this.sorted.filter((each) => !coming.has(each.id)),
      ...together.filter((each) => each.id !== id),
    ];
  }

  private async writeRow(manager: EntityManager, thing: Bodied<K>): Promise<void> {
    const { id, version, changedAt, deletedAt } = thing;
    const body = this.bodyOf(thing);
    const name = this.shape.nameOf(body);
    await manager.save(this.row, { id, name, body: JSON.stringify(body), version, changedAt, deletedAt });
  }

  /** What cannot be read of a row is as for a new one. */
  private readRow({ id, name, body, version, changedAt, deletedAt }: BodyRow): Bodied<K> {
    return { ...this.completed(this.readJson(body, name)), id, version, changedAt, deletedAt };
  }

  private readJson(body: string, name: string): Partial<BodyOf[K]> {
    try {
      return JSON.parse(body) as Partial<BodyOf[K]>;
    } catch {
      return this.shape.named(this.blank, name);
    }
  }
}
