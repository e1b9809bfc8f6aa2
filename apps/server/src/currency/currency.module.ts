import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { LedgerModule } from '../ledger/index.js';
import { MessagesModule } from '../messages/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { SettingsModule } from '../settings/index.js';
import { StreamModule } from '../stream/index.js';
import { ViewersModule } from '../viewers/index.js';
import { BalancesOfViewers } from './balances.js';
import { ByFile } from './by-file.js';
import { ByHand } from './by-hand.js';
import { CurrencyController } from './currency.controller.js';
import { CurrencySettingsService } from './currency-settings.js';
import { Resetting } from './resetting.js';
import { Places } from './places.js';
import { PayoutPeople } from './payout-people.js';
import { Payouts } from './payouts.js';

@Module({
  imports: [
    ActivityModule,
    ChatModule,
    LedgerModule,
    MessagesModule,
    PipelineModule,
    SettingsModule,
    StreamModule,
    ViewersModule,
  ],
  controllers: [CurrencyController],
  providers: [
    BalancesOfViewers,
    ByFile,
    ByHand,
    Resetting,
    CurrencySettingsService,
    PayoutPeople,
    Payouts,
    Places,
  ],
  exports: [CurrencySettingsService],
})
export class CurrencyModule {}
