import type { Actor } from '@gully/core/actors';
import type { ActivityKind } from '@gully/core/news';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('activity')
export class ActivityRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text') kind!: ActivityKind;
  @Column('text') subject!: string;
  @Column('text') text!: string;
  /** who had it happen */
  @Column('text') actor!: Actor;
  /** what it is about, kind and id with a colon between */
  @Column('text', { nullable: true }) about!: string | null;
}

export const ACTIVITY_ROWS = [ActivityRow] as const;
