import { Entity } from 'typeorm';
import { BodyRow } from '../things/index.js';

/** The table as TypeORM sees it. Its definition is in the migration. */
@Entity('overlays')
export class OverlayRow extends BodyRow {}

export const OVERLAY_ROWS = [OverlayRow] as const;
