import { Module } from '@nestjs/common';
import { RunLog } from './run-log.js';
import { RunsStore } from './runs.store.js';

@Module({ providers: [RunsStore, RunLog], exports: [RunsStore, RunLog] })
export class RunsModule {}
