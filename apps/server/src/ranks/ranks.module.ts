import { Module } from '@nestjs/common';
import { ChatModule } from '../chat/index.js';
import { CurrencyModule } from '../currency/index.js';
import { EventsModule } from '../events/index.js';
import { LedgerModule } from '../ledger/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { ViewersModule } from '../viewers/index.js';
import { RankWatch } from './rank-watch.js';
import { RanksController } from './ranks.controller.js';
import { Reached } from './reached.js';

@Module({
  imports: [ChatModule, CurrencyModule, EventsModule, LedgerModule, PipelineModule, ViewersModule],
  controllers: [RanksController],
  providers: [RankWatch, Reached],
})
export class RanksModule {}
