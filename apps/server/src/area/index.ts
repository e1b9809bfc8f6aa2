import type { Type } from '@nestjs/common';
import type { Stored } from '../database/index.js';
import type { MakeDemoPart } from '../seeding/index.js';

/** All that the rest of the server needs to know of an area. */
export interface ServerArea {
  readonly module: Type<object>;
  /** its tables */
  readonly rows?: Stored['entities'];
  /** what made them, and changed them since */
  readonly migrations?: Stored['migrations'];
  /** its part of the demo, whose code comes only when that is made */
  readonly demo?: () => Promise<MakeDemoPart>;
}
