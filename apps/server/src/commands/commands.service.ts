import { Injectable } from '@nestjs/common';
import { checkCommand, commandBody, PREFIX, tidyName, type CommandBody } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import { ulid } from 'ulid';
import { ActivityService } from '../activity/index.js';
import {
  CommandNameRow,
  CommandRow,
  CommandVersionRow,
  Database,
  type EntityManager,
} from '../database/index.js';
import { NewsService } from '../news/index.js';
import { Problem } from '../problem/index.js';
import { CommandsStore } from './commands.store.js';
import type { CommandDto } from './views.js';

/** Commands a channel may have; the list is sent whole, so it has a bound. */
const MOST = 2_000;

const GONE = 'It was deleted. Your draft is kept in this browser; save it as a new command.';

/** Makes, changes, removes and puts back commands. Each change is on disk before it is answered. */
@Injectable()
export class CommandsService {
  /** Changes run one behind the other, so that a check cannot be overtaken by a write. */
  private last: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly database: Database,
    private readonly store: CommandsStore,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  list(): CommandDto[] {
    return this.store
      .all()
      .map((row) => this.view(row))
      .sort((a, b) => a.name.localeCompare(b.name));
  }

  find(id: string): CommandDto {
    return this.view(this.require(id));
  }

  create(given: CommandBody): Promise<CommandDto> {
    return this.inTurn(async () => {
      if (this.store.all().length >= MOST)
        throw new Problem(
          409,
          'There are too many commands',
          `A channel has at most ${String(MOST)}. Delete some first.`,
        );
      const row: CommandRow = {
        ...bodyOf(given),
        id: ulid(),
        version: 1,
        changedAt: Date.now(),
        deletedAt: null,
        uses: 0,
        lastUse: null,
      };
      this.check(row);
      return this.save(row, 'added');
    });
  }

  change(id: string, given: CommandBody, version: number): Promise<CommandDto> {
    return this.inTurn(async () => {
      const before = this.requireVersion(id, version);
      const row: CommandRow = { ...before, ...bodyOf(given), version: version + 1, changedAt: Date.now() };
      this.check(row);
      return this.save(row, 'changed');
    });
  }

  /** Goes back to what the command was before its last change; that too is a change. */
  stepBack(id: string, version: number): Promise<CommandDto> {
    return this.inTurn(async () => {
      const before = this.requireVersion(id, version);
      const kept = await this.database.read.findOneBy(CommandVersionRow, {
        commandId: id,
        version: version - 1,
      });
      if (kept === null)
        throw new Problem(409, 'There is nothing to go back to', 'This is the first version of the command.');
      const row: CommandRow = {
        ...before,
        ...bodyOf(JSON.parse(kept.body) as CommandBody),
        version: version + 1,
        changedAt: Date.now(),
      };
      this.check(row);
      return this.save(row, 'put back');
    });
  }

  remove(id: string): Promise<void> {
    return this.inTurn(async () => {
      const row = this.require(id);
      await this.database.write(async (manager) => {
        await manager.delete(CommandNameRow, { commandId: id });
        await manager.update(CommandRow, { id }, { deletedAt: Date.now() });
      });
      this.store.remove(id);
      this.tell(row, 'deleted');
    });
  }

  /** Puts a deleted command back, its counts with it. */
  restore(id: string): Promise<CommandDto> {
    return this.inTurn(async () => {
      const known = this.store.find(id);
      if (known !== undefined) return this.view(known);
      const row = await this.database.read.findOneBy(CommandRow, { id });
      if (row === null) throw new Problem(404, 'There is no such command', 'It was never saved here.');
      const restored = { ...row, deletedAt: null };
      this.check(restored);
      await this.database.write(async (manager) => {
        await manager.update(CommandRow, { id }, { deletedAt: null });
        await writeNames(manager, restored);
      });
      await this.store.reload();
      this.tell(restored, 'put back');
      return this.find(id);
    });
  }

  private async save(row: CommandRow, verb: string): Promise<CommandDto> {
    const { uses: _uses, lastUse: _lastUse, ...fields } = row;
    await this.database.write(async (manager) => {
      // Uses are counted by the pipeline meanwhile, so a change must not write them.
      if (row.version === 1) await manager.insert(CommandRow, row);
      else await manager.update(CommandRow, { id: row.id }, fields);
      await writeNames(manager, row);
      const { id: commandId, version, changedAt } = row;
      await manager.insert(CommandVersionRow, {
        commandId,
        version,
        changedAt,
        body: JSON.stringify(bodyOf(row)),
      });
    });
    this.store.put(row);
    this.tell(row, verb);
    return this.find(row.id);
  }

  private check(row: CommandRow): void {
    const faults = checkCommand(
      row,
      this.store.all().filter(({ id }) => id !== row.id),
    );
    const words = Object.values(faults);
    if (words.length === 0) return;
    throw new Problem(422, 'The command is not saved', `${words.join('. ')}. Your draft is kept.`, {
      fields: faults,
    });
  }

  private require(id: string): CommandRow {
    const row = this.store.find(id);
    if (row === undefined) throw new Problem(404, 'There is no such command', GONE);
    return row;
  }

  private requireVersion(id: string, version: number): CommandRow {
    const row = this.require(id);
    if (row.version === version) return row;
    throw new Problem(
      409,
      'Somebody saved this command meanwhile',
      'Nothing was overwritten. Your draft is kept; choose which one holds.',
      {
        current: this.view(row),
      },
    );
  }

  private tell(row: CommandRow, verb: string): void {
    this.news.publish('command', { id: row.id });
    this.activity.tell('changed', `${PREFIX}${row.name}`, verb);
  }

  private view(row: CommandRow): CommandDto {
    const { id, version, uses } = row;
    return {
      ...bodyOf(row),
      id,
      version,
      uses,
      changedAt: new Date(row.changedAt).toISOString(),
      lastUse: row.lastUse === null ? null : new Date(row.lastUse).toISOString(),
      fault: this.store.index.get(foldName(row.name))?.fault ?? null,
    };
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const mine = this.last.then(work);
    this.last = mine.catch(() => undefined);
    return mine;
  }
}

/** The body as it is kept, with names tidied. */
function bodyOf(given: CommandBody): CommandBody & { aliases: string[] } {
  return { ...commandBody(given), name: tidyName(given.name), aliases: given.aliases.map(tidyName) };
}

async function writeNames(manager: EntityManager, { id, name, aliases }: CommandRow): Promise<void> {
  await manager.delete(CommandNameRow, { commandId: id });
  await manager.insert(
    CommandNameRow,
    [name, ...aliases].map((each) => ({ name: foldName(each), commandId: id })),
  );
}
