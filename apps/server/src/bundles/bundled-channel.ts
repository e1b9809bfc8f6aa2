import { Injectable } from '@nestjs/common';
import { titleOf, type CommandBody } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import { CommandsStore, writeTogether, type StoredCommand } from '../commands/index.js';
import { type EntityManager } from '../database/index.js';
import { ListsService, ListsStore, type KeptList } from '../lists/index.js';
import { NewsService } from '../news/index.js';
import { NamedRoutinesStore, writeNamed, type StoredRoutine } from '../routines/index.js';
import { TimersStore, writeTimer, type StoredTimer } from '../timers/index.js';

/** What a bundle brings, ready to be written. */
export interface Brought {
  readonly commands: readonly StoredCommand[];
  readonly routines: readonly StoredRoutine[];
  readonly timers: readonly StoredTimer[];
  readonly lists: readonly { readonly id: string; readonly name: string; readonly text: string }[];
}

/** The channel as bundles meet it: found by name, and written all or nothing. */
@Injectable()
export class BundledChannel {
  constructor(
    readonly commands: CommandsStore,
    readonly routines: NamedRoutinesStore,
    readonly timers: TimersStore,
    readonly lists: ListsStore,
    private readonly listsService: ListsService,
    private readonly news: NewsService,
  ) {}

  /** Within the caller’s write. @returns the lists as they are kept */
  async write(manager: EntityManager, { commands, routines, timers, lists }: Brought): Promise<KeptList[]> {
    const saved: KeptList[] = [];
    for (const { id, name, text } of lists) {
      const before = this.lists.find(id);
      const { list } = await this.listsService.writeList(manager, id, before, { name, text });
      saved.push(list);
    }
    for (const routine of routines) await writeNamed(manager, routine);
    await writeTogether(manager, commands);
    for (const timer of timers) await writeTimer(manager, timer);
    return saved;
  }

  /** Takes over what was written. Lists and routines first, since the others refer to them. */
  put({ commands, routines, timers }: Omit<Brought, 'lists'>, lists: readonly KeptList[]): void {
    for (const list of lists) this.lists.put(list);
    this.routines.put(routines);
    this.commands.put(commands);
    this.timers.put(timers);
    this.news.publish('commands', { count: commands.length });
    this.news.publish('routine', { id: '' });
    this.news.publish('list', { id: '' });
    this.news.publish('timer', { id: '' });
  }

  commandNamed({ trigger }: CommandBody): StoredCommand | undefined {
    return this.commands
      .all()
      .find((each) =>
        trigger.name === ''
          ? titleOf(each, '') === titleOf({ trigger }, '')
          : foldName(each.trigger.name) === foldName(trigger.name),
      );
  }
  /** By what stands for it where another refers to it. */
  commandTitled(title: string): StoredCommand | undefined {
    return this.commands.all().find((each) => foldName(titleOf(each, '')) === foldName(title.trim()));
  }
  routineNamed(name: string): StoredRoutine | undefined {
    return this.routines.all().find((each) => foldName(each.name) === foldName(name.trim()));
  }
  listNamed(name: string): KeptList | undefined {
    return this.lists.all().find((each) => foldName(each.name) === foldName(name.trim()));
  }
  timerNamed(name: string): StoredTimer | undefined {
    return this.timers.all().find((each) => foldName(each.name) === foldName(name.trim()));
  }
}
