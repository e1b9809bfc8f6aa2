import type { RefusalReason } from '@gully/core/chat';
import type { RunEnding } from '@gully/core/news';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('runs')
export class RunRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') owner!: string;
  /** JSON */
  @Column('text') state!: string;
}

@Entity('run_log')
export class RunLogRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('integer', { name: 'ended_at', nullable: true }) endedAt!: number | null;
  @Column('text') owner!: string;
  @Column('text') title!: string;
  @Column('text') by!: string;
  @Column('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('text') viewer!: string;
  @Column('text') ended!: RunEnding;
  @Column('text') words!: string;
  /** JSON */
  @Column('text') checks!: string;
  /** of what was refused, for what kind of reason */
  @Column('text', { nullable: true }) reason!: RefusalReason | null;
}

export const RUNS_ROWS = [RunRow, RunLogRow] as const;
