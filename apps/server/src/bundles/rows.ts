import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('bundle_imports')
export class BundleImportRow {
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text') title!: string;
  /** JSON */
  @Column('text') undo!: string;
  @Column('integer', { name: 'undone_at', nullable: true }) undoneAt!: number | null;
}

export const BUNDLES_ROWS = [BundleImportRow] as const;
