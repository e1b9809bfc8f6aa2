import { Entity } from 'typeorm';
import { BodyRow } from '../things/index.js';

/** The table as TypeORM sees it. Its definition is in the migration, with those of rounds. */
@Entity('games')
export class GameRow extends BodyRow {}

export const GAME_ROWS = [GameRow] as const;
