import { Module } from '@nestjs/common';
import { StandinController } from './standin.controller.js';
import { StandinService } from './standin.service.js';

@Module({ controllers: [StandinController], providers: [StandinService], exports: [StandinService] })
export class StandinModule {}
