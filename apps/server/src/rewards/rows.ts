import { Entity } from 'typeorm';
import { BodyRow } from '../things/index.js';

/** The table as TypeORM sees it. Its definition is in the migration, with those of purchases. */
@Entity('rewards')
export class RewardRow extends BodyRow {}

export const REWARD_ROWS = [RewardRow] as const;
