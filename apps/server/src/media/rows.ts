import { Entity } from 'typeorm';
import { BodyRow } from '../things/index.js';

/** The table as TypeORM sees it. Its definition is in the migration. */
@Entity('media')
export class MediaRow extends BodyRow {}

export const MEDIA_ROWS = [MediaRow] as const;
