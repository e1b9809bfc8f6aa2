import { type Effect, eventNoun } from '@gully/core/channel';
import { OFFLINE } from '@gully/core/stream';
import type { Actor } from '@gully/core/actors';
import { hasRun, type ChatLine } from '@gully/core/chat';
import { decideEventPay } from '@gully/core/currency';
import { decideLine } from '@gully/core/pipeline';
import {
  decideEvent,
  eventInWords,
  whyOfEvent,
  resumeRun,
  type ChannelEvent,
  type Segment,
  type Started,
} from '@gully/core/routines';
import { planCrowd } from '@gully/standin/crowd';
import { CONNECTION, eventRow, insertLines, OWN, spokenRow } from '../chat/index.js';
import { insertMany, newId, type EntityManager } from '../database/index.js';
import type { ChatLineRow } from '../chat/index.js';
import { RunLogRow } from '../runs/index.js';
import { type ViewerRow } from '../viewers/index.js';
import { logRow } from '../runs/index.js';
import { factsOf } from '../viewers/index.js';
import type { Evening } from '../seeding/index.js';
import { rolesOf } from '../viewers/demo/index.js';
import type { SeasonChannel } from './season-channel.js';
import { eventsOf } from './season-events.js';

const MINUTE = 60_000;
const CROWD = 260;
const BOT = 'gully';
const CENTS = 100;
const TALK = { outcome: 'talk', brief: '', checks: [], decided: '', tookMs: 0 } as const;

/** A season of evenings, played by the crowd and decided by the same code that decides it live. */
export class Season {
  readonly lines: ChatLineRow[] = [];
  readonly runs: RunLogRow[] = [];

  /** @param seed another plays another season */
  constructor(
    readonly channel: SeasonChannel,
    private readonly seed: number,
  ) {}

  playAll(): void {
    for (const [n, evening] of this.channel.evenings.entries()) this.play(evening, n);
  }

  async store(manager: EntityManager): Promise<void> {
    await this.channel.store(manager);
    await insertLines(manager, this.lines);
    await insertMany(manager, RunLogRow, this.runs);
  }

  private play({ began, minutes, rate, category, bare }: Evening, number: number): void {
    const end = Math.min(this.channel.now, began + minutes * MINUTE);
    this.channel.began(began);
    if (bare === true) {
      this.write(began, end, rate, number);
      return;
    }
    this.channel.stream = {
      ...OFFLINE,
      live: true,
      liveSince: began,
      began,
      title: 'Wet series',
      category,
      viewers: CROWD,
    };
    this.channel.tell(began, 'connection', 'Gully', 'joined #lanternhour');
    const came = new Map<string, number>();
    const events = eventsOf(number, began);
    this.channel.wentLive(began);
    let at = began;
    for (const act of planCrowd(this.seed + number, CROWD, rate)) {
      at += act.after;
      if (at > end) break;
      if (act.kind === 'come' || act.kind === 'go') continue;
      for (const event of events.splice(0, events.filter((each) => each.at <= at).length))
        this.happen(event, this.channel.guests.meet(event.name, event.at), event.at);
      const viewer = this.channel.guests.meet(act.name, at);
      if (!came.has(viewer.id)) came.set(viewer.id, at);
      if (!this.channel.mayWrite(viewer.id, at)) continue;
      this.say(viewer, act.text, at);
      for (const { subject, told, because, started } of this.channel.heard(at)) {
        this.channel.tell(at, 'ran', subject, told, 'gully', { kind: 'run', id: started.id });
        this.goOn(started, because);
      }
    }
    for (const viewer of this.channel.guests.all) {
      const since = came.get(viewer.id);
      if (since !== undefined) viewer.watchMs += end - since;
    }
  }

  /** An evening of which only what was written is known. */
  private write(began: number, end: number, rate: number, number: number): void {
    let at = began;
    for (const act of planCrowd(this.seed + number, CROWD, rate)) {
      at += act.after;
      if (at > end) return;
      if (act.kind === 'come' || act.kind === 'go' || act.kind === 'command') continue;
      const viewer = this.channel.guests.meet(act.name, at);
      this.lines.push(spokenRow(this.lineOf(viewer, act.text, at), TALK));
      viewer.messages += 1;
      this.channel.came(factsOf(viewer), rolesOf(viewer.name), at);
    }
  }

  private lineOf({ id, name }: ViewerRow, text: string, at: number): ChatLine {
    const roles = rolesOf(name);
    return { id: this.channel.id(at), connection: CONNECTION, viewer: id, name, roles, text, at };
  }

  private say(viewer: ViewerRow, text: string, at: number): void {
    const line = this.lineOf(viewer, text, at);
    const { why, changes, effects, started, commandId } = decideLine(line, this.channel.world());
    viewer.lastSeen = at;
    viewer.lastWrote = at;
    viewer.messages += 1;
    this.channel.came(factsOf(viewer), line.roles, at);
    const removed = why.outcome === 'removed';
    this.lines.push({ ...spokenRow(line, { ...why, tookMs: 0.4 }), removed });
    for (const change of changes) this.channel.take(change);
    if (started.length === 0) this.sayOwn(effects, at, why.brief);
    for (const begun of started) this.goOn(begun, why.brief);
    if (commandId === undefined) return;
    const ran = hasRun(why.outcome);
    const told = ran ? why.brief : `${why.title ?? text.split(' ', 1)[0] ?? ''}: ${why.brief}`;
    const about = { kind: 'line', id: line.id } as const;
    this.channel.tell(at, ran ? 'ran' : 'stopped', line.name, told, `viewer:${line.viewer}`, about);
  }

  /** Something happened on the channel beside chat. */
  private happen(given: ReturnType<typeof eventsOf>[number], viewer: ViewerRow, at: number): void {
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
    const minor = given.kind === 'tip' ? CENTS : undefined;
    const paid = decideEventPay(world.purse, { ...event, minor, by: 'event:lanternhour' });
    if (paid !== undefined) this.channel.take(paid);
    const happened = decideEvent(event, world.routines.forEvent(given.kind), world);
    const by: Actor = `viewer:${viewer.id}`;
    const text = eventInWords({ ...event, kind: given.kind });
    const why = { ...whyOfEvent(happened, given.kind), tookMs: 0 };
    const { id, name } = { id: event.id, name: viewer.name };
    this.lines.push(
      eventRow(
        { id, at, kind: given.kind, viewer: viewer.id, name, roles: facts.roles, text, byHand: false },
        why,
      ),
    );
    this.channel.tell(at, 'event', name, text, by, { kind: 'line', id });
    for (const each of happened) {
      if ('refused' in each) continue;
      for (const change of each.started.changes) this.channel.take(change);
      const { id: run, title } = each.started;
      this.channel.tell(at, 'ran', `Routine ${title}`, 'started', by, { kind: 'run', id: run });
      this.goOn(each.started, `of ${eventNoun(given.kind)} by ${viewer.name}`);
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

  private sayOwn(effects: readonly Effect[], at: number, brief: string): void {
    for (const effect of effects)
      for (const text of effect.kind === 'say' && at < this.channel.now ? effect.lines : [])
        // Said later than what is decided next, after a wait: its id tells its time and not its turn.
        this.lines.push({ ...OWN, id: newId(at + 40), at: at + 40, name: BOT, text, brief });
  }
}
