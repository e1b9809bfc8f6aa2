import { Module } from '@nestjs/common';
import { QuietController } from './quiet.controller.js';
import { QuietService } from './quiet.service.js';

@Module({ controllers: [QuietController], providers: [QuietService], exports: [QuietService] })
export class QuietModule {}
