import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('timers')
export class TimerRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  /** JSON of all a person wrote */
  @Column('text') body!: string;
  @Column('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
}

@Entity('timer_states')
export class TimerStateRow {
  @PrimaryColumn('text', { name: 'timer_id' }) timerId!: string;
  /** JSON */
  @Column('text') state!: string;
}

@Entity('timer_clock')
export class TimerClockRow {
  @PrimaryColumn('integer') id!: number;
  @Column('real') running!: number;
  @Column('integer') at!: number;
  @Column('integer', { name: 'live_at', nullable: true }) liveAt!: number | null;
  /** JSON */
  @Column('text') said!: string;
}

export const TIMERS_ROWS = [TimerRow, TimerStateRow, TimerClockRow] as const;
