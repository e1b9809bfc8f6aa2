import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

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

export const LISTS_ROWS = [ListRow, ListLineRow] as const;
