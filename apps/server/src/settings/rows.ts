import type { Actor } from '@gully/core/actors';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

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

export const SETTINGS_ROWS = [SettingRow] as const;
