import { Injectable } from '@nestjs/common';
import type { Effect } from '@gully/core/channel';
import { Performers, type Occasioned } from '../live/index.js';
import { RunLog, type LoggedRun } from './run-log.js';

/** What follows once a decision is on disk: its effects are done, and the runs it began are written down. */
@Injectable()
export class AfterDeciding {
  constructor(
    private readonly performers: Performers,
    private readonly runLog: RunLog,
  ) {}

  /** @param lineOf the line whose why has the checks of a run, where it was over with that */
  carryOut<Run extends LoggedRun>(
    effects: readonly Effect[],
    runs: readonly Run[],
    occasioned: Occasioned,
    lineOf: (run: Run) => string | undefined = () => undefined,
  ): void {
    this.performers.perform(effects, occasioned);
    for (const run of runs) this.runLog.record(run, lineOf(run));
  }
}
