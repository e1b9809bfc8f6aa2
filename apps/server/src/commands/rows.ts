import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

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

export const COMMANDS_ROWS = [CommandRow, CommandNameRow, CommandViewerUseRow, CommandDayUseRow] as const;
