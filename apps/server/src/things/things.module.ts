import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { AllThings } from './all-things.js';
import { References } from './references.js';
import { ReferencesController } from './references.controller.js';
import { ThingParts } from './parts.js';
import { VersionsController } from './versions.controller.js';
import { Versions } from './versions.js';

@Module({
  imports: [ActivityModule],
  controllers: [ReferencesController, VersionsController],
  providers: [AllThings, References, ThingParts, Versions],
  exports: [AllThings, References, ThingParts, Versions],
})
export class ThingsModule {}
