import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { ConnectionModule } from '../connection/index.js';
import { EventsModule } from '../events/index.js';
import { GuardModule } from '../guard/index.js';
import { ListsModule } from '../lists/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { RunsModule } from '../runs/index.js';
import { StreamModule } from '../stream/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewerParts, ViewersModule } from '../viewers/index.js';
import { RedemptionActing } from './acting.js';
import { AnswerVault } from './answer-vault.js';
import { Answering } from './answering.js';
import { BenchFailures } from './bench-failures.js';
import { CarryingOut } from './carrying-out.js';
import { Purchases } from './purchases.js';
import { AnswerErasing, eraseFromRedemptions } from './erasing.js';
import { GivenLines } from './given-lines.js';
import { RewardHelp } from './help.js';
import { RedemptionHistory } from './history.js';
import { RedemptionsController } from './redemptions.controller.js';
import { RedemptionsStore } from './redemptions.store.js';
import { RewardsController } from './rewards.controller.js';
import { RewardsService } from './rewards.service.js';
import { PaidWithTokens } from './tokens.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    ConnectionModule,
    EventsModule,
    GuardModule,
    ListsModule,
    PipelineModule,
    RunsModule,
    StreamModule,
    ThingsModule,
    ViewersModule,
  ],
  controllers: [RewardsController, RedemptionsController],
  providers: [
    AnswerErasing,
    AnswerVault,
    Answering,
    BenchFailures,
    CarryingOut,
    Purchases,
    GivenLines,
    PaidWithTokens,
    RedemptionActing,
    RedemptionHistory,
    RedemptionsStore,
    RewardHelp,
    RewardsService,
  ],
})
export class RewardsModule {
  constructor(parts: ViewerParts) {
    parts.add({ erase: eraseFromRedemptions, texts: [['redemptions', ['answers', 'note']]] });
  }
}
