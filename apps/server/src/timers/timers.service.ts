import { Injectable } from '@nestjs/common';
import type { World } from '@gully/core/channel';
import { BLANK_TIMER, checkTimer, timerBody, type TimerBody } from '@gully/core/timers';
import type { Faults, Surroundings } from '@gully/core/routines';
import { In } from 'typeorm';
import { type EntityManager } from '../database/index.js';
import { TimerRow } from './rows.js';
import { ThingParts, Things, type Head } from '../things/index.js';
import { TimerTargets } from './targets.js';
import { readTimer, TimersStore, writeTimer, type StoredTimer } from './timers.store.js';
import { TimerBodyDto } from './views.js';

/** Makes, changes, removes and puts back timers. */
@Injectable()
export class TimersService extends Things<'timer', StoredTimer> {
  protected readonly most = 200;
  protected readonly bodyShape = TimerBodyDto;

  constructor(
    parts: ThingParts,
    private readonly store: TimersStore,
    private readonly targets: TimerTargets,
  ) {
    super('timer', parts);
  }

  all(): readonly StoredTimer[] {
    return this.store.all();
  }
  find(id: string): StoredTimer | undefined {
    return this.store.find(id);
  }
  bodyOf(timer: StoredTimer): TimerBody {
    return timerBody(timer);
  }
  made(body: TimerBody, head: Head): StoredTimer {
    return { ...timerBody(body), ...head, unreadable: undefined };
  }
  readBody(given: object): TimerBody {
    return timerBody(given as TimerBody);
  }

  /** Nothing looks at timers while a line is rehearsed; their own rehearsal takes the draft itself. */
  inForce(world: World): World {
    return world;
  }

  protected tidied(body: TimerBody): TimerBody {
    return { ...body, name: body.name.trim() };
  }
  protected faultsOf(timer: StoredTimer, together: readonly StoredTimer[], about: Surroundings): Faults {
    const ids = new Set([timer.id, ...together.map(({ id }) => id)]);
    const others = [
      ...this.store.all().filter(({ id }) => !ids.has(id)),
      ...together.filter(({ id }) => id !== timer.id),
    ];
    return checkTimer(timer, others, about.has === undefined ? {} : this.targets.around(timer));
  }
  protected completed(body: Partial<TimerBody>): TimerBody {
    return timerBody({ ...BLANK_TIMER, ...body });
  }
  protected async deleted(ids: readonly string[]): Promise<StoredTimer[]> {
    return (await this.parts.database.read.findBy(TimerRow, { id: In([...ids]) })).map(readTimer);
  }
  protected async writeRows(manager: EntityManager, timers: readonly StoredTimer[]): Promise<void> {
    for (const timer of timers) await writeTimer(manager, timer);
  }
  protected put(timers: readonly StoredTimer[]): void {
    this.store.put(timers);
  }
  protected current(timer: StoredTimer): object {
    return { ...timerBody(timer), id: timer.id, version: timer.version };
  }
}
