import { Injectable } from '@nestjs/common';
import { ActivityService } from '../activity/index.js';
import { Database } from '../database/index.js';
import { JobQueue } from '../jobs/index.js';
import { NewsService } from '../news/index.js';
import { AllThings } from './all-things.js';
import { References } from './references.js';
import { Versions } from './versions.js';

/** What all kinds of things use of the server. */
@Injectable()
export class ThingParts {
  constructor(
    readonly database: Database,
    readonly queue: JobQueue,
    readonly news: NewsService,
    readonly activity: ActivityService,
    readonly versions: Versions,
    readonly references: References,
    readonly all: AllThings,
  ) {}
}
