import { Injectable } from '@nestjs/common';
import { checkTimer, timerBody, type TimerBody } from '@gully/core/timers';
import { ActivityService } from '../activity/index.js';
import { Database, newId, TimerRow, TimerVersionRow } from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { TimerTargets } from './targets.js';
import { readTimerBody, TimersStore, writeTimer, type StoredTimer } from './timers.store.js';

/** Timers a channel may have. */
const MOST = 200;

/** Makes, changes, removes and puts back timers. */
@Injectable()
export class TimersService {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly store: TimersStore,
    private readonly targets: TimerTargets,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  create(given: TimerBody): Promise<StoredTimer> {
    return this.queue.alone(() => {
      if (this.store.all().length >= MOST)
        throw new Problem(409, 'There are too many timers', `A channel has at most ${String(MOST)}.`);
      return this.save(storedTimer(given, newId(), 1), 'added');
    });
  }

  change(id: string, given: TimerBody, version: number): Promise<StoredTimer> {
    return this.queue.alone(() => {
      this.requireVersion(id, version);
      return this.save(storedTimer(given, id, version + 1), 'changed');
    });
  }

  /** Goes back to what the timer was before its last change; that too is a change. */
  stepBack(id: string, version: number): Promise<StoredTimer> {
    return this.queue.alone(async () => {
      this.requireVersion(id, version);
      const kept = await this.database.read.findOneBy(TimerVersionRow, { timerId: id, version: version - 1 });
      if (kept === null)
        throw new Problem(409, 'There is nothing to go back to', 'This is the first version of the timer.');
      return this.save(storedTimer(readTimerBody(kept.body), id, version + 1), 'put back');
    });
  }

  remove(id: string): Promise<void> {
    return this.queue.alone(async () => {
      const timer = this.require(id);
      const deletedAt = Date.now();
      await this.database.write((manager) => manager.update(TimerRow, { id }, { deletedAt }));
      this.store.put([{ ...timer, deletedAt }]);
      this.tell(timer, 'deleted');
    });
  }

  restore(id: string): Promise<StoredTimer> {
    return this.queue.alone(async () => {
      const row = await this.database.read.findOneBy(TimerRow, { id });
      if (row === null) throw new Problem(404, 'There is no such timer', 'Nothing was put back.');
      return this.save(storedTimer(readTimerBody(row.body), id, row.version + 1), 'put back');
    });
  }

  require(id: string): StoredTimer {
    const timer = this.store.find(id);
    if (timer === undefined)
      throw new Problem(
        404,
        'There is no such timer',
        'It was deleted. Your draft is kept in this browser; save it as a new timer.',
      );
    return timer;
  }

  /** Checks timers that come together. @throws Problem 422 naming which, and what is wrong */
  checkTogether(timers: readonly StoredTimer[]): void {
    const ids = new Set(timers.map(({ id }) => id));
    const rest = this.store.all().filter(({ id }) => !ids.has(id));
    for (const timer of timers) {
      const others = [...rest, ...timers.filter(({ id }) => id !== timer.id)];
      const words = Object.values(checkTimer(timer, others));
      if (words.length > 0)
        throw new Problem(422, 'Nothing was changed', `${timer.name}: ${words.join('. ')}.`);
    }
  }

  private async save(timer: StoredTimer, verb: string): Promise<StoredTimer> {
    const others = this.store.all().filter(({ id }) => id !== timer.id);
    const fields = checkTimer(timer, others, this.targets.around(timer));
    const words = Object.values(fields);
    if (words.length > 0)
      throw new Problem(422, 'The timer is not saved', `${words.join('. ')}. Your draft is kept.`, {
        fields,
      });
    await this.database.write((manager) => writeTimer(manager, timer));
    this.store.put([timer]);
    this.tell(timer, verb);
    return timer;
  }

  private requireVersion(id: string, version: number): void {
    const timer = this.require(id);
    if (timer.version === version) return;
    throw new Problem(
      409,
      'Somebody saved this timer meanwhile',
      'Nothing was overwritten. Your draft is kept; choose which one holds.',
      { current: { ...timerBody(timer), id, version: timer.version } },
    );
  }

  private tell({ id, name }: StoredTimer, verb: string): void {
    this.news.publish('timer', { id });
    this.activity.tell('changed', name, `${verb} (a timer)`);
  }
}

/** A timer as it is kept, from what a person wrote. */
export function storedTimer(given: TimerBody, id: string, version: number): StoredTimer {
  const body = timerBody(given);
  return {
    ...body,
    name: body.name.trim(),
    id,
    version,
    changedAt: Date.now(),
    deletedAt: null,
    unreadable: undefined,
  };
}
