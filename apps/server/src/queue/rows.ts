import { Entity } from 'typeorm';
import { BodyRow } from '../things/index.js';

/** The tables as TypeORM sees them. Their definition is in the migration. */

@Entity('queues')
export class QueueRow extends BodyRow {}

@Entity('game_handles')
export class HandleRow extends BodyRow {}

export const QUEUE_ROWS = [QueueRow, HandleRow] as const;
