import { Module } from '@nestjs/common';
import { EconomyController } from './economy.controller.js';

@Module({ controllers: [EconomyController] })
export class EconomyModule {}
