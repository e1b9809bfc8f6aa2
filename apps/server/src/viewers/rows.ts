import type { Role } from '@gully/core/chat';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('viewers')
export class ViewerRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') connection!: string;
  @Column('text') account!: string;
  @Column('text') name!: string;
  @Column('text') role!: Role;
  @Column('integer', { name: 'first_seen' }) firstSeen!: number;
  @Column('integer', { name: 'last_seen' }) lastSeen!: number;
  @Column('integer', { name: 'last_wrote', nullable: true }) lastWrote!: number | null;
  @Column('integer') messages!: number;
  /** milliseconds present while live */
  @Column('integer', { name: 'watch_ms' }) watchMs!: number;
  @Column('integer', { name: 'followed_since', nullable: true }) followedSince!: number | null;
  @Column('integer', { name: 'subscribed_months' }) subscribedMonths!: number;
  /** 1 to 3 */
  @Column('integer', { name: 'subscribed_tier' }) subscribedTier!: number;
  @Column('boolean') bot!: boolean;
  @Column('boolean') ignored!: boolean;
  /** the viewer this one was found to be; null for one of their own */
  @Column('text', { name: 'merged_into', nullable: true }) mergedInto!: string | null;
}

@Entity('viewer_notes')
export class ViewerNoteRow {
  @PrimaryColumn('text') id!: string;
  @Column('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('integer') at!: number;
  @Column('text') text!: string;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
}

@Entity('viewer_merges')
export class ViewerMergeRow {
  @PrimaryColumn('text') id!: string;
  @Column('text', { name: 'winner_id' }) winnerId!: string;
  @Column('text', { name: 'loser_id' }) loserId!: string;
  @Column('integer') at!: number;
  /** what the merge added to the winner and cannot be told from the loser, as JSON */
  @Column('text') before!: string;
  @Column('integer', { name: 'undone_at', nullable: true }) undoneAt!: number | null;
}

export const VIEWERS_ROWS = [ViewerRow, ViewerNoteRow, ViewerMergeRow] as const;
