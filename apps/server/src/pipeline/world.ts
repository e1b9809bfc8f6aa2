import { randomInt } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { ChatLine } from '@gully/core/chat';
import type { RefusedChange, UseChange } from '@gully/core/commands';
import type { Change, World } from '@gully/core/pipeline';
import { strangerFacts } from '@gully/core/viewers';
import { CommandsStore } from '../commands/index.js';
import { channelName, Environment } from '../configuration/index.js';
import type { EntityManager } from '../database/index.js';
import { NewsService } from '../news/index.js';
import { RoutinesStore } from '../routines/index.js';
import { StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';

/** Viewer ids are ULIDs, so this cannot be one. */
export const SELF = 'self';

/** The channel as it is now, as the stages look at it, and where what they decide is kept. */
@Injectable()
export class ChannelWorld {
  constructor(
    private readonly environment: Environment,
    private readonly commands: CommandsStore,
    private readonly routines: RoutinesStore,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly news: NewsService,
  ) {}

  now(): World {
    const { environment, commands, routines, viewers } = this;
    return {
      self: SELF,
      channelName: channelName(environment),
      timeZone: environment.GULLY_TIME_ZONE,
      stream: this.stream.state,
      chance: { below: (count) => randomInt(count) },
      index: commands.index,
      counter: (name) => routines.counter(name),
      counterNames: () => [...new Set([...routines.counterNames(), ...commands.counterNames])],
      drawState: (owner, step) => routines.drawState(owner, step),
      use: (commandId, viewer) => commands.use(commandId, viewer),
      toldRefusal: (viewer) => commands.toldRefusal(viewer),
      // Name and roles as they are with this line; what is stored of them is older.
      viewerOf: ({ viewer, name, roles, at }: ChatLine) => ({
        ...(viewers.facts(viewer) ?? strangerFacts(viewer, name, roles, at)),
        name,
        roles,
      }),
      viewerNamed: (name) => {
        const row = viewers.named(name);
        return row === undefined ? undefined : viewers.facts(row.id);
      },
      // There is no currency yet, so nothing costs and there are no ranks.
      standing: () => undefined,
    };
  }

  /** Looks up what deciding these messages may ask of: the viewers they name, and what the speakers used before. */
  async prepare(texts: readonly string[], speakers: readonly string[]): Promise<void> {
    await this.viewers.loadNames(texts.flatMap((text) => namesIn(text, this.commands.prefix)));
    await this.commands.loadUses(speakers);
  }

  /** Takes changes into account at once, so that the next message of the same moment meets them. */
  apply(changes: readonly Change[]): void {
    for (const change of changes)
      if (isOfCommands(change)) this.commands.apply(change);
      else this.routines.apply(change);
  }

  /** Writes changes down, within the caller’s write. */
  async write(manager: EntityManager, changes: readonly Change[]): Promise<void> {
    await this.commands.write(manager, changes.filter(isOfCommands));
    await this.routines.write(
      manager,
      changes.filter((change) => !isOfCommands(change)),
    );
  }

  /** Tells pages what of it they show. */
  tell(changes: readonly Change[]): void {
    for (const change of changes)
      if (change.kind === 'counter')
        this.news.publish('counter', { name: change.counter, value: change.value });
  }

  /** What is in memory is read from disk again, after a write failed. */
  async reload(): Promise<void> {
    await this.commands.reload();
    await this.routines.reload();
  }
}

function isOfCommands(change: Change): change is UseChange | RefusedChange {
  return change.kind === 'use' || change.kind === 'refused';
}

/** Words that may be meant as viewers: the first few behind a command, and those behind an @ anywhere. */
function namesIn(text: string, prefix: string): string[] {
  const words = text.trim().split(/\s+/u);
  const behind = text.trimStart().startsWith(prefix) ? words.slice(1, 7) : [];
  const marked = words.filter((word) => word.startsWith('@')).slice(0, 6);
  return [...behind, ...marked]
    .map((word) => word.replace(/^@/u, '').replace(/[,:]$/u, ''))
    .filter((word) => word !== '' && word.length <= 50);
}
