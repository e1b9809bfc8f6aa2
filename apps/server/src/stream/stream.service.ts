import { Inject, Injectable, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { OFFLINE, type StreamState } from '@gully/core/stream';
import type { StreamView } from '@gully/core/news';
import { Environment } from '../configuration/index.js';
import { ChannelWorld } from '../live/index.js';
import { LOG, type Log } from '../log/index.js';
import { NewsService } from '../news/index.js';
import { JobQueue } from '../jobs/index.js';
import { Listeners } from '../signals/index.js';
import { Streams } from './streams.js';

export interface StreamTurn {
  readonly to: 'live' | 'offline';
  /** false when it was long ago, and nobody was there to see it */
  readonly fresh: boolean;
  /** it is the stream that ended a moment ago: what was counted and remembered for it goes on */
  readonly back: boolean;
}

/** How often the platform is asked, and how long it has to answer. */
const ASK_MS = 5_000;
const ANSWER_MS = 3_000;
/** How often it is written that the stream is still live, in milliseconds. */
const SEEN_MS = 30_000;
/** Milliseconds for which having gone live is news. */
const FRESH_MS = 600_000;

/**
 * Whether the stream is live, and what it shows: asked of the platform every few seconds.
 * While the platform does not answer, what it said last holds. Without one it is offline.
 */
@Injectable()
export class StreamService implements OnModuleInit, OnModuleDestroy {
  private current: StreamState = OFFLINE;
  private timer: NodeJS.Timeout | undefined;
  private seeing: NodeJS.Timeout | undefined;
  private failing = false;
  private ended = false;
  private readonly lookers: (() => void)[] = [];
  private readonly listeners = new Listeners<[turn: StreamTurn]>();
  /** when the platform last told of going live or offline by an event; an older one came late */
  private lastTurn = 0;
  /** a turn seen while starting, before anybody listened; all who follow from then on are told */
  private untold: StreamTurn | undefined;

  constructor(
    private readonly environment: Environment,
    private readonly streams: Streams,
    private readonly news: NewsService,
    private readonly queue: JobQueue,
    world: ChannelWorld,
    @Inject(LOG) private readonly log: Log,
  ) {
    world.add('stream', { look: () => this.current });
  }

  /** Where the platform answers, if there is one. */
  private get source(): string | undefined {
    return this.environment.GULLY_STREAM_URL ?? this.environment.GULLY_STANDIN_URL;
  }

  async onModuleInit(): Promise<void> {
    await this.streams.load();
    this.current = { ...OFFLINE, ...this.streams.last };
    await this.ask();
    this.seeing = setInterval(() => {
      this.see();
    }, SEEN_MS).unref();
  }

  onModuleDestroy(): void {
    this.ended = true;
    clearTimeout(this.timer);
    clearInterval(this.seeing);
  }

  get state(): StreamState {
    return this.current;
  }

  /** Calls `listener` when a stream begins or ends. */
  subscribe(listener: (turn: StreamTurn) => void): void {
    this.listeners.add(listener);
    if (this.untold !== undefined) listener(this.untold);
  }

  /**
   * Takes the platform’s word, by an event, that it went live or offline.
   *
   * @param at when that was, UTC milliseconds
   * @returns false when something later was told already
   */
  async told(live: boolean, at: number): Promise<boolean> {
    if (at < this.lastTurn) return false;
    this.lastTurn = at;
    // Where a platform can be asked, what it answers is the whole truth.
    if (this.source !== undefined) await this.ask();
    else await this.take({ ...this.current, live, liveSince: live ? at : undefined });
    return true;
  }

  /** Calls `look` when anything of it has changed, such as the category. */
  whenChanged(look: () => void): void {
    this.lookers.push(look);
  }

  view(): StreamView {
    const { live, liveSince, title, category, viewers } = this.current;
    const since = liveSince === undefined ? null : new Date(liveSince).toISOString();
    return { live, liveSince: since, title, category, viewers, known: this.source !== undefined };
  }

  /** Asks the platform now, and again after a while. */
  async ask(): Promise<void> {
    clearTimeout(this.timer);
    if (this.source === undefined || this.ended) return;
    try {
      const response = await fetch(new URL('/stream', this.source), {
        signal: AbortSignal.timeout(ANSWER_MS),
      });
      if (!response.ok) throw new Error(`it answered ${String(response.status)}`);
      await this.take(readState(await response.json()));
      this.failing = false;
    } catch (error) {
      if (!this.failing) this.log.warn({ error }, 'the platform does not tell the stream’s state');
      this.failing = true;
    }
    clearTimeout(this.timer);
    this.later();
  }

  /** Notes now and then that the stream is still live, which tells after a restart whether it is the same one. */
  private see(): void {
    if (!this.current.live) return;
    this.streams.see(Date.now()).catch((error: unknown) => {
      this.log.warn({ error }, 'it could not be written that the stream is live');
    });
  }

  private later(): void {
    if (!this.ended) this.timer = setTimeout(() => void this.ask(), ASK_MS).unref();
  }

  /** In its turn: what is decided before and after it sees one stream each. */
  private take(next: StreamState): Promise<void> {
    return this.queue.alone(() => this.turnTo(next));
  }

  private async turnTo(told: StreamState): Promise<void> {
    const now = Date.now();
    const begins = told.liveSince === undefined ? undefined : this.streams.meaningOf(told.liveSince);
    const last = begins === undefined ? this.streams.last : { began: begins.startedAt, ended: undefined };
    this.show({ ...told, liveSince: begins?.startedAt, ...last });
    if (begins === undefined) {
      if (!(await this.streams.end(now))) return;
    } else {
      await this.streams.begin(begins, now);
      if (begins.how === 'same') return;
    }
    this.show({ ...this.current, ...this.streams.last });
    const { live, liveSince } = this.current;
    const back = begins?.how === 'back';
    // A stream that began long before Gully did is not news, and neither is one that is back.
    const fresh = !back && (liveSince === undefined || now - liveSince <= FRESH_MS);
    const turn: StreamTurn = { to: live ? 'live' : 'offline', fresh, back };
    this.untold = this.listeners.isEmpty ? turn : undefined;
    this.listeners.tell(turn);
  }

  private show(next: StreamState): void {
    const changed = JSON.stringify(next) !== JSON.stringify(this.current);
    this.current = next;
    if (!changed) return;
    this.news.publish('stream', this.view());
    for (const look of this.lookers) look();
  }
}

/** What the platform said, with nothing taken on trust. */
function readState(answer: unknown): StreamState {
  const { live, liveSince, title, category, viewers } = (answer ?? {}) as Record<string, unknown>;
  const since = typeof liveSince === 'string' ? Date.parse(liveSince) : NaN;
  const isLive = live === true;
  return {
    ...OFFLINE,
    live: isLive,
    liveSince: isLive ? (Number.isNaN(since) ? Date.now() : since) : undefined,
    title: wordsOf(title),
    category: wordsOf(category),
    viewers: typeof viewers === 'number' && viewers >= 0 ? Math.floor(viewers) : 0,
  };
}

function wordsOf(value: unknown): string {
  return typeof value === 'string' ? value.slice(0, 500) : '';
}
