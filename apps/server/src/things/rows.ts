import type { Actor } from '@gully/core/actors';
import type { ThingKind } from '@gully/core/things';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

/** What a thing was, version by version. */
@Entity('versions')
export class VersionRow {
  @PrimaryColumn('text') of!: ThingKind;
  @PrimaryColumn('text') id!: string;
  @PrimaryColumn('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  /** who made it so */
  @Column('text') actor!: Actor;
  /** JSON of what a person wrote */
  @Column('text') body!: string;
}

export const THINGS_ROWS = [VersionRow] as const;
