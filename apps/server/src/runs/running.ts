import { refundOf } from '@gully/core/currency';
import { Injectable, type OnApplicationBootstrap, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { settle } from '@gully/core/rewards';
import { resumeRun, type RunState } from '@gully/core/routines';
import { elapsedInWords } from '@gully/core/text';
import { ActivityService } from '../activity/index.js';
import { ChannelWorld, Performers } from '../live/index.js';
import { PipelineService, type Job } from '../pipeline/index.js';
import { AfterDeciding } from './after-deciding.js';
import { RunLog } from './run-log.js';
import { RunsStore } from './runs.store.js';

/** Milliseconds after its time at which a run that slept through a stop of Gully is of no use any more. */
const TOO_LATE_MS = 600_000;
/** Milliseconds a timer of the system may ring before its time. */
const EARLY_MS = 50;

/** A run that is to be ended, and why, in words. */
export interface Ending {
  readonly id: string;
  readonly words: string;
}

/** Takes runs on when what they wait for has come, and ends them when someone asks. */
@Injectable()
export class Running implements OnModuleInit, OnApplicationBootstrap {
  constructor(
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly runs: RunsStore,
    private readonly runLog: RunLog,
    private readonly after: AfterDeciding,
    private readonly performers: Performers,
    private readonly activity: ActivityService,
  ) {}

  onModuleInit(): void {
    this.runs.whenDue(({ id }) => {
      this.pipeline.surely(this.resuming(id));
    });
    this.runs.whenEnded((owner) => {
      this.nextInTurn(owner);
    });
    this.performers.whenAnswered((run, failed) => {
      this.pipeline.surely(this.resuming(run, failed));
    });
  }

  /** Runs that waited while Gully was away go on, or end with a note, as is set. */
  onApplicationBootstrap(): void {
    const now = Date.now();
    const ended: Ending[] = [];
    const turns = new Set<string>();
    for (const { id, owner, title, occasion, awaiting, frames } of this.runs.inOrder()) {
      const late = awaiting.for === 'time' ? now - awaiting.until : 0;
      if (frames[0]?.routine.routine.afterRestart === 'end')
        ended.push({ id, words: 'Gully restarted while it waited' });
      else if (late > TOO_LATE_MS)
        ended.push({ id, words: `Gully was away when its time came; that is ${elapsedInWords(late)} ago` });
      else if (awaiting.for === 'time') this.runs.wake(id);
      else if (awaiting.for === 'answer')
        void this.performers.performOne(
          { ...awaiting.asked, run: id },
          { because: `${title} goes on`, viewer: occasion.viewer.id },
        );
      else turns.add(owner);
    }
    if (ended.length > 0) this.pipeline.surely(this.ending(ended, 'gully'));
    for (const owner of turns) this.nextInTurn(owner);
  }

  /** Ends runs under way; what they did stays done. @returns once that is on disk */
  stop(runs: readonly Ending[], actor: Actor): Promise<void> {
    return this.pipeline.do(this.ending(runs, actor));
  }

  private tellStopped({ id, title }: RunState, words: string, actor: Actor): void {
    this.activity.record('stopped', title, words, actor, { kind: 'run', id });
  }

  private nextInTurn(owner: string): void {
    const next = this.runs.nextInTurn(owner);
    if (next !== undefined) this.pipeline.surely(this.resuming(next.id));
  }

  private resuming(id: string, failed?: string): Job {
    const { viewer, target } = this.runs.find(id)?.occasion ?? {};
    return {
      kind: 'resume',
      actor: 'gully',
      about: [viewer, target].flatMap((each) => each?.id ?? []),
      decide: () => {
        const run = this.runs.find(id);
        if (run === undefined || isEarly(run)) return { changes: [], done: () => undefined };
        const { changes, effects, checks, ended } = resumeRun(run, this.world.now(), Date.now(), { failed });
        return {
          changes,
          done: () => {
            const { viewer: who, by } = run.occasion;
            const because = `${run.title} goes on, started by ${who.name} with ${by}`;
            this.after.carryOut(effects, [{ ...run, checks, ended }], { because, viewer: who.id });
            if (ended?.how === 'failed' || ended?.how === 'limited')
              this.tellStopped(run, `ended: ${ended.words}`, `viewer:${who.id}`);
          },
        };
      },
    };
  }

  private ending(asked: readonly Ending[], actor: Actor): Job {
    return {
      kind: 'stop',
      actor,
      about: asked.flatMap(({ id }) => this.runs.find(id)?.occasion.viewer.id ?? []),
      decide: () => {
        const runs = asked.flatMap(({ id, words }) => {
          const run = this.runs.find(id);
          return run === undefined ? [] : [{ run, words }];
        });
        // Who paid for a run that is ended before it did anything has it back.
        const world = this.world.now();
        const at = Date.now();
        const back = runs.flatMap(({ run, words }) => [
          ...[refundOf(run, world.purse, at)].filter((refund) => refund !== undefined),
          ...settle(world, run.occasion.redemption?.id ?? '', { failed: words, at }),
        ]);
        return {
          changes: [
            ...runs.map(({ run: { id, owner } }) => ({ kind: 'run-ended', id, owner }) as const),
            ...back,
          ],
          done: () => {
            for (const { run, words } of runs) {
              this.runLog.record({ ...run, ended: { how: 'stopped', words } });
              this.tellStopped(run, `ended: ${words}`, actor);
            }
          },
        };
      },
    };
  }
}

/** A run that waits for a later time was asked twice; the first asking has it going already. */
function isEarly({ awaiting }: RunState): boolean {
  return awaiting.for === 'time' && awaiting.until - Date.now() > EARLY_MS;
}
