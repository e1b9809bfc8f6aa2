import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { MediaModule } from '../media/index.js';
import { ThingsModule } from '../things/index.js';
import { BundleFiles } from './bundle-files.js';
import { BundlesController } from './bundles.controller.js';
import { Exporting } from './exporting.js';
import { Importing } from './importing.js';
import { Looking } from './looking.js';
import { Undoing } from './undoing.js';

@Module({
  imports: [ActivityModule, MediaModule, ThingsModule],
  controllers: [BundlesController],
  providers: [BundleFiles, Exporting, Importing, Looking, Undoing],
})
export class BundlesModule {}
