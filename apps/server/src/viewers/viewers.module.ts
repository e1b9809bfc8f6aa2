import { Module } from '@nestjs/common';
import { ViewersController } from './viewers.controller.js';
import { ViewersService } from './viewers.service.js';

@Module({ controllers: [ViewersController], providers: [ViewersService], exports: [ViewersService] })
export class ViewersModule {}
