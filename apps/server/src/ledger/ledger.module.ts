import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { PipelineModule } from '../pipeline/index.js';
import { ViewersModule } from '../viewers/index.js';
import { LedgerController } from './ledger.controller.js';
import { LedgerPage } from './ledger-page.js';
import { LedgerStore } from './ledger.store.js';
import { Reversing } from './reversing.js';
import { Verification } from './verification.js';

@Module({
  imports: [ActivityModule, PipelineModule, ViewersModule],
  controllers: [LedgerController],
  providers: [LedgerPage, LedgerStore, Reversing, Verification],
  exports: [LedgerStore, Reversing],
})
export class LedgerModule {}
