import { Module } from '@nestjs/common';
import { ThingsModule } from '../things/index.js';
import { CairnsController } from './cairns.controller.js';
import { CairnsService } from './cairns.service.js';

@Module({ imports: [ThingsModule], controllers: [CairnsController], providers: [CairnsService] })
export class CairnModule {}
