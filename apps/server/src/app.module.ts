import { Module, type DynamicModule } from '@nestjs/common';
import type { DataSource } from 'typeorm';
import { ActivityModule } from './activity/index.js';
import { BundlesModule } from './bundles/index.js';
import { ChannelController } from './channel.controller.js';
import { ChatModule } from './chat/index.js';
import { CommandsModule } from './commands/index.js';
import { Environment } from './configuration/index.js';
import { Database } from './database/index.js';
import { EventsModule } from './events/index.js';
import { ListsModule } from './lists/index.js';
import { OutputsModule } from './outputs/index.js';
import { RunsModule } from './runs/index.js';
import { WebhooksModule } from './webhooks/index.js';
import { LOG, type Log } from './log/index.js';
import { NewsGateway, NewsService } from './news/index.js';
import { Keepers } from './keepers/index.js';
import { JobQueue } from './queue/index.js';
import { PipelineModule } from './pipeline/index.js';
import { RehearsalModule } from './rehearsal/index.js';
import { RoutinesModule } from './routines/index.js';
import { SettingsModule } from './settings/index.js';
import { StandinModule } from './standin/index.js';
import { StreamModule } from './stream/index.js';
import { TimersModule } from './timers/index.js';
import { ViewersModule } from './viewers/index.js';

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
        Keepers,
        NewsService,
        NewsGateway,
      ],
      exports: [Environment, Database, JobQueue, Keepers, LOG, NewsService],
    };
  }
}

@Module({})
export class AppModule {
  static with(environment: Environment, source: DataSource, log: Log): DynamicModule {
    return {
      module: AppModule,
      imports: [
        FoundationModule.with(environment, source, log),
        ActivityModule,
        BundlesModule,
        ChatModule,
        CommandsModule,
        EventsModule,
        ListsModule,
        OutputsModule,
        RunsModule,
        WebhooksModule,
        PipelineModule,
        RehearsalModule,
        RoutinesModule,
        SettingsModule,
        StandinModule,
        StreamModule,
        TimersModule,
        ViewersModule,
      ],
      controllers: [ChannelController],
    };
  }
}
