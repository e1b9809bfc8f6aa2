import { Entity } from 'typeorm';
import { BodyRow } from '../things/index.js';

/** The table as TypeORM sees it. Its definition is in the migration. */
@Entity('outputs')
export class OutputRow extends BodyRow {}

export const OUTPUT_ROWS = [OutputRow] as const;
