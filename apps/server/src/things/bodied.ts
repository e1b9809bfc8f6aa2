import { THINGS, type BodyOf } from '@gully/core/bundles';
import type { ThingKind, ThingShape } from '@gully/core/things';
import { Column, In, IsNull, PrimaryColumn } from 'typeorm';
import type { Database } from '../database/index.js';
import type { ThingsDeclared, Head } from './declared.js';

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

type OfBodied<K extends ThingKind> = Pick<
  ThingsDeclared<K, Bodied<K>>,
  'kind' | 'kept' | 'store' | 'bodyOf' | 'made' | 'completed'
>;

/**
 * What there is to declare of things that are no more than what a person wrote of them: all in
 * memory, and each a row with its body as JSON.
 *
 * @param blank one that no one wrote anything of yet; what a stored one leaves out is as here
 */
export function bodied<K extends ThingKind>(
  kind: K,
  { database }: { readonly database: Database },
  row: new () => BodyRow,
  blank: BodyOf[K],
): OfBodied<K> {
  const shape: ThingShape<BodyOf[K]> = THINGS[kind];
  const byId = new Map<string, Bodied<K>>();
  let sorted: readonly Bodied<K>[] = [];
  const completed = (body: Partial<BodyOf[K]>): BodyOf[K] => shape.bodyOf({ ...blank, ...body });
  // What cannot be read of a row is as for a new one.
  const read = ({ id, name, body, version, changedAt, deletedAt }: BodyRow): Bodied<K> => {
    const written = readJson<BodyOf[K]>(body) ?? shape.named(blank, name);
    return { ...completed(written), id, version, changedAt, deletedAt };
  };
  return {
    kind,
    completed,
    bodyOf: (thing) => shape.bodyOf(thing),
    made: (body, { id, version, changedAt, deletedAt }) => ({
      ...shape.bodyOf(body),
      id,
      version,
      changedAt,
      deletedAt,
    }),
    kept: async () => (await database.read.findBy(row, { deletedAt: IsNull() })).map(read),
    store: {
      all: () => sorted,
      find: (id) => byId.get(id),
      onDisk: async (ids) => (await database.read.findBy(row, { id: In([...ids]) })).map(read),
      write: async (manager, things) => {
        for (const thing of things) {
          const { id, version, changedAt, deletedAt } = thing;
          const body = JSON.stringify(shape.bodyOf(thing));
          const name = shape.nameOf(thing);
          await manager.save(row, { id, name, body, version, changedAt, deletedAt });
        }
      },
      put: (things) => {
        for (const thing of things) {
          if (thing.deletedAt === null) byId.set(thing.id, thing);
          else byId.delete(thing.id);
        }
        sorted = [...byId.values()].sort((a, b) => shape.nameOf(a).localeCompare(shape.nameOf(b)));
      },
    },
  };
}

function readJson<Body>(text: string): Partial<Body> | undefined {
  try {
    return JSON.parse(text) as Partial<Body>;
  } catch {
    return undefined;
  }
}
