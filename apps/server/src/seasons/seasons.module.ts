import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { LedgerModule } from '../ledger/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { SettingsModule } from '../settings/index.js';
import { Leaderboard } from './leaderboard.js';
import { SeasonsController } from './seasons.controller.js';
import { SeasonsService } from './seasons.service.js';

@Module({
  imports: [ActivityModule, LedgerModule, PipelineModule, SettingsModule],
  controllers: [SeasonsController],
  providers: [Leaderboard, SeasonsService],
})
export class SeasonsModule {}
