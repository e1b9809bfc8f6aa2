import { Injectable } from '@nestjs/common';
import type { Bundle, ItemKind } from '@gully/core/bundles';
import { commandBody, titleOf } from '@gully/core/commands';
import { routineBody, withReferences, type Routine } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import type { TimerBody } from '@gully/core/timers';
import { ActivityService } from '../activity/index.js';
import { CommandsService, storedCommand } from '../commands/index.js';
import { BundleImportRow, Database, newId } from '../database/index.js';
import { JobQueue } from '../queue/index.js';
import { NamedRoutinesService } from '../routines/index.js';
import { storedTimer, TimersService } from '../timers/index.js';
import { BundledChannel, type Brought } from './bundled-channel.js';
import { Undoing } from './undoing.js';

/** What is to become of one thing in a bundle. */
export interface Choice {
  readonly kind: ItemKind;
  /** its name in the bundle */
  readonly name: string;
  readonly action: 'take' | 'rename' | 'leave';
  /** for rename */
  readonly as: string;
}

interface Placed<B> {
  readonly body: B;
  readonly id: string;
  readonly name: string;
  /** false when it is left as it is */
  readonly taken: boolean;
}

/** Where each thing of a bundle goes. */
interface Places {
  readonly commands: readonly Placed<Bundle['commands'][number]>[];
  readonly routines: readonly Placed<Bundle['routines'][number]>[];
  readonly lists: readonly Placed<Bundle['lists'][number]>[];
  readonly timers: readonly Placed<Bundle['timers'][number]>[];
}

/** Takes bundles in: all or nothing, with one undo. */
@Injectable()
export class Importing {
  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    private readonly channel: BundledChannel,
    private readonly undoing: Undoing,
    private readonly commands: CommandsService,
    private readonly routines: NamedRoutinesService,
    private readonly timers: TimersService,
    private readonly activity: ActivityService,
  ) {}

  /** @returns the import's id, for its undo, and how many things it changed */
  take(bundle: Bundle, choices: readonly Choice[]): Promise<{ id: string; changed: number }> {
    return this.queue.alone(() => this.takeAlone(bundle, choices));
  }

  private async takeAlone(
    bundle: Bundle,
    choices: readonly Choice[],
  ): Promise<{ id: string; changed: number }> {
    const now = Date.now();
    const brought = this.broughtBy(this.placesOf(bundle, choices), now);
    this.commands.checkTogether(brought.commands);
    this.routines.checkTogether(brought.routines);
    this.timers.checkTogether(brought.timers);
    const undo = JSON.stringify(this.undoing.before(brought));
    const id = newId();
    const saved = await this.database.write(async (manager) => {
      await manager.insert(BundleImportRow, { id, at: now, title: bundle.title, undo, undoneAt: null });
      return this.channel.write(manager, brought);
    });
    this.channel.put(brought, saved);
    const { commands, routines, timers } = brought;
    const changed = commands.length + routines.length + timers.length + saved.length;
    this.activity.tell('changed', bundle.title, `taken in, ${String(changed)} things`);
    return { id, changed };
  }

  private placesOf(bundle: Bundle, choices: readonly Choice[]): Places {
    const { channel } = this;
    const place = <B>(kind: ItemKind, name: string, body: B, ours: { id: string } | undefined): Placed<B> => {
      const choice = choices.find((each) => each.kind === kind && each.name === name);
      const action = choice?.action ?? 'take';
      if (action === 'leave') return { body, id: ours?.id ?? '', name, taken: false };
      if (action === 'rename') return { body, id: newId(), name: (choice?.as ?? '').trim(), taken: true };
      return { body, id: ours?.id ?? newId(), name, taken: true };
    };
    return {
      lists: bundle.lists.map((each) => place('lists', each.name, each, channel.listNamed(each.name))),
      routines: bundle.routines.map((each) =>
        place('routines', each.name, each, channel.routineNamed(each.name)),
      ),
      commands: bundle.commands.map((each) =>
        place('commands', titleOf(each, ''), each, channel.commandNamed(each)),
      ),
      timers: bundle.timers.map((each) => place('timers', each.name, each, channel.timerNamed(each.name))),
    };
  }

  private broughtBy(places: Places, now: number): Brought {
    const { channel } = this;
    const withIds = (routine: Routine): Routine => ({
      ...routine,
      steps: withReferences(routine.steps, (what, name) => {
        if (what === 'webhook') return name;
        return what === 'list'
          ? idOf(places.lists, (list) => list.name, name, channel.listNamed(name))
          : idOf(places.routines, (each) => each.name, name, channel.routineNamed(name));
      }),
    });
    const runsOf = ({ does, runs }: TimerBody): string => {
      if (does === 'say') return '';
      return does === 'routine'
        ? idOf(places.routines, (each) => each.name, runs, channel.routineNamed(runs))
        : idOf(places.commands, (each) => titleOf(each, ''), runs, channel.commandTitled(runs));
    };
    return {
      lists: taken(places.lists).map(({ id, name, body }) => ({ id, name, text: body.lines.join('\n') })),
      routines: taken(places.routines).map(({ id, name, body }) => ({
        ...routineBody(body),
        name,
        routine: withIds(body.routine),
        id,
        version: (channel.routines.find(id)?.version ?? 0) + 1,
        changedAt: now,
        deletedAt: null,
        unreadable: undefined,
      })),
      commands: taken(places.commands).map(({ id, name, body }) => {
        const renamed = body.trigger.name === '' ? body.trigger : { ...body.trigger, name };
        const next = { ...commandBody(body), trigger: renamed, routine: withIds(body.routine) };
        return storedCommand(next, id, channel.commands.find(id), now);
      }),
      timers: taken(places.timers).map(({ id, name, body }) =>
        storedTimer({ ...body, name, runs: runsOf(body) }, id, (channel.timers.find(id)?.version ?? 0) + 1),
      ),
    };
  }
}

function taken<B>(placed: readonly Placed<B>[]): Placed<B>[] {
  return placed.filter((each) => each.taken);
}

/** The id behind a name, in the bundle or in the channel. What is nowhere keeps its name, so that its place in the editor says what was meant. */
function idOf<B>(
  placed: readonly Placed<B>[],
  nameOf: (body: B) => string,
  name: string,
  ours: { readonly id: string } | undefined,
): string {
  const carried = placed.find(({ body }) => foldName(nameOf(body)) === foldName(name));
  return carried !== undefined && carried.id !== '' ? carried.id : (ours?.id ?? name);
}
