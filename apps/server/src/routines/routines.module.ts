import { Module } from '@nestjs/common';
import { CountersController } from './counters.controller.js';
import { RoutinesStore } from './routines.store.js';

@Module({ controllers: [CountersController], providers: [RoutinesStore], exports: [RoutinesStore] })
export class RoutinesModule {}
