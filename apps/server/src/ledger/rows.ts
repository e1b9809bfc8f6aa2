import type { Cause } from '@gully/core/currency';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migration. Times are UTC milliseconds. */

@Entity('accounts')
export class AccountRow {
  @PrimaryColumn('integer') id!: number;
  @Column('text') kind!: 'house' | 'viewer' | 'escrow';
  /** of a viewer or an escrow its id */
  @Column('text') name!: string;
  @Column('integer') balance!: number;
  @Column('integer') earned!: number;
  /** how much of that came with a merge, or went with one, and is in no entry of this account */
  @Column('integer', { name: 'earned_moved' }) earnedMoved!: number;
  /** hundredths of a unit */
  @Column('integer') carry!: number;
  @Column('integer', { name: 'gave_at', nullable: true }) gaveAt!: number | null;
  @Column('boolean', { name: 'follow_paid' }) followPaid!: boolean;
}

@Entity('ledger_postings')
export class PostingRow {
  @PrimaryColumn('integer') id!: number;
  @Column('text') key!: string;
  @Column('text') cause!: Cause;
  @Column('text') reference!: string;
  @Column('text') actor!: string;
  @Column('integer') at!: number;
  /** the posting it takes back */
  @Column('integer', { nullable: true }) reverses!: number | null;
  /** sum of its entries, and how many they are */
  @Column('integer') total!: number;
  @Column('integer') entries!: number;
  /** what it brought into circulation, and what it took out; below zero where it is taken back */
  @Column('integer') issued!: number;
  @Column('integer') spent!: number;
}

@Entity('ledger_entries')
export class EntryRow {
  @PrimaryColumn('integer') id!: number;
  @Column('integer', { name: 'posting_id' }) postingId!: number;
  @Column('integer', { name: 'from_id' }) fromId!: number;
  @Column('integer', { name: 'to_id' }) toId!: number;
  @Column('integer') amount!: number;
  /** 1 where the one who receives has earned it, -1 where that is taken back */
  @Column('integer') earns!: number;
}

export const LEDGER_ROWS = [AccountRow, PostingRow, EntryRow] as const;
