import { Injectable, type OnApplicationBootstrap, type OnModuleDestroy } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { act, due, nextDue, type StageChange, type StageDoes } from '@gully/core/stage';
import { ActivityService } from '../activity/index.js';
import { newId } from '../database/index.js';
import { Keepers, Performers } from '../live/index.js';
import { PipelineService, type Job } from '../pipeline/index.js';
import { Alarm, Soon } from '../signals/index.js';
import { StagesStore } from './stages.store.js';

/** Milliseconds within which alerts that were dropped are told of together. */
const TELL_MS = 5_000;

/** Has the stages go on: what is shown ends in its time, the next begins, and what waited too long goes. */
@Injectable()
export class StageClock implements OnApplicationBootstrap, OnModuleDestroy {
  private readonly alarm = new Alarm(() => {
    this.look();
  });
  private readonly droppedTold = new Soon(TELL_MS, () => {
    this.tell();
  });
  /** how many were dropped since that was last told, by overlay */
  private readonly dropped = new Map<string, { full: number; late: number }>();
  /** alerts that runs wait for, and what lets them go on */
  private readonly awaited = new Map<string, (() => void)[]>();

  constructor(
    private readonly store: StagesStore,
    private readonly pipeline: PipelineService,
    private readonly activity: ActivityService,
    keepers: Keepers,
    performers: Performers,
  ) {
    keepers.follow('stage', (changes) => {
      this.follow(changes);
    });
    performers.add('over', ({ alerts }) => this.over(alerts));
  }

  onApplicationBootstrap(): void {
    this.wind();
  }

  onModuleDestroy(): void {
    this.alarm.stop();
    this.droppedTold.stop();
  }

  /** Does something to one stage. @returns false where that changes nothing */
  does(overlay: string, does: StageDoes, actor: Actor): Promise<boolean> {
    return this.pipeline.do({
      kind: 'stage',
      actor,
      decide: () => {
        const at = Date.now();
        const found = this.store.all().find((each) => each.overlay === overlay);
        const change =
          found === undefined
            ? undefined
            : act(found.stage, does, { ...found, at }, `${newId(at)}/${overlay}`);
        return { changes: change === undefined ? [] : [change], done: () => change !== undefined };
      },
    });
  }

  /** Looks at once what is due; a page came or went. */
  look(): void {
    this.pipeline.surely(this.job());
  }

  private wind(): void {
    this.alarm.set(Math.min(...this.store.all().map((each) => nextDue(each.stage, each) ?? Infinity)));
  }

  private job(): Job {
    return {
      kind: 'stage',
      actor: 'gully',
      decide: () => {
        const at = Date.now();
        const changes = this.store.all().flatMap((each) => due(each.stage, { ...each, at }) ?? []);
        return {
          changes,
          done: () => {
            this.wind();
          },
        };
      },
    };
  }

  private follow(changes: readonly StageChange[]): void {
    for (const { overlay, ended } of changes)
      for (const { id, how } of ended) {
        if (how === 'full' || how === 'late') this.drop(overlay, how);
        for (const goOn of this.awaited.get(id) ?? []) goOn();
        this.awaited.delete(id);
      }
    this.wind();
  }

  private drop(overlay: string, how: 'full' | 'late'): void {
    const counts = this.dropped.get(overlay) ?? { full: 0, late: 0 };
    counts[how] += 1;
    this.dropped.set(overlay, counts);
    this.droppedTold.ask();
  }

  private tell(): void {
    for (const [overlay, { full, late }] of this.dropped) {
      const name = this.store.all().find((each) => each.overlay === overlay)?.name ?? 'An overlay';
      const about = { kind: 'overlay', id: overlay } as const;
      const alerts = (count: number): string =>
        count === 1 ? '1 alert was' : `${String(count)} alerts were`;
      if (full > 0)
        this.activity.record('stopped', name, `${alerts(full)} not shown: too many waited`, 'gully', about);
      if (late > 0)
        this.activity.record('stopped', name, `${alerts(late)} not shown in time`, 'gully', about);
    }
    this.dropped.clear();
  }

  /** Resolves when none of these alerts is shown or waits any more. */
  private async over(alerts: readonly string[]): Promise<undefined> {
    const there = new Set(
      this.store
        .all()
        .flatMap(({ stage: { showing, waiting } }) => [showing?.alert.id, ...waiting.map(({ id }) => id)]),
    );
    await Promise.all(
      alerts
        .filter((id) => there.has(id))
        .map(
          (id) =>
            new Promise<void>((resolve) => {
              this.awaited.set(id, [...(this.awaited.get(id) ?? []), resolve]);
            }),
        ),
    );
    return undefined;
  }
}
