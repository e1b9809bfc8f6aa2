import { Module } from '@nestjs/common';
import { ActivityController } from './activity.controller.js';
import { ActivityService } from './activity.service.js';

@Module({ controllers: [ActivityController], providers: [ActivityService], exports: [ActivityService] })
export class ActivityModule {}
