import { Module } from '@nestjs/common';
import { ActivityModule } from '../activity/index.js';
import { QuietController } from './quiet.controller.js';
import { QuietService } from './quiet.service.js';

@Module({
  imports: [ActivityModule],
  controllers: [QuietController],
  providers: [QuietService],
  exports: [QuietService],
})
export class QuietModule {}
