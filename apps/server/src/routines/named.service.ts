import { Injectable } from '@nestjs/common';
import {
  checkNamedRoutine,
  routineBody,
  type Faults,
  type NamedRoutineBody,
  type Surroundings,
} from '@gully/core/routines';
import type { NamedViewer } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import {
  Database,
  type EntityManager,
  NamedRoutineRow,
  newId,
  RoutineRow,
  RoutineVersionRow,
} from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { ViewersService } from '../viewers/index.js';
import {
  fromNamedVersion,
  NamedRoutinesStore,
  namedVersionText,
  readNamed,
  type StoredRoutine,
} from './named.store.js';
import { routineRow } from './stored.js';
import { RoutineSurroundings } from './surroundings.js';

/** Routines a channel may have. */
const MOST = 1_000;

/** Makes, changes, removes and puts back routines that stand for themselves. */
@Injectable()
export class NamedRoutinesService {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly store: NamedRoutinesStore,
    private readonly surroundings: RoutineSurroundings,
    private readonly viewers: ViewersService,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  create(given: NamedRoutineBody): Promise<StoredRoutine> {
    return this.queue.alone(async () => {
      if (this.store.all().length >= MOST)
        throw new Problem(409, 'There are too many routines', `A channel has at most ${String(MOST)}.`);
      return this.save(await this.storedOf(newId(), 1, given), 'added');
    });
  }

  change(id: string, given: NamedRoutineBody, version: number): Promise<StoredRoutine> {
    return this.queue.alone(async () => {
      this.requireVersion(id, version);
      return this.save(await this.storedOf(id, version + 1, given), 'changed');
    });
  }

  /** Goes back to what the routine was before its last change; that too is a change. */
  stepBack(id: string, version: number): Promise<StoredRoutine> {
    return this.queue.alone(async () => {
      this.requireVersion(id, version);
      const kept = await this.database.read.findOneBy(RoutineVersionRow, {
        routineId: id,
        version: version - 1,
      });
      if (kept === null)
        throw new Problem(409, 'There is nothing to go back to', 'This is the first version of the routine.');
      return this.save(await this.storedOf(id, version + 1, fromNamedVersion(kept.body)), 'put back');
    });
  }

  remove(id: string): Promise<void> {
    return this.queue.alone(async () => {
      const deletedAt = Date.now();
      await this.database.write((manager) => manager.update(NamedRoutineRow, { id }, { deletedAt }));
      const routine = this.require(id);
      this.store.put([{ ...routine, deletedAt }]);
      this.tell(routine, 'deleted');
    });
  }

  restore(id: string): Promise<StoredRoutine> {
    return this.queue.alone(async () => {
      const rows = await this.database.read.findBy(NamedRoutineRow, { id });
      const [routine] = await readNamed(this.database.read, rows);
      if (routine === undefined) throw new Problem(404, 'There is no such routine', 'Nothing was put back.');
      return this.save({ ...routine, deletedAt: null, version: routine.version + 1 }, 'put back');
    });
  }

  require(id: string): StoredRoutine {
    const routine = this.store.find(id);
    if (routine === undefined)
      throw new Problem(
        404,
        'There is no such routine',
        'It was deleted. Your draft is kept in this browser; save it as a new routine.',
      );
    return routine;
  }

  /** Checks routines that come together. @throws Problem 422 naming which, and what is wrong */
  checkTogether(routines: readonly StoredRoutine[]): void {
    for (const routine of routines) {
      const words = Object.values(this.faultsOf(routine, routines, {}));
      if (words.length > 0)
        throw new Problem(422, 'Nothing was changed', `${routine.name}: ${words.join('. ')}.`);
    }
  }

  private faultsOf(routine: StoredRoutine, together: readonly StoredRoutine[], about: Surroundings): Faults {
    const ids = new Set(together.map(({ id }) => id));
    const others = [
      ...this.store.all().filter(({ id }) => !ids.has(id)),
      ...together.filter(({ id }) => id !== routine.id),
    ];
    const faults = checkNamedRoutine(routine, others, about);
    const circle = this.surroundings.callFault(routine.id, routine.name, routine.routine, together);
    if (circle !== undefined) faults.steps = circle;
    return faults;
  }

  /** Checks a routine against all others. @throws Problem 422 naming what is wrong, by place */
  private check(routine: StoredRoutine): void {
    const faults = this.faultsOf(routine, [routine], this.surroundings.now());
    const words = Object.values(faults);
    if (words.length > 0)
      throw new Problem(422, 'The routine is not saved', `${words.join('. ')}. Your draft is kept.`, {
        fields: faults,
      });
  }

  private async save(routine: StoredRoutine, verb: string): Promise<StoredRoutine> {
    this.check(routine);
    await this.database.write((manager) => writeNamed(manager, routine));
    this.store.put([routine]);
    this.tell(routine, verb);
    return routine;
  }

  private async storedOf(id: string, version: number, given: NamedRoutineBody): Promise<StoredRoutine> {
    const body = routineBody(given);
    await this.viewers.loadNames(body.triggers.flatMap(({ viewers }) => viewers.map(({ name }) => name)));
    const bind = ({ name, viewer }: NamedViewer): NamedViewer => {
      const plain = name.trim().replace(/^@/u, '');
      return { name: plain, viewer: viewer ?? this.viewers.named(plain)?.id ?? null };
    };
    return {
      ...body,
      name: body.name.trim(),
      group: body.group.trim(),
      triggers: body.triggers.map((trigger) => ({ ...trigger, viewers: trigger.viewers.map(bind) })),
      id,
      version,
      changedAt: Date.now(),
      deletedAt: null,
      unreadable: undefined,
    };
  }

  private requireVersion(id: string, version: number): StoredRoutine {
    const routine = this.require(id);
    if (routine.version === version) return routine;
    throw new Problem(
      409,
      'Somebody saved this routine meanwhile',
      'Nothing was overwritten. Your draft is kept; choose which one holds.',
      { current: { ...routineBody(routine), id, version: routine.version } },
    );
  }

  private tell({ id, name }: StoredRoutine, verb: string): void {
    this.news.publish('routine', { id });
    this.activity.tell('changed', name, `${verb} (a routine)`);
  }
}

/** Writes a routine with its version, within the caller’s write. */
export async function writeNamed(manager: EntityManager, stored: StoredRoutine): Promise<void> {
  const { id, name, group, enabled, triggers, when, routine, version, changedAt, deletedAt } = stored;
  await manager.save(RoutineRow, routineRow(id, routine, changedAt));
  await manager.save(NamedRoutineRow, {
    id,
    name,
    group,
    enabled,
    triggers: JSON.stringify(triggers),
    when: JSON.stringify(when),
    routineId: id,
    version,
    changedAt,
    deletedAt,
  });
  await manager.save(RoutineVersionRow, {
    routineId: id,
    version,
    changedAt,
    body: namedVersionText(stored),
  });
}
