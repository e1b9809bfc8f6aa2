import { Inject, Injectable, type BeforeApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import { strongestRole, type ChatLine, type Why } from '@gully/core/chat';
import { decideLine, type Decision } from '@gully/core/pipeline';
import { ActivityService } from '../activity/index.js';
import { ChatLog, CONNECTION, ConnectionService, type Heard } from '../chat/index.js';
import { Environment } from '../configuration/index.js';
import { Database } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { RunLog } from '../runs/index.js';
import { ViewersService, type Seen } from '../viewers/index.js';
import { Happenings, type Job } from './happenings.js';
import { Performer } from './performer.js';
import { Timing } from './timing.js';
import { ChannelWorld, SELF } from './world.js';

/** Messages and other jobs decided and written together at the most. */
const TOGETHER = 256;

interface Arrived extends Heard {
  readonly at: number;
  /** performance.now() at arrival, for how long it took */
  readonly started: number;
}

interface Decided {
  readonly line: ChatLine;
  readonly decision: Decision;
  readonly started: number;
}

/**
 * A message's way through the server: heard → who it is → decided (the stages of
 * `@gully/core/pipeline`) → written → performed. Events and runs that go on take the same
 * way, from `do`. What arrives while a write is under way is decided and written together
 * with the next, so the disk is waited for once for many.
 */
@Injectable()
export class PipelineService implements OnModuleInit, BeforeApplicationShutdown {
  private readonly inbox: Arrived[] = [];
  private readonly jobs: Job[] = [];
  /** what must not happen while messages are decided and not yet written */
  private readonly between: (() => Promise<void>)[] = [];
  private working: Promise<void> | undefined;
  private ended = false;

  constructor(
    private readonly environment: Environment,
    private readonly database: Database,
    private readonly connection: ConnectionService,
    private readonly chatLog: ChatLog,
    private readonly viewers: ViewersService,
    private readonly world: ChannelWorld,
    private readonly activity: ActivityService,
    private readonly performer: Performer,
    private readonly runLog: RunLog,
    private readonly happenings: Happenings,
    private readonly timing: Timing,
    @Inject(LOG) private readonly log: Log,
  ) {}

  onModuleInit(): void {
    // What is in memory and not yet on disk would be lost by reading it anew meanwhile.
    this.viewers.follow(() => {
      this.between.push(() => this.world.reload());
      this.start();
    });
    this.connection.listen({
      heard: (line) => {
        this.receive(line);
      },
      opened: () => {
        this.activity.tell('connection', this.environment.GULLY_IRC_CHANNEL, 'joined the chat room');
      },
      closed: () => {
        this.activity.tell('connection', this.environment.GULLY_IRC_CHANNEL, 'lost the chat room');
      },
    });
    this.happenings.follow((job) => {
      this.do(job);
    });
  }

  receive(heard: Heard): void {
    this.inbox.push({ ...heard, at: Date.now(), started: performance.now() });
    this.start();
  }

  /** Takes an event, or a run that goes on, as a message is taken. */
  do(job: Job): void {
    this.jobs.push(job);
    this.start();
  }

  async beforeApplicationShutdown(): Promise<void> {
    await this.working;
    // What a run asks from here on is answered after the next start.
    this.ended = true;
  }

  private start(): void {
    if (!this.ended) this.working ??= this.work();
  }

  private async work(): Promise<void> {
    while (this.inbox.length + this.jobs.length + this.between.length > 0) {
      for (const task of this.between.splice(0)) await this.guarded(task, 0);
      const together = this.inbox.splice(0, TOGETHER);
      if (together.length > 0) await this.guarded(() => this.take(together), together.length);
      const jobs = this.jobs.splice(0, TOGETHER);
      if (jobs.length > 0) await this.guarded(() => this.happenings.take(jobs), jobs.length);
    }
    this.working = undefined;
  }

  private async guarded(work: () => Promise<void>, count: number): Promise<void> {
    try {
      await work();
    } catch (error) {
      this.log.error({ error, count }, 'messages could not be taken');
    }
  }

  private async take(arrived: readonly Arrived[]): Promise<void> {
    const seen = arrived.map(({ key, nick, roles, at, subscribedMonths, followedSince }): Seen => ({
      key,
      name: nick,
      role: strongestRole(roles),
      at,
      subscribedMonths,
      followedSince,
    }));
    const { viewers, fresh } = await this.viewers.identify(seen);
    const idOf = (key: string): string => viewers.get(key)?.id ?? '';
    await this.world.prepare(
      arrived.map(({ text }) => text),
      [...viewers.values()].map(({ id }) => id),
    );
    const decided = arrived.map((message) => this.decide(message, idOf(message.key)));
    const changes = decided.flatMap(({ decision }) => decision.changes);

    let stored = true;
    if (changes.length > 0 || fresh.length > 0) {
      try {
        await this.database.write(async (manager) => {
          await this.viewers.insert(manager, fresh);
          await this.world.write(manager, changes);
        });
      } catch (error) {
        stored = false;
        this.log.error({ error }, 'what messages changed could not be written; nothing of it is performed');
        await this.world.reload();
      }
    }
    if (stored) {
      for (const row of fresh) this.viewers.remember(row);
      this.world.tell(changes);
    }
    // Whoever was only present until now is new with their first message.
    for (const viewer of stored ? new Set(viewers.values()) : [])
      if (viewer.messages === 0) this.activity.tell('arrival', viewer.name, 'writes here for the first time');
    for (const each of decided) this.perform(each, stored);
    for (const each of seen) this.viewers.spoke(idOf(each.key), each);
    // Neither the bot’s own lines nor other bots’ are talk.
    this.timing.heard(
      decided.filter(({ line }) => line.viewer !== SELF && this.viewers.facts(line.viewer)?.bot !== true)
        .length,
    );
  }

  private decide({ nick, roles, text, at, started, msgid }: Arrived, viewer: string): Decided {
    const id = this.chatLog.id();
    if (msgid !== undefined) this.connection.nameMessage(id, msgid);
    const line: ChatLine = { id, connection: CONNECTION, viewer, name: nick, roles, text, at };
    const decision = decideLine(line, this.world.now());
    this.world.apply(decision.changes);
    return { line, decision, started };
  }

  private perform({ line, decision, started }: Decided, stored: boolean): void {
    const failed = !stored && decision.changes.length > 0;
    const why = failed ? notStored(decision.why) : decision.why;
    this.chatLog.record(line, { ...why, tookMs: Math.round((performance.now() - started) * 100) / 100 });
    if (failed) return;
    this.performer.perform(
      decision.effects,
      `${line.name} ${why.outcome === 'ran' ? why.brief : `was refused: ${why.brief}`}`,
    );
    for (const begun of decision.started) this.runLog.tell(begun);
    if (decision.commandId === undefined && decision.started.length === 0) return;
    this.activity.tell(why.outcome === 'ran' ? 'ran' : 'stopped', line.name, activityText(line, why));
  }
}

function activityText(line: ChatLine, why: Why): string {
  if (why.outcome === 'ran') return why.brief;
  const [typed = ''] = line.text.trim().split(/\s/u);
  return `${typed}: ${why.brief}`;
}

function notStored(why: Why): Why {
  const decided = 'It could not be written to disk, so nothing of it was done';
  return { outcome: 'stopped', brief: 'could not be written', checks: why.checks, decided };
}
