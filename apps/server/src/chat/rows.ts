import type { LineOutcome, Role } from '@gully/core/chat';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('chat_lines')
export class ChatLineRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text', { name: 'viewer_id', nullable: true }) viewerId!: string | null;
  /** the viewer who had the bot say it, by a command or an event */
  @Column('text', { name: 'caused_by', nullable: true }) causedBy!: string | null;
  @Column('text') name!: string;
  @Column('text') role!: Role;
  /** all roles of who wrote it, with spaces between */
  @Column('text') roles!: string;
  @Column('text') text!: string;
  @Column('boolean') own!: boolean;
  @Column('text') outcome!: LineOutcome;
  @Column('text') brief!: string;
  /** the whole why as JSON, for lines at which something happened */
  @Column('text', { nullable: true }) why!: string | null;
  /** taken out of chat */
  @Column('boolean') removed!: boolean;
  /** an event that stands among the lines, in words; null for what was written */
  @Column('text', { nullable: true }) event!: string | null;
  /** the event was raised by hand */
  @Column('boolean', { name: 'by_hand' }) byHand!: boolean;
}

/** An hour in which a viewer wrote, counted from 1970, as the ids of their lines tell it. */
@Entity('viewer_hours')
export class ViewerHourRow {
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @PrimaryColumn('integer') hour!: number;
}

export const CHAT_ROWS = [ChatLineRow, ViewerHourRow] as const;
