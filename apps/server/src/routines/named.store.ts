import type { EventKind } from '@gully/core/channel';
import { Injectable, type OnModuleInit } from '@nestjs/common';
import {
  BLANK_ROUTINE,
  countersOf,
  prepareRoutine,
  wordsOf,
  type NamedRoutine,
  type NamedRoutineBody,
  type PreparedNamed,
} from '@gully/core/routines';
import { In, IsNull } from 'typeorm';
import { Database, type EntityManager } from '../database/index.js';
import { NamedRoutineRow, RoutineRow } from './rows.js';
import { ChannelWorld } from '../live/index.js';
import { CountersStore } from './counters.store.js';
import { MemoryStore } from './memory.store.js';
import { readRoutine, routineRow } from './stored.js';

export interface StoredRoutine extends NamedRoutine {
  readonly version: number;
  readonly changedAt: number;
  readonly deletedAt: number | null;
  /** why what is stored cannot be read; the routine then cannot run */
  readonly unreadable: string | undefined;
}

/** The routines that stand for themselves, prepared, in memory. */
@Injectable()
export class NamedRoutinesStore implements OnModuleInit {
  private readonly stored = new Map<string, StoredRoutine>();
  private readonly prepared = new Map<string, PreparedNamed>();
  private byEvent = new Map<EventKind, PreparedNamed[]>();
  private counterNames: readonly string[] = [];
  private wordNames: readonly string[] = [];

  constructor(
    private readonly database: Database,
    counters: CountersStore,
    memory: MemoryStore,
    world: ChannelWorld,
  ) {
    counters.alsoNamed(() => this.counterNames);
    memory.alsoNamed(() => this.wordNames);
    const view = {
      find: (id: string) => this.preparedOf(id),
      forEvent: (kind: EventKind) => this.byEvent.get(kind) ?? [],
    };
    world.add('routines', { look: () => view });
  }

  async onModuleInit(): Promise<void> {
    await this.reload();
  }

  async reload(): Promise<void> {
    await this.database.readBetween(async (manager) => {
      const rows = await manager.findBy(NamedRoutineRow, { deletedAt: IsNull() });
      const found = await readNamed(manager, rows);
      this.stored.clear();
      this.prepared.clear();
      this.put(found);
    });
  }

  all(): StoredRoutine[] {
    return [...this.stored.values()].sort((a, b) => a.name.localeCompare(b.name));
  }

  find(id: string): StoredRoutine | undefined {
    return this.stored.get(id);
  }

  preparedOf(id: string): PreparedNamed | undefined {
    return this.prepared.get(id);
  }

  /** Takes over routines that were just written. */
  put(routines: readonly StoredRoutine[]): void {
    for (const routine of routines)
      if (routine.deletedAt === null) {
        this.stored.set(routine.id, routine);
        this.prepared.set(routine.id, prepareNamed(routine, routine.unreadable));
      } else {
        this.stored.delete(routine.id);
        this.prepared.delete(routine.id);
      }
    this.index();
  }

  private index(): void {
    this.byEvent = new Map();
    for (const { id, triggers } of this.all()) {
      const prepared = this.prepared.get(id);
      for (const kind of new Set(triggers.map(({ event }) => event)))
        if (prepared !== undefined) this.byEvent.set(kind, [...(this.byEvent.get(kind) ?? []), prepared]);
    }
    const routines = [...this.stored.values()].map(({ routine }) => routine);
    this.counterNames = [...new Set(routines.flatMap(countersOf))];
    this.wordNames = [...new Set(routines.flatMap(wordsOf))];
  }
}

export function prepareNamed(named: NamedRoutine, unreadable?: string): PreparedNamed {
  const prepared = prepareRoutine(named.id, named.name, named.routine);
  return { ...prepared, named, fault: unreadable ?? prepared.fault };
}

export async function readNamed(
  manager: EntityManager,
  rows: readonly NamedRoutineRow[],
): Promise<StoredRoutine[]> {
  const routines = await manager.findBy(RoutineRow, { id: In(rows.map(({ routineId }) => routineId)) });
  return rows.map((row) => {
    const { id, name, group, enabled, version, changedAt, deletedAt } = row;
    const kept = { id, name, group, version, changedAt, deletedAt };
    try {
      return {
        ...kept,
        enabled,
        triggers: JSON.parse(row.triggers) as NamedRoutineBody['triggers'],
        when: JSON.parse(row.when) as NamedRoutineBody['when'],
        routine: readRoutine(routines.find((each) => each.id === row.routineId)),
        unreadable: undefined,
      };
    } catch {
      const unreadable =
        'What is stored of it cannot be read. Write it again, or go back to the previous version.';
      return { ...BLANK_ROUTINE, ...kept, enabled: false, unreadable };
    }
  });
}

/** Writes a routine, within the caller’s write. */
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
}
