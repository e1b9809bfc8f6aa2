import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('streams')
export class StreamRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer', { name: 'started_at' }) startedAt!: number;
  @Column('integer', { name: 'ended_at', nullable: true }) endedAt!: number | null;
  /** when it was last seen to be live */
  @Column('integer', { name: 'seen_at', nullable: true }) seenAt!: number | null;
}

@Entity('arrivals')
export class ArrivalRow {
  @PrimaryColumn('text', { name: 'stream_id' }) streamId!: string;
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('integer') at!: number;
}

export const STREAM_ROWS = [StreamRow, ArrivalRow] as const;
