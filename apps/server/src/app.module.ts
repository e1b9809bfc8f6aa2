import { Module, type DynamicModule } from '@nestjs/common';
import type { DataSource } from 'typeorm';
import { AREAS } from './areas.js';
import { ChannelController } from './channel.controller.js';
import { Environment } from './configuration/index.js';
import { Database } from './database/index.js';
import { LOG, type Log } from './log/index.js';
import { NewsGateway, NewsService } from './news/index.js';
import { ChannelWorld, Keepers, Performers } from './live/index.js';
import { JobQueue } from './jobs/index.js';
import { Tasks, TasksController } from './tasks/index.js';

/** What every area may ask for: settings, the database, the log, news. */
@Module({})
class FoundationModule {
  static with(environment: Environment, source: DataSource, log: Log): DynamicModule {
    return {
      module: FoundationModule,
      global: true,
      providers: [
        { provide: Environment, useValue: environment },
        { provide: Database, useFactory: () => new Database(source) },
        { provide: LOG, useValue: log },
        JobQueue,
        ChannelWorld,
        Keepers,
        Performers,
        NewsService,
        NewsGateway,
        Tasks,
      ],
      exports: [ChannelWorld, Environment, Database, JobQueue, Keepers, LOG, NewsService, Performers, Tasks],
    };
  }
}

@Module({})
export class AppModule {
  static with(environment: Environment, source: DataSource, log: Log): DynamicModule {
    return {
      module: AppModule,
      imports: [FoundationModule.with(environment, source, log), ...AREAS.map((area) => area.module)],
      controllers: [ChannelController, TasksController],
    };
  }
}
