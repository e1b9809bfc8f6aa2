import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { RunEnding } from '@gully/core/news';
import type { KeptSpan } from '@gully/core/routines';

/** Tables of routines and of what they need, as TypeORM sees them. Times are UTC milliseconds. */

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

@Entity('lists')
export class ListRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
  /** of the bag; a line of this round is drawn */
  @Column('integer') round!: number;
  @Column('integer') last!: number;
}

@Entity('list_lines')
export class ListLineRow {
  @PrimaryColumn('text', { name: 'list_id' }) listId!: string;
  @PrimaryColumn('integer') place!: number;
  @Column('text') text!: string;
  @Column('integer') round!: number;
}

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
}

@Entity('streams')
export class StreamRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer', { name: 'started_at' }) startedAt!: number;
  @Column('integer', { name: 'ended_at', nullable: true }) endedAt!: number | null;
}

@Entity('arrivals')
export class ArrivalRow {
  @PrimaryColumn('text', { name: 'stream_id' }) streamId!: string;
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('integer') at!: number;
}

@Entity('webhooks')
export class WebhookRow {
  @PrimaryColumn('text') name!: string;
  @Column('text') address!: string;
  @Column('text') secret!: string;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
}

@Entity('deliveries')
export class DeliveryRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') webhook!: string;
  @Column('text') body!: string;
  @Column('integer') at!: number;
  @Column('integer') tries!: number;
  @Column('integer', { name: 'next_at', nullable: true }) nextAt!: number | null;
  @Column('text') state!: 'waiting' | 'arrived' | 'given-up';
  /** what came back, or why nothing did */
  @Column('text') answer!: string;
}

@Entity('bundle_imports')
export class BundleImportRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text') title!: string;
  /** JSON */
  @Column('text') undo!: string;
  @Column('integer', { name: 'undone_at', nullable: true }) undoneAt!: number | null;
}
