import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ThingsModule } from '../things/index.js';
import { BundlesController } from './bundles.controller.js';
import { Exporting } from './exporting.js';
import { Importing } from './importing.js';
import { Looking } from './looking.js';
import { Undoing } from './undoing.js';

@Module({
  imports: [ActivityModule, ThingsModule],
  controllers: [BundlesController],
  providers: [Exporting, Importing, Looking, Undoing],
})
export class BundlesModule {}
