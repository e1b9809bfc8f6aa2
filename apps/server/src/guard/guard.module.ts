import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { CurrencyModule } from '../currency/index.js';
import { MessagesModule } from '../messages/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { PruningModule } from '../pruning/index.js';
import { SettingsModule } from '../settings/index.js';
import { ThingsModule } from '../things/index.js';
import { ViewersModule } from '../viewers/index.js';
import { CarriedOut } from './carried-out.js';
import { CatchNews } from './catch-news.js';
import { CatchesController } from './catches.controller.js';
import { Catches } from './catches.js';
import { GuardController } from './guard.controller.js';
import { GuardSettingsService } from './guard-settings.js';
import { GuardStore } from './guard.store.js';
import { Moderation } from './moderation.js';
import { RestoredModes } from './modes.js';
import { Silences } from './silences.js';
import { PeopleActs } from './people.js';
import { ReplaysController } from './replays.controller.js';
import { PhraseGroupsService } from './phrase-groups.service.js';
import { PhraseGroupsStore } from './phrase-groups.store.js';
import { PhrasesController } from './phrases.controller.js';
import { WordLists } from './word-lists.js';
import { Replays } from './replays.js';
import { Undoing } from './undoing.js';
import { ViewersStandingController } from './viewers-standing.controller.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    CurrencyModule,
    MessagesModule,
    PipelineModule,
    PruningModule,
    SettingsModule,
    ThingsModule,
    ViewersModule,
  ],
  controllers: [
    PhrasesController,
    CatchesController,
    ReplaysController,
    ViewersStandingController,
    GuardController,
  ],
  providers: [
    PhraseGroupsService,
    PhraseGroupsStore,
    WordLists,
    CarriedOut,
    CatchNews,
    Catches,
    GuardSettingsService,
    GuardStore,
    Moderation,
    PeopleActs,
    RestoredModes,
    Silences,
    Replays,
    Undoing,
  ],
  exports: [CarriedOut, GuardSettingsService, GuardStore],
})
export class GuardModule {}
