import { Injectable } from '@nestjs/common';
import { checkCommand, commandBody, tidyCommand, titleOf, type CommandBody } from '@gully/core/commands';
import type { Surroundings } from '@gully/core/routines';
import { foldNick, type NamedViewer } from '@gully/core/viewers';
import { In } from 'typeorm';
import { ActivityService } from '../activity/index.js';
import { CommandRow, CommandVersionRow, Database, newId } from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { RoutineSurroundings } from '../routines/index.js';
import { ViewersService } from '../viewers/index.js';
import { CommandsStore, routinesOfRows } from './commands.store.js';
import { fromRow, fromVersion, storedCommand, type StoredCommand } from './stored.js';
import type { CommandDto, SeveralDto } from './views.js';
import { writeTogether } from './writing.js';

/** Commands a channel may have; the list is sent whole, so it has a bound. */
const MOST = 2_000;

const GONE = 'It was deleted. Your draft is kept in this browser; save it as a new command.';

/** Makes, changes, removes and puts back commands. Each change is on disk before it is answered. */
@Injectable()
export class CommandsService {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly store: CommandsStore,
    private readonly viewers: ViewersService,
    private readonly surroundings: RoutineSurroundings,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  list(): CommandDto[] {
    return this.store
      .all()
      .map((command) => this.view(command))
      .sort((a, b) => titleOf(a, '').localeCompare(titleOf(b, '')));
  }

  find(id: string): CommandDto {
    return this.view(this.require(id));
  }

  create(given: CommandBody): Promise<CommandDto> {
    return this.queue.alone(async () => {
      this.leaveRoom(1);
      const command = storedCommand(await this.bodyOf(given), newId(), undefined, Date.now());
      await this.save([command], 'added', this.surroundings.now());
      return this.find(command.id);
    });
  }

  change(id: string, given: CommandBody, version: number): Promise<CommandDto> {
    return this.queue.alone(async () => {
      const before = this.requireVersion(id, version);
      await this.save([changedTo(before, await this.bodyOf(given))], 'changed', this.surroundings.now());
      return this.find(id);
    });
  }

  /** Goes back to what the command was before its last change; that too is a change. */
  stepBack(id: string, version: number): Promise<CommandDto> {
    return this.queue.alone(async () => {
      const before = this.requireVersion(id, version);
      await this.save([await this.steppedBack(before)], 'put back');
      return this.find(id);
    });
  }

  async remove(id: string): Promise<void> {
    await this.several({ ids: [id], change: 'delete', group: '' });
  }

  /** Puts a deleted command back, its counts with it. */
  async restore(id: string): Promise<CommandDto> {
    await this.several({ ids: [id], change: 'restore', group: '' });
    return this.find(id);
  }

  /** The same for several at once: all of them or none. */
  several({ ids, change, group }: SeveralDto): Promise<CommandDto[]> {
    return this.queue.alone(async () => {
      const now = Date.now();
      switch (change) {
        case 'restore':
          await this.putBack(ids);
          break;
        case 'delete':
          await this.save(
            ids.map((id) => ({ ...this.require(id), deletedAt: now })),
            'deleted',
          );
          return [];
        case 'step-back':
          await this.save(await Promise.all(ids.map((id) => this.steppedBack(this.require(id)))), 'put back');
          break;
        case 'group':
        case 'switch-on':
        case 'switch-off': {
          const part = change === 'group' ? { group: group.trim() } : { enabled: change === 'switch-on' };
          const verb =
            change === 'group' ? 'grouped' : change === 'switch-on' ? 'switched on' : 'switched off';
          await this.save(
            ids.map((id) => changedTo(this.require(id), part)),
            verb,
          );
        }
      }
      return ids.map((id) => this.find(id));
    });
  }

  private async putBack(ids: readonly string[]): Promise<void> {
    const gone = ids.filter((id) => this.store.find(id) === undefined);
    this.leaveRoom(gone.length);
    const rows = await this.database.read.findBy(CommandRow, { id: In(gone) });
    if (rows.length < gone.length)
      throw new Problem(404, 'There is no such command', 'It was never saved here. Nothing was put back.');
    const routines = await routinesOfRows(this.database.read, rows);
    const restored = rows.map((row) => ({ ...fromRow(row, routines.get(row.routineId)), deletedAt: null }));
    await this.save(restored, 'put back');
  }

  private async steppedBack(before: StoredCommand): Promise<StoredCommand> {
    const kept = await this.database.read.findOneBy(CommandVersionRow, {
      commandId: before.id,
      version: before.version - 1,
    });
    if (kept === null)
      throw new Problem(409, 'There is nothing to go back to', 'This is the first version of the command.');
    return changedTo(before, fromVersion(kept.body));
  }

  /**
   * Checks the commands against all others and each other, writes them together, and tells.
   *
   * @param about what there is to refer to; not asked where nobody changed what is referred to
   */
  private async save(
    commands: readonly StoredCommand[],
    verb: string,
    about: Surroundings = {},
  ): Promise<void> {
    for (const command of commands) if (command.deletedAt === null) this.check(command, commands, about);
    await this.database.write((manager) => writeTogether(manager, commands));
    this.store.put(commands);
    this.tell(commands, verb);
  }

  /** Checks commands against all others and each other. @throws Problem 422 naming which, and what is wrong */
  checkTogether(commands: readonly StoredCommand[]): void {
    this.leaveRoom(commands.filter(({ id }) => this.store.find(id) === undefined).length);
    for (const command of commands) this.check(command, commands, {});
  }

  private check(command: StoredCommand, together: readonly StoredCommand[], about: Surroundings): void {
    const ids = new Set(together.map(({ id }) => id));
    const others = [
      ...this.store.all().filter(({ id }) => !ids.has(id)),
      ...together.filter(({ id, deletedAt }) => id !== command.id && deletedAt === null),
    ];
    const faults = checkCommand(command, others, this.store.prefix, about);
    const circle = this.surroundings.callFault(
      command.id,
      titleOf(command, this.store.prefix),
      command.routine,
    );
    if (circle !== undefined) faults.steps = circle;
    const words = Object.values(faults);
    if (words.length === 0) return;
    const which = together.length > 1 ? `${titleOf(command, this.store.prefix)}: ` : '';
    throw new Problem(
      422,
      together.length > 1 ? 'Nothing was changed' : 'The command is not saved',
      `${which}${words.join('. ')}. ${together.length > 1 ? 'None of them was changed.' : 'Your draft is kept.'}`,
      { fields: faults },
    );
  }

  /** The body as it is kept: tidied, and with named viewers bound to who they are. */
  private async bodyOf(given: CommandBody): Promise<CommandBody> {
    const body = tidyCommand(commandBody(given), this.store.prefix);
    const { always, never } = body.gates;
    await this.viewers.loadNames([...always, ...never].map(({ name }) => name));
    const bind = ({ name, viewer }: NamedViewer): NamedViewer => {
      const plain = name.trim().replace(/^@/u, '');
      return { name: plain, viewer: viewer ?? this.viewers.named(foldNick(plain))?.id ?? null };
    };
    return { ...body, gates: { ...body.gates, always: always.map(bind), never: never.map(bind) } };
  }

  private leaveRoom(more: number): void {
    if (this.store.all().length + more > MOST)
      throw new Problem(
        409,
        'There are too many commands',
        `A channel has at most ${String(MOST)}. Delete some first.`,
      );
  }

  private require(id: string): StoredCommand {
    const command = this.store.find(id);
    if (command === undefined) throw new Problem(404, 'There is no such command', GONE);
    return command;
  }

  private requireVersion(id: string, version: number): StoredCommand {
    const command = this.require(id);
    if (command.version === version) return command;
    throw new Problem(
      409,
      'Somebody saved this command meanwhile',
      'Nothing was overwritten. Your draft is kept; choose which one holds.',
      { current: this.view(command) },
    );
  }

  private tell(commands: readonly StoredCommand[], verb: string): void {
    const [first] = commands;
    if (first === undefined) return;
    if (commands.length === 1) this.news.publish('command', { id: first.id });
    else this.news.publish('commands', { count: commands.length });
    const subject =
      commands.length === 1 ? titleOf(first, this.store.prefix) : `${String(commands.length)} commands`;
    this.activity.tell('changed', subject, verb);
  }

  private view(command: StoredCommand): CommandDto {
    const { id, version, uses } = command;
    return {
      ...(commandBody(command) as unknown as CommandDto),
      id,
      version,
      uses,
      usesLastWeek: this.store.lastWeek(id),
      changedAt: new Date(command.changedAt).toISOString(),
      lastUse: command.lastUse === null ? null : new Date(command.lastUse).toISOString(),
      fault: this.store.faultOf(id) ?? null,
    };
  }
}

function changedTo(before: StoredCommand, part: Partial<CommandBody>): StoredCommand {
  return { ...before, ...part, version: before.version + 1, changedAt: Date.now(), unreadable: undefined };
}
