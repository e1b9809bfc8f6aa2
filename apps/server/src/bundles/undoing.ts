import { Injectable } from '@nestjs/common';
import { commandBody, type CommandBody } from '@gully/core/commands';
import { routineBody, type NamedRoutineBody } from '@gully/core/routines';
import { timerBody, type TimerBody } from '@gully/core/timers';
import { ActivityService } from '../activity/index.js';
import { storedCommand } from '../commands/index.js';
import { BundleImportRow, Database, ListRow, NamedRoutineRow } from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { Problem } from '../problem/index.js';
import { storedTimer } from '../timers/index.js';
import { BundledChannel, type Brought } from './bundled-channel.js';

interface Replaced<B> {
  readonly id: string;
  /** the one the import gave it */
  readonly version: number;
  /** what was there before; null for what was added */
  readonly before: B | null;
}

/** What an import changed, for taking it back. It is kept as JSON. */
export interface Undo {
  readonly commands: readonly Replaced<CommandBody>[];
  readonly routines: readonly Replaced<NamedRoutineBody>[];
  readonly lists: readonly Replaced<{ name: string; text: string }>[];
  /** absent in what was taken in before there were timers */
  readonly timers?: readonly Replaced<TimerBody>[];
}

/** Takes an import back: what it added goes, what it replaced is as it was. */
@Injectable()
export class Undoing {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly channel: BundledChannel,
    private readonly activity: ActivityService,
  ) {}

  /** What is in the way of what is brought, to be put back later. */
  before({ commands, routines, timers, lists }: Brought): Undo {
    const { channel } = this;
    return {
      commands: commands.map(({ id, version }) => ({
        id,
        version,
        before: bodyOrNull(channel.commands.find(id), commandBody),
      })),
      routines: routines.map(({ id, version }) => ({
        id,
        version,
        before: bodyOrNull(channel.routines.find(id), routineBody),
      })),
      timers: timers.map(({ id, version }) => ({
        id,
        version,
        before: bodyOrNull(channel.timers.find(id), timerBody),
      })),
      lists: lists.map(({ id }) => ({
        id,
        version: (channel.lists.find(id)?.version ?? 0) + 1,
        before: bodyOrNull(channel.lists.find(id), ({ name, lines }) => ({ name, text: lines.join('\n') })),
      })),
    };
  }

  undo(id: string): Promise<void> {
    return this.queue.alone(() => this.undoAlone(id));
  }

  private async undoAlone(id: string): Promise<void> {
    const { channel } = this;
    const row = await this.database.read.findOneBy(BundleImportRow, { id });
    if (row?.undoneAt !== null)
      throw new Problem(404, 'There is no such import', 'It may have been taken back already.');
    const undo = { timers: [], ...(JSON.parse(row.undo) as Undo) };
    const now = Date.now();
    const changed = [
      ...undo.commands.filter((each) => channel.commands.find(each.id)?.version !== each.version),
      ...undo.routines.filter((each) => channel.routines.find(each.id)?.version !== each.version),
      ...undo.timers.filter((each) => channel.timers.find(each.id)?.version !== each.version),
      ...undo.lists.filter((each) => channel.lists.find(each.id)?.version !== each.version),
    ];
    if (changed.length > 0)
      throw new Problem(
        409,
        'It is not taken back',
        `${String(changed.length)} of what it brought were changed or deleted since. Nothing was changed; step back each by itself.`,
      );
    const gone = undo.lists.filter(({ before }) => before === null).map((each) => each.id);
    const back: Brought = {
      commands: undo.commands.flatMap(({ id: commandId, before }) => {
        const current = channel.commands.find(commandId);
        if (current === undefined) return [];
        return [
          before === null ? { ...current, deletedAt: now } : storedCommand(before, commandId, current, now),
        ];
      }),
      routines: undo.routines.flatMap(({ id: routineId, version, before }) => {
        const current = channel.routines.find(routineId);
        if (current === undefined) return [];
        const deletedAt = before === null ? now : null;
        return [{ ...current, ...(before ?? {}), version: version + 1, changedAt: now, deletedAt }];
      }),
      timers: undo.timers.flatMap(({ id: timerId, version, before }) => {
        const current = channel.timers.find(timerId);
        if (current === undefined) return [];
        const deletedAt = before === null ? now : null;
        return [{ ...storedTimer(before ?? current, timerId, version + 1), deletedAt }];
      }),
      lists: undo.lists.flatMap(({ id: listId, before }) =>
        before === null ? [] : [{ id: listId, ...before }],
      ),
    };
    const saved = await this.database.write(async (manager) => {
      await manager.update(BundleImportRow, { id }, { undoneAt: now });
      for (const each of gone) await manager.update(ListRow, { id: each }, { deletedAt: now });
      const kept = back.routines.filter(({ deletedAt }) => deletedAt === null);
      for (const { id: routineId } of back.routines.filter((each) => !kept.includes(each)))
        await manager.update(NamedRoutineRow, { id: routineId }, { deletedAt: now });
      return channel.write(manager, { ...back, routines: kept });
    });
    for (const each of gone) channel.lists.remove(each);
    channel.put(back, saved);
    this.activity.tell('changed', row.title, 'taken back');
  }
}

function bodyOrNull<T, B>(given: T | undefined, bodyOf: (given: T) => B): B | null {
  return given === undefined ? null : bodyOf(given);
}
