import { randomInt } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { ChatLine } from '@gully/core/chat';
import { openCommands } from '@gully/core/commands';
import type { World } from '@gully/core/pipeline';
import { strangerFacts } from '@gully/core/viewers';
import { CommandsStore } from '../commands/index.js';
import { channelName, Environment } from '../configuration/index.js';
import { ListsStore } from '../lists/index.js';
import { NamedRoutinesStore, RoutinesStore } from '../routines/index.js';
import { RunsStore } from '../runs/index.js';
import { Streams, StreamService } from '../stream/index.js';
import { ViewersService } from '../viewers/index.js';
import { WebhooksStore } from '../webhooks/index.js';

/** Viewer ids are ULIDs, so this cannot be one. */
export const SELF = 'self';

/** The channel as it is now, as the stages look at it. */
@Injectable()
export class ChannelWorld {
  constructor(
    private readonly environment: Environment,
    private readonly commands: CommandsStore,
    private readonly routines: RoutinesStore,
    private readonly named: NamedRoutinesStore,
    private readonly lists: ListsStore,
    private readonly webhooks: WebhooksStore,
    private readonly runs: RunsStore,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly streams: Streams,
  ) {}

  /** render steps taken since it was last set to none */
  readonly work = { steps: 0 };

  private timersInWords: () => string = () => '';
  /** @param words the timers that are due next */
  tellTimersBy(words: () => string): void {
    this.timersInWords = words;
  }

  now(): World {
    const { environment, commands, routines, named, lists, viewers, streams } = this;
    const { index } = commands;
    return {
      self: SELF,
      channelName: channelName(environment),
      timeZone: environment.GULLY_TIME_ZONE,
      stream: this.stream.state,
      chance: { below: (count) => randomInt(count) },
      work: this.work,
      index,
      counter: (name) => routines.counter(name),
      counterNames: () => [
        ...new Set([...routines.counterNames(), ...commands.counterNames, ...named.counterNames]),
      ],
      drawState: (owner, step) => routines.drawState(owner, step),
      lists: () => lists.all(),
      list: (id) => lists.find(id),
      remembered: (span, viewer, name) => routines.remembered(span, viewer, name),
      rememberedNames: () => [
        ...new Set([...routines.rememberedNames(), ...commands.wordNames, ...named.wordNames]),
      ],
      routine: (id) => named.preparedOf(id),
      routinesFor: (kind) => named.forEvent(kind),
      webhookNames: () => this.webhooks.names(),
      timersInWords: () => this.timersInWords(),
      runsOf: (owner) => this.runs.of(owner),
      openCommands: (viewer, roles) => openCommands(index, viewer, roles),
      hasArrived: (viewer) => streams.hasArrived(viewer),
      lastWrote: (viewer) => viewers.lastWrote(viewer),
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

  /**
   * Looks up what deciding may ask of: the viewers that texts name, and what those it is about used
   * before and what is remembered of them.
   */
  async prepare(texts: readonly string[], viewers: readonly string[]): Promise<void> {
    await this.viewers.loadNames(texts.flatMap((text) => namesIn(text, this.commands.prefix)));
    await this.commands.loadUses(viewers);
    await this.routines.load([SELF, ...viewers]);
  }
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
