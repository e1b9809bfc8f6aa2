import { Module } from '@nestjs/common';
import { OutputsController } from './outputs.controller.js';
import { Outputs } from './outputs.js';

@Module({ controllers: [OutputsController], providers: [Outputs], exports: [Outputs] })
export class OutputsModule {}
