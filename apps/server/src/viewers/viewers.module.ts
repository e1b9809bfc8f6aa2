import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { ChatModule } from '../chat/index.js';
import { StreamModule } from '../stream/index.js';
import { CsvController } from './csv.controller.js';
import { CsvIn } from './csv-in.js';
import { CsvMatching } from './csv-matching.js';
import { CsvOut } from './csv-out.js';
import { Doubles } from './doubles.js';
import { Erasing } from './erasing.js';
import { ViewerChanges } from './viewer-changes.js';
import { ViewerParts } from './viewer-parts.js';
import { ViewersController } from './viewers.controller.js';
import { ViewersPage } from './viewers-page.js';
import { ViewersService } from './viewers.service.js';
import { WatchTime } from './watch-time.js';

@Module({
  imports: [ActivityModule, ChatModule, StreamModule],
  controllers: [CsvController, ViewersController],
  providers: [
    CsvIn,
    CsvMatching,
    CsvOut,
    Doubles,
    Erasing,
    ViewerChanges,
    ViewerParts,
    ViewersPage,
    ViewersService,
    WatchTime,
  ],
  exports: [ViewerChanges, ViewerParts, ViewersService, WatchTime],
})
export class ViewersModule {}
