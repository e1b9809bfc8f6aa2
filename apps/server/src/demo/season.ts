import type { ChatLine } from '@gully/core/chat';
import type { Command } from '@gully/core/commands';
import { decideLine } from '@gully/core/pipeline';
import {
  decideEvent,
  EVENT_NAMES,
  resumeRun,
  type ChannelEvent,
  type NamedRoutine,
  type RoutineEffect,
  type Segment,
  type Started,
} from '@gully/core/routines';
import type { Timer } from '@gully/core/timers';
import { planCrowd } from '@gully/standin/crowd';
import { CONNECTION, spokenRow } from '../chat/index.js';
import { newId, type ChatLineRow, type RunLogRow, type ViewerRow } from '../database/index.js';
import { logRow } from '../runs/index.js';
import { factsOf } from '../viewers/index.js';
import { rolesOf, SeasonChannel } from './season-channel.js';
import { eventsOf } from './season-events.js';
import { SeasonTimers } from './season-timers.js';

const MINUTE = 60_000;
const CROWD = 260;
const BOT = 'gully';

export interface Evening {
  /** UTC milliseconds */
  readonly began: number;
  readonly minutes: number;
  /** lines a minute */
  readonly rate: number;
  readonly category: string;
}

/** A season of evenings, played by the crowd and decided by the same code that decides it live. */
export class Season {
  readonly channel: SeasonChannel;
  readonly timers: SeasonTimers;
  readonly lines: ChatLineRow[] = [];
  readonly runs: RunLogRow[] = [];
  private now = 0;

  constructor(
    commands: readonly (Command & { readonly uses: number })[],
    routines: readonly NamedRoutine[],
    timers: readonly Timer[],
    private readonly seed: number,
  ) {
    this.channel = new SeasonChannel(commands, routines, seed);
    this.timers = new SeasonTimers(timers, this.channel);
  }

  play({ began, minutes, rate, category }: Evening, number: number, now: number): void {
    this.now = now;
    const end = Math.min(now, began + minutes * MINUTE);
    this.channel.stream = { live: true, liveSince: began, title: 'Wet series', category, viewers: CROWD };
    this.channel.tell(began, 'connection', '#lanternhour', 'joined the chat room');
    const came = new Map<string, number>();
    this.channel.arrived.clear();
    const events = eventsOf(number, began);
    this.timers.wentLive(began);
    let at = began;
    for (const act of planCrowd(this.seed + number, CROWD, rate)) {
      at += act.after;
      if (at > end) break;
      if (act.kind === 'come' || act.kind === 'go') continue;
      for (const event of events.splice(0, events.filter((each) => each.at <= at).length))
        this.happen(event, this.channel.meet(event.name, event.at), event.at);
      const viewer = this.channel.meet(act.name, at);
      if (!came.has(viewer.id)) came.set(viewer.id, at);
      this.say(viewer, act.text, at);
      this.timers.heard();
      for (let begun = this.timers.next(at); begun !== undefined; begun = this.timers.next(at)) {
        this.channel.tell(at, 'ran', begun.timer.name, 'fired (a timer)');
        this.goOn(begun.started, `the timer ${begun.timer.name} was due`);
      }
    }
    for (const viewer of this.channel.viewers.values()) {
      const since = came.get(viewer.id);
      if (since !== undefined) viewer.watchMs += end - since;
    }
  }

  private say(viewer: ViewerRow, text: string, at: number): void {
    const line: ChatLine = {
      id: this.channel.id(at),
      connection: CONNECTION,
      viewer: viewer.id,
      name: viewer.name,
      roles: rolesOf(viewer.name),
      text,
      at,
    };
    const { why, changes, effects, started, commandId } = decideLine(line, this.channel.world());
    viewer.lastSeen = at;
    viewer.lastWrote = at;
    viewer.messages += 1;
    this.lines.push(spokenRow(line, { ...why, tookMs: 0.4 }));
    for (const change of changes) this.channel.take(change);
    if (started.length === 0) this.sayOwn(effects, at, why.brief);
    for (const begun of started) this.goOn(begun, why.brief);
    if (commandId === undefined) return;
    const ran = why.outcome === 'ran';
    const told = ran ? why.brief : `${text.split(' ', 1)[0] ?? ''}: ${why.brief}`;
    this.channel.tell(at, ran ? 'ran' : 'stopped', line.name, told);
  }

  /** Something happened on the channel beside chat. */
  private happen(
    given: Pick<ChannelEvent, 'kind' | 'count' | 'message' | 'amount'>,
    viewer: ViewerRow,
    at: number,
  ): void {
    const world = this.channel.world();
    const facts = factsOf(viewer);
    const event: ChannelEvent = {
      ...given,
      id: this.channel.id(at),
      viewer: facts,
      roles: facts.roles,
      recipient: '',
      at,
    };
    this.channel.tell(at, 'event', viewer.name, EVENT_NAMES[given.kind]);
    for (const each of decideEvent(event, world.routinesFor(given.kind), world)) {
      if ('refused' in each) continue;
      for (const change of each.started.changes) this.channel.take(change);
      this.goOn(each.started, `of ${EVENT_NAMES[given.kind]} by ${viewer.name}`);
    }
  }

  /** Takes what was begun to its end, as time would. */
  private goOn(begun: Started, because: string): void {
    const { occasion } = begun;
    let { at } = occasion;
    let segment: Segment = begun;
    for (;;) {
      this.sayOwn(segment.effects, at, because);
      const { run, ended } = segment;
      if (run === undefined) {
        this.runs.push(logRow({ ...begun, checks: segment.checks, ended }, at));
        return;
      }
      if (run.awaiting.for === 'time') at = run.awaiting.until;
      segment = resumeRun(run, this.channel.world(), at, { failed: undefined });
      for (const change of segment.changes) this.channel.take(change);
    }
  }

  private sayOwn(effects: readonly RoutineEffect[], at: number, brief: string): void {
    for (const effect of effects)
      for (const text of effect.kind === 'say' && at < this.now ? effect.lines : [])
        // Said later than what is decided next, after a wait: its id tells its time and not its turn.
        this.lines.push({ ...OWN, id: newId(at + 40), at: at + 40, text, brief });
  }
}

const OWN = {
  viewerId: null,
  name: BOT,
  role: 'viewer',
  own: true,
  outcome: 'ran',
  why: null,
  removed: false,
} as const;
