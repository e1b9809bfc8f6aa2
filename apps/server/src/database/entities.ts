import type { Actor } from '@gully/core/actors';
import type { ThingKind } from '@gully/core/things';
import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { Outcome, Role } from '@gully/core/chat';
import type { ActivityKind } from '@gully/core/news';
import {
  ArrivalRow,
  BundleImportRow,
  DeliveryRow,
  ListLineRow,
  ListRow,
  NamedRoutineRow,
  RememberedRow,
  RunLogRow,
  RunRow,
  StreamRow,
  WebhookRow,
} from './routine-entities.js';
import { TimerClockRow, TimerRow, TimerStateRow } from './timer-entities.js';

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
  @Column('text') outcome!: Outcome;
  @Column('text') brief!: string;
  /** the whole why as JSON, for lines at which something happened */
  @Column('text', { nullable: true }) why!: string | null;
  /** taken out of chat */
  @Column('boolean') removed!: boolean;
}

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

/** A trigger with gates in front of a routine. What is JSON is read row by row, so that one broken row breaks no other. */
@Entity('commands')
export class CommandRow {
  @PrimaryColumn('text') id!: string;
  /** as it is called in words when its trigger cannot be read */
  @Column('text') name!: string;
  @Column('text') group!: string;
  @Column('boolean') enabled!: boolean;
  @Column('text') trigger!: string;
  @Column('text') gates!: string;
  @Column('text') inputs!: string;
  @Column('text', { name: 'routine_id' }) routineId!: string;
  @Column('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
  @Column('integer') uses!: number;
  @Column('integer', { name: 'last_use', nullable: true }) lastUse!: number | null;
}

@Entity('command_names')
export class CommandNameRow {
  @PrimaryColumn('text') name!: string;
  @Column('text', { name: 'command_id' }) commandId!: string;
}

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

@Entity('command_viewer_uses')
export class CommandViewerUseRow {
  @PrimaryColumn('text', { name: 'command_id' }) commandId!: string;
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('integer') uses!: number;
  @Column('integer', { name: 'last_use' }) lastUse!: number;
}

@Entity('command_day_uses')
export class CommandDayUseRow {
  @PrimaryColumn('text', { name: 'command_id' }) commandId!: string;
  /** days since 1970 in UTC */
  @PrimaryColumn('integer') day!: number;
  @Column('integer') uses!: number;
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

@Entity('settings')
export class SettingRow {
  @PrimaryColumn('text') key!: string;
  @PrimaryColumn('integer') version!: number;
  /** JSON */
  @Column('text') value!: string;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  /** who set it */
  @Column('text') actor!: Actor;
}

@Entity('activity')
export class ActivityRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text') kind!: ActivityKind;
  @Column('text') subject!: string;
  @Column('text') text!: string;
  /** who had it happen */
  @Column('text') actor!: Actor;
}

export const ENTITIES = [
  ViewerRow,
  ViewerNoteRow,
  ViewerMergeRow,
  ChatLineRow,
  RoutineRow,
  CommandRow,
  CommandNameRow,
  VersionRow,
  CommandViewerUseRow,
  CommandDayUseRow,
  CounterRow,
  DrawRow,
  SettingRow,
  ActivityRow,
  NamedRoutineRow,
  RememberedRow,
  ListRow,
  ListLineRow,
  RunRow,
  RunLogRow,
  StreamRow,
  ArrivalRow,
  WebhookRow,
  DeliveryRow,
  BundleImportRow,
  TimerRow,
  TimerStateRow,
  TimerClockRow,
];
