import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { MediaModule } from '../media/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { OverlaysController, PortraitsController } from './overlays.controller.js';
import { OverlaysService } from './overlays.service.js';
import { PagesGateway } from './pages.gateway.js';
import { Portraits } from './portraits.js';
import { Scenes } from './scenes.js';
import { StageClock } from './stage-clock.js';
import { StagesStore } from './stages.store.js';
import { Testing } from './testing.js';

@Module({
  imports: [ActivityModule, MediaModule, PipelineModule, ThingsModule, ViewersModule],
  controllers: [OverlaysController, PortraitsController],
  providers: [OverlaysService, PagesGateway, Portraits, Scenes, StageClock, StagesStore, Testing],
  exports: [OverlaysService],
})
export class OverlaysModule {}
