import { Inject, Injectable, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { RateWindow } from '@gully/core/chat';
import { silenceOf } from '@gully/core/guard';
import { ChatLog, ConnectionService } from '../chat/index.js';
import { Environment } from '../configuration/index.js';
import type { EffectOf } from '../live/index.js';
import { LiveChannel } from '../pipeline/index.js';
import { LOG, type Log } from '../log/index.js';
import { Alarm } from '../signals/index.js';
import { ActQueue, type Act } from './act-queue.js';
import { CarriedOut } from './carried-out.js';
import { Unconfirmed } from './unconfirmed.js';
import type { SilenceRow } from './rows.js';
import { Silences } from './silences.js';

/** Milliseconds a message that is to be taken out waits for the connection at most; after that it was read anyway. */
const FRESH_MS = 120_000;
/** Milliseconds after which timeouts that could not be read are read again. */
const AGAIN_MS = 10_000;
const TOO_LATE = {
  note: 'too late: it made no sense any more once the connection was back',
  failed: true,
} as const;
/** Messages one clearing takes out at most. */
const CLEARED_MOST = 100;

/**
 * Does in the room what the guard decided: the worst first, within the platform’s rate limit and
 * counted apart from what the bot says, so that a flood holds up no answer. What the connection
 * was lost for is done once it is back, if it still makes sense.
 */
@Injectable()
export class Moderation implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly waiting = new ActQueue();
  private readonly unconfirmed = new Unconfirmed(
    (question) => {
      this.connection.acts.ask(question);
    },
    (sent, refused) => {
      const failed = refused ?? sent.confirmed();
      this.carriedOut.tell(sent.act, failed === undefined ? sent : { note: failed, failed: true });
    },
  );
  private readonly window = new RateWindow();
  private timer: NodeJS.Timeout | undefined;
  private readonly clock = new Alarm(() => {
    this.watch().catch((error: unknown) => {
      this.log.error({ error }, 'what is to be lifted could not be read');
      this.clock.set(Date.now() + AGAIN_MS);
    });
  });
  private draining: Promise<void> | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly connection: ConnectionService,
    private readonly chatLog: ChatLog,
    private readonly silences: Silences,
    private readonly carriedOut: CarriedOut,
    private readonly live: LiveChannel,
    @Inject(LOG) private readonly log: Log,
  ) {
    const { performers } = live;
    performers.add('redact', (effect) => this.redact(effect));
    performers.add('silence', (effect) => {
      this.silence(effect);
      return undefined;
    });
    performers.add('lift', (effect) => {
      this.lift(effect);
      return undefined;
    });
    connection.subscribe({
      opened: () => {
        // What the server did not confirm before the connection was lost may have got there, or not.
        this.waiting.putBack(this.unconfirmed.lost());
        this.drainSoon();
      },
      reached: (question) => {
        this.unconfirmed.reached(question);
      },
      actRefused: (words) => {
        this.unconfirmed.refused(words);
      },
    });
  }

  async onApplicationBootstrap(): Promise<void> {
    for (const { effect, at } of await this.carriedOut.unfinished()) {
      if (effect.kind === 'redact') await this.redact(effect, at);
      else this.silence(effect);
    }
    await this.watch();
  }

  async onApplicationShutdown(): Promise<void> {
    clearTimeout(this.timer);
    this.clock.stop();
    await this.draining;
  }

  private async redact(
    { id, viewer, since, reason, name }: EffectOf<'redact'>,
    at = Date.now(),
  ): Promise<undefined> {
    const lines = since === undefined ? [id] : await this.linesSince(viewer, since, id);
    const run: Act['run'] = () => {
      if (!this.connection.acts.canRedact)
        return Promise.resolve({ note: 'this chat room cannot remove messages', failed: true });
      const gone = this.connection.acts.redact(lines, reason);
      if (gone.length === 0)
        return Promise.resolve({
          note: `the message of ${name} could not be found in the room any more`,
          failed: true,
        });
      return Promise.resolve({
        note: since === undefined ? '' : `${String(gone.length)} messages removed`,
        confirmed: () => {
          this.connection.acts.redacted(gone);
          this.carriedOut.removed(gone);
          return undefined;
        },
      });
    };
    this.add({
      id,
      part: 'message',
      rank: since === undefined ? 3 : 2,
      until: at + FRESH_MS,
      costs: lines.length,
      run,
    });
  }

  private silence({ id, by, viewer, name, until, reason }: EffectOf<'silence'>): void {
    this.add({
      id,
      part: 'viewer',
      rank: until === null ? 0 : 1,
      until: until ?? Infinity,
      costs: 2,
      run: async () => {
        // Someone was quicker, and theirs stays as it is.
        if (by === 'guard' && this.isHeldByPerson(viewer)) return { note: 'a person’s ban or timeout holds' };
        const { room, acts } = this.connection;
        const mask = maskOf(name);
        // Known before it is set, so that no one stays out for good because of a restart in between.
        const before = await this.silences.find(viewer);
        const modes = room.modesOf(name).join('') || (before?.modes ?? '');
        await this.silences.keep({ viewerId: viewer, name, mask, until }, modes);
        acts.ban(mask, true);
        const isHere = room.knows(name);
        if (isHere) acts.kick(name, reason);
        await this.watch();
        return {
          note: isHere ? '' : 'they had left; they are kept out by a ban mask',
          confirmed: () => (room.knows(name) ? 'the room did not remove them' : undefined),
        };
      },
    });
  }

  private lift({ id, viewer, name }: EffectOf<'lift'>): void {
    this.add({
      id,
      part: 'viewer',
      rank: 0,
      until: Infinity,
      costs: 1,
      run: async () => {
        const row = await this.silences.find(viewer);
        // Only what Gully set is taken away again, and nothing that a person holds by now.
        if (row === null) return { note: `no ban of Gully’s on ${name} was set` };
        const isHeld = this.isHeldByPerson(viewer);
        if (!isHeld) this.connection.acts.ban(row.mask, false);
        return { note: '', confirmed: () => this.lifted(row) };
      },
    });
  }

  /** Someone may write again. Only now does it leave the list, so that a lost connection keeps no one out. */
  private lifted(silence: SilenceRow): undefined {
    this.silences
      .end(silence)
      .then(() => this.watch())
      .catch((error: unknown) => {
        this.log.error(
          { error, viewer: silence.viewerId },
          'a ban that was lifted could not be taken off the list',
        );
      });
  }

  /** What a viewer wrote since then and still stands in chat, the newest first. */
  private async linesSince(viewer: string, since: number, caught: string): Promise<string[]> {
    const lines = await this.chatLog.linesOf([viewer], undefined, CLEARED_MOST);
    const ids = lines.filter(({ at, removed }) => Date.parse(at) >= since && !removed).map(({ id }) => id);
    return ids.includes(caught) ? ids : [caught, ...ids];
  }

  /** A ban that someone else set takes the place of Gully’s, which is then not Gully’s to lift; or they lifted it. */
  async takenOver(viewer: string): Promise<void> {
    try {
      await this.silences.drop(viewer);
      await this.watch();
    } catch (error) {
      // It stays on the list, and is still not lifted while the person's holds.
      this.log.error({ error, viewer }, 'a ban that a person took over could not be taken off the list');
    }
  }

  private isUnderway(id: string): boolean {
    return this.waiting.has(id) || this.unconfirmed.has(id);
  }

  private isHeldByPerson(viewer: string): boolean {
    const { guard } = this.live.world.now();
    const { overlapping } = guard.prepared.settings;
    return silenceOf(guard.standingOf(viewer).given, overlapping, Date.now())?.by === 'person';
  }

  private add(act: Act): void {
    this.waiting.add(act);
    this.drainSoon();
  }

  private drainSoon(): void {
    if (this.timer !== undefined) return;
    this.draining ??= this.drain().finally(() => {
      this.draining = undefined;
    });
  }

  private async drain(): Promise<void> {
    // What came together is in its order before the first is done.
    await Promise.resolve();
    const spanMs = this.environment.GULLY_CHAT_LIMIT_SECONDS * 1000;
    const most = this.environment.GULLY_CHAT_LIMIT_MODERATOR;
    for (
      let act = this.waiting.peek();
      act !== undefined && this.connection.open;
      act = this.waiting.peek()
    ) {
      const now = Date.now();
      const isStale = act.until <= now;
      const waitMs = isStale ? 0 : this.window.waitMs({ most, spanMs }, now, true);
      if (waitMs > 0) {
        this.timer = setTimeout(() => {
          this.timer = undefined;
          this.drainSoon();
        }, waitMs);
        break;
      }
      this.waiting.take();
      if (isStale) this.carriedOut.tell(act, TOO_LATE);
      else await this.run(act, now);
    }
    if (this.connection.open) this.unconfirmed.confirm();
  }

  private async run(act: Act, now: number): Promise<void> {
    for (let n = 0; n < act.costs; n += 1) this.window.count(now);
    try {
      const sent = await act.run();
      if ('confirmed' in sent) this.unconfirmed.add({ act, ...sent });
      else this.carriedOut.tell(act, sent);
    } catch (error) {
      this.log.error({ error, id: act.id }, 'the guard could not act');
      this.carriedOut.tell(act, { note: 'it failed in Gully; the log says more', failed: true });
    }
  }

  /** Lifts timeouts that are over, also those that ended while Gully was off. */
  private async watch(): Promise<void> {
    const rows = await this.silences.ending();
    const now = Date.now();
    for (const { viewerId, name, until } of rows)
      if (until !== null && until <= now && !this.isUnderway(viewerId))
        this.lift({ kind: 'lift', id: viewerId, viewer: viewerId, name });
    const next = rows.find(({ until }) => until !== null && until > now)?.until;
    this.clock.set(next ?? Infinity);
  }
}

/** By name alone: hosts are shared, and never hit the wrong people. */
function maskOf(nick: string): string {
  return `${nick}!*@*`;
}
