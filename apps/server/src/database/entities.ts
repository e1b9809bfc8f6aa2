import { Column, Entity, PrimaryColumn } from 'typeorm';
import type { Outcome, Role } from '@gully/core/chat';
import type { ActivityKind } from '@gully/core/news';

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
  @Column('integer') messages!: number;
}

@Entity('chat_lines')
export class ChatLineRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text', { name: 'viewer_id', nullable: true }) viewerId!: string | null;
  @Column('text') name!: string;
  @Column('text') role!: Role;
  @Column('text') text!: string;
  @Column('boolean') own!: boolean;
  @Column('text') outcome!: Outcome;
  @Column('text') brief!: string;
  /** the whole why as JSON, for lines at which something happened */
  @Column('text', { nullable: true }) why!: string | null;
}

@Entity('commands')
export class CommandRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  @Column('simple-json') aliases!: string[];
  @Column('text') text!: string;
  @Column('boolean') enabled!: boolean;
  @Column('text', { name: 'lowest_role' }) lowestRole!: Role;
  @Column('integer') cooldown!: number;
  @Column('integer', { name: 'viewer_cooldown' }) viewerCooldown!: number;
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

@Entity('command_versions')
export class CommandVersionRow {
  @PrimaryColumn('text', { name: 'command_id' }) commandId!: string;
  @PrimaryColumn('integer') version!: number;
  @Column('text') body!: string;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
}

@Entity('command_viewer_uses')
export class CommandViewerUseRow {
  @PrimaryColumn('text', { name: 'command_id' }) commandId!: string;
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('integer') uses!: number;
  @Column('integer', { name: 'last_use' }) lastUse!: number;
}

@Entity('activity')
export class ActivityRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text') kind!: ActivityKind;
  @Column('text') subject!: string;
  @Column('text') text!: string;
}

export const ENTITIES = [
  ViewerRow,
  ChatLineRow,
  CommandRow,
  CommandNameRow,
  CommandVersionRow,
  CommandViewerUseRow,
  ActivityRow,
];
