import { randomInt } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { ChatLine } from '@gully/core/chat';
import { openCommands } from '@gully/core/commands';
import type { Change, World } from '@gully/core/pipeline';
import { strangerFacts } from '@gully/core/viewers';
import { CommandsStore } from '../commands/index.js';
import { channelName, Environment } from '../configuration/index.js';
import type { EntityManager } from '../database/index.js';
import { ListsStore } from '../lists/index.js';
import { NewsService } from '../news/index.js';
import { NamedRoutinesStore, RoutinesStore } from '../routines/index.js';
import { RunsStore } from '../runs/index.js';
import { Streams, StreamService } from '../stream/index.js';
import { TimersStore } from '../timers/index.js';
import { ViewersService } from '../viewers/index.js';
import { Deliveries, WebhooksStore } from '../webhooks/index.js';

/** Milliseconds until runs that are due go on after they were read again; a disk that fails is not asked without pause. */
const WAKE_MS = 1_000;
/** Viewer ids are ULIDs, so this cannot be one. */
export const SELF = 'self';

type ChangeOf<K extends Change['kind']> = Extract<Change, { kind: K }>;
function ofKinds<K extends Change['kind']>(changes: readonly Change[], ...kinds: K[]): ChangeOf<K>[] {
  return changes.filter((change): change is ChangeOf<K> => (kinds as string[]).includes(change.kind));
}

/** The channel as it is now, as the stages look at it, and where what they decide is kept. */
@Injectable()
export class ChannelWorld {
  constructor(
    private readonly environment: Environment,
    private readonly commands: CommandsStore,
    private readonly routines: RoutinesStore,
    private readonly named: NamedRoutinesStore,
    private readonly lists: ListsStore,
    private readonly webhooks: WebhooksStore,
    private readonly deliveries: Deliveries,
    private readonly runs: RunsStore,
    private readonly viewers: ViewersService,
    private readonly stream: StreamService,
    private readonly streams: Streams,
    private readonly timers: TimersStore,
    private readonly news: NewsService,
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

  /** Takes changes into account at once, so that the next message of the same moment meets them. */
  apply(changes: readonly Change[]): void {
    for (const change of changes)
      switch (change.kind) {
        case 'use':
        case 'refused':
          this.commands.apply(change);
          break;
        case 'run':
        case 'run-ended':
          this.runs.apply(change);
          break;
        case 'drawn':
          this.lists.apply(change);
          break;
        case 'arrival':
          this.streams.arrive(change.viewer);
          break;
        case 'timer':
          this.timers.apply(change);
          break;
        case 'post':
          break;
        default:
          this.routines.apply(change);
      }
  }

  /** Writes changes down, within the caller’s write. */
  async write(manager: EntityManager, changes: readonly Change[]): Promise<void> {
    await this.commands.write(manager, ofKinds(changes, 'use', 'refused'));
    await this.routines.write(manager, ofKinds(changes, 'counter', 'draw', 'remembered'));
    await this.lists.write(manager, ofKinds(changes, 'drawn'));
    await this.runs.write(manager, ofKinds(changes, 'run', 'run-ended'));
    await this.streams.write(manager, ofKinds(changes, 'arrival'));
    await this.deliveries.write(manager, ofKinds(changes, 'post'));
    await this.timers.write(manager, ofKinds(changes, 'timer'));
  }

  /** Tells pages what of it they show, and sets going what waits for it to be on disk. */
  tell(changes: readonly Change[]): void {
    for (const change of changes) {
      if (change.kind === 'counter')
        this.news.publish('counter', { name: change.counter, value: change.value });
      if (change.kind === 'run') this.runs.wake(change.run.id);
    }
    for (const list of new Set(ofKinds(changes, 'drawn').map((change) => change.list)))
      this.news.publish('list', { id: list });
    if (changes.some(({ kind }) => kind === 'post')) this.deliveries.soon();
  }

  /** What is in memory is read from disk again, after a write failed. */
  async reload(): Promise<void> {
    await this.lists.reload();
    await this.timers.reload();
    await this.reloadOfViewers();
  }

  /** The same of what may change with a viewer: their uses, words, arrivals and runs. */
  async reloadOfViewers(): Promise<void> {
    await this.commands.reload();
    await this.routines.reload();
    await this.streams.readArrivals();
    await this.runs.reload();
    for (const { id } of this.runs.all()) this.runs.wake(id, WAKE_MS);
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
