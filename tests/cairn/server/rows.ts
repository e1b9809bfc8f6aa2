import { Column, Entity, PrimaryColumn } from 'typeorm';
import { BodyRow } from '../things/index.js';

@Entity('cairns')
export class CairnRow extends BodyRow {}

@Entity('stones')
export class StonesRow {
  @PrimaryColumn('text', { name: 'cairn_id' }) cairnId!: string;
  @Column('integer') count!: number;
}
