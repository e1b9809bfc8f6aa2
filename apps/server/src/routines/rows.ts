import type { KeptSpan } from '@gully/core/routines';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

/** What is done, apart from what starts it. */
@Entity('routines')
export class RoutineRow {
  @PrimaryColumn('text') id!: string;
  /** JSON */
  @Column('text') steps!: string;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('text', { name: 'while_running' }) whileRunning!: 'beside' | 'turn' | 'skip';
  @Column('text', { name: 'after_restart' }) afterRestart!: 'go-on' | 'end';
}

@Entity('counters')
export class CounterRow {
  @PrimaryColumn('text') name!: string;
  @Column('integer') value!: number;
  @Column('integer') most!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
}

@Entity('draws')
export class DrawRow {
  @PrimaryColumn('text') owner!: string;
  @PrimaryColumn('text') step!: string;
  /** JSON */
  @Column('text') state!: string;
}

@Entity('named_routines')
export class NamedRoutineRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('text') group!: string;
  @Column('boolean') enabled!: boolean;
  /** JSON */
  @Column('text') triggers!: string;
  /** JSON */
  @Column('text', { name: 'when_limits' }) when!: string;
  @Column('text', { name: 'routine_id' }) routineId!: string;
  @Column('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
}

@Entity('remembered')
export class RememberedRow {
  @PrimaryColumn('text') span!: KeptSpan;
  /** the viewer's id; empty for what is not by viewer */
  @PrimaryColumn('text') viewer!: string;
  @PrimaryColumn('text') name!: string;
  @Column('text') text!: string;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  /** the viewer who had it remembered */
  @Column('text', { name: 'caused_by', nullable: true }) causedBy!: string | null;
}

export const ROUTINES_ROWS = [RoutineRow, CounterRow, DrawRow, NamedRoutineRow, RememberedRow] as const;
