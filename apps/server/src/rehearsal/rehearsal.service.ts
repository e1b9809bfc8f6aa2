import { Injectable } from '@nestjs/common';
import type { ChatLine, Check, Why } from '@gully/core/chat';
import { openCommands, tidyCommand, type CommandBody } from '@gully/core/commands';
import { decideLine, type World } from '@gully/core/pipeline';
import { forcedChance, type Forced } from '@gully/core/random';
import {
  beginBy,
  countersOf,
  decideEvent,
  wordsOf,
  type ChannelEvent,
  type Started,
} from '@gully/core/routines';
import { durationInWords } from '@gully/core/text';
import { beginTimer, firingChecks } from '@gully/core/timers';
import { foldNick, strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { CONNECTION, ConnectionService } from '../chat/index.js';
import { CommandsStore } from '../commands/index.js';
import { newId } from '../database/index.js';
import { ChannelWorld, SELF } from '../pipeline/index.js';
import type { Persona } from '../settings/index.js';
import { ViewersService } from '../viewers/index.js';
import { effectsInWords } from './effects.js';
import { Overlay } from './overlay.js';
import { playOut, saidOf, type Said } from './playing.js';
import { preparedDraft, whyOf, withRoutine, type RoutineDraft } from './routine-draft.js';
import { TimersAhead, type TimerDraft } from './timers-ahead.js';

/** The command open in the editor, as it stands there; without an id it is a new one. */
export interface Draft extends CommandBody {
  readonly id?: string | undefined;
}

/** What is different from the channel as it is. */
export interface Circumstances {
  /** seconds the clock is moved on */
  readonly ahead: number;
  readonly draft?: Draft | undefined;
  readonly routineDraft?: RoutineDraft | undefined;
  readonly timerDraft?: TimerDraft | undefined;
  /** chance, where it is not left to chance */
  readonly forced?: Forced | undefined;
  readonly live?: boolean | undefined;
  readonly category?: string | undefined;
}

export interface Rehearsed {
  readonly said: readonly Said[];
  /** what would happen, in words */
  readonly effects: readonly string[];
  readonly why: Why;
}

/** An event as it is rehearsed; `hand` starts the routine that is open in the editor. */
export type RehearsedEvent = Pick<ChannelEvent, 'kind' | 'count' | 'amount' | 'message' | 'recipient'>;

/** Rehearsals at once; the one longest unused is let go. */
const SESSIONS = 20;
const NEW_COMMAND = 'draft';

/**
 * Decides lines exactly as the pipeline does, on a copy: nothing is written, sent or told,
 * and what a line changes is kept in the rehearsal alone.
 */
@Injectable()
export class RehearsalService {
  private readonly sessions = new Map<string, Overlay>();

  constructor(
    private readonly channel: ChannelWorld,
    private readonly commands: CommandsStore,
    private readonly viewers: ViewersService,
    private readonly connection: ConnectionService,
    private readonly timersAhead: TimersAhead,
  ) {}

  async say(sessionId: string, persona: Persona, text: string, given: Circumstances): Promise<Rehearsed> {
    const viewer = await this.viewerOf(persona);
    await this.channel.prepare([text], [viewer.id]);
    const session = this.session(sessionId);
    const at = Date.now() + given.ahead * 1000;
    const worldAt = (now: number): World => this.world(viewer, persona, given, now);
    const world = session.over(worldAt(at));
    const { id } = viewer;
    const line: ChatLine = {
      id: newId(),
      connection: CONNECTION,
      viewer: id,
      name: persona.name,
      roles: persona.roles,
      text,
      at,
    };
    const { changes, effects, why, started } = decideLine(line, world);
    for (const change of changes) session.apply(change, world);
    session.spoke(id, at);
    const played = playOut(started, session, worldAt);
    // A run that went on has said more of why since; the command's stands last.
    const last = started.at(-1);
    const later = last === undefined ? undefined : played.checks.get(last.id);
    return {
      said: [...saidOf(effects, 0), ...played.said],
      why: later === undefined ? why : { ...why, checks: later },
      effects: [
        ...effectsInWords(
          [...effects, ...played.effects],
          [...changes, ...played.changes],
          persona.name,
          world,
        ),
        ...played.ended,
      ],
    };
  }

  async happen(
    sessionId: string,
    persona: Persona,
    { kind, ...facts }: RehearsedEvent,
    given: Circumstances,
  ): Promise<Rehearsed> {
    const viewer = await this.viewerOf(persona);
    await this.channel.prepare([], [viewer.id]);
    const session = this.session(sessionId);
    const at = Date.now() + given.ahead * 1000;
    const worldAt = (now: number): World => this.world(viewer, persona, given, now);
    const world = session.over(worldAt(at));
    const event: ChannelEvent = { ...facts, kind, id: newId(), viewer, roles: persona.roles, at };
    const open = given.routineDraft === undefined ? undefined : preparedDraft(given.routineDraft);
    const happened =
      kind !== 'hand'
        ? decideEvent(event, world.routinesFor(kind), world)
        : open === undefined
          ? []
          : [beginBy(event, open, world)];
    const started = happened.flatMap((each) => ('started' in each ? [each.started] : []));
    const { checks, ...played } = this.played(session, started, persona.name, world, worldAt);
    return { ...played, why: whyOf(happened, started, kind, checks) };
  }

  /** What begun routines come to, taken to their end. */
  private played(
    session: Overlay,
    started: readonly Started[],
    name: string,
    world: World,
    worldAt: (at: number) => World,
  ): Omit<Rehearsed, 'why'> & { readonly checks: ReadonlyMap<string, readonly Check[]> } {
    const changes = started.flatMap((each) => each.changes);
    for (const change of changes) session.apply(change, world);
    const played = playOut(started, session, worldAt);
    const effects = started.flatMap((each) => each.effects);
    return {
      said: [...saidOf(effects, 0), ...played.said],
      effects: [
        ...effectsInWords([...effects, ...played.effects], [...changes, ...played.changes], name, world),
        ...played.ended,
      ],
      checks: played.checks,
    };
  }

  /** The clock moved to when the next timer fires, in a room as busy as measured, or as `rate` says. */
  async nextTimer(
    sessionId: string,
    persona: Persona,
    given: Circumstances,
    rate: number | undefined,
  ): Promise<Rehearsed & { readonly ahead: number }> {
    const session = this.session(sessionId);
    const viewer = strangerFacts(SELF, this.channel.now().channelName, ['streamer'], Date.now());
    const worldAt = (now: number): World => this.world(viewer, persona, given, now);
    const from = Date.now() + given.ahead * 1000;
    const { stream } = worldAt(from);
    const next = await this.timersAhead.next(from, session.timersFired, stream, given.timerDraft, rate);
    if ('none' in next)
      return {
        said: [],
        effects: [],
        ahead: given.ahead,
        why: {
          outcome: 'nothing',
          brief: 'no timer fires',
          checks: next.none.map((rule) => ({ rule, measure: '', outcome: 'stopped' })),
          decided: 'No timer fires within a day',
        },
      };
    const { timed, firing, prepared, room, at } = next;
    const { timer } = timed;
    session.timersFired.set(timer.id, at);
    const world = session.over(worldAt(at));
    const checks = firingChecks(timer, firing, room);
    const begun =
      prepared === undefined
        ? undefined
        : beginTimer(timer, prepared, { cause: newId(at), viewer, at, checks }, world);
    const started = begun !== undefined && 'started' in begun ? [begun.started] : [];
    const refused = begun !== undefined && 'refused' in begun ? begun.refused : checks;
    const { checks: later, ...played } = this.played(session, started, timer.name, world, worldAt);
    const [first] = started;
    return {
      ...played,
      why: {
        outcome: started.length > 0 ? 'ran' : 'stopped',
        brief: started.length > 0 ? `fired ${timer.name}` : `${timer.name} did not fire`,
        checks: first === undefined ? refused : (later.get(first.id) ?? first.checks),
        decided: `${timer.name} ${started.length > 0 ? 'fired' : 'did not fire'}${
          firing.putOff >= 1 ? `, put off ${durationInWords(firing.putOff)} by breathing room` : ''
        }`,
      },
      ahead: Math.max(0, Math.ceil((at - Date.now()) / 1000)),
    };
  }

  /** Back to the channel as it is now. */
  reset(sessionId: string): void {
    this.sessions.delete(sessionId);
  }

  private session(id: string): Overlay {
    const session = this.sessions.get(id) ?? new Overlay();
    this.sessions.delete(id);
    this.sessions.set(id, session);
    if (this.sessions.size > SESSIONS) this.sessions.delete(this.sessions.keys().next().value ?? '');
    return session;
  }

  private world(viewer: ViewerFacts, persona: Persona, given: Circumstances, at: number): World {
    const real = this.channel.now();
    const { draft, routineDraft, forced, live = real.stream.live, category = real.stream.category } = given;
    const stream = {
      ...real.stream,
      live,
      category,
      liveSince: live ? (real.stream.liveSince ?? at) : undefined,
    };
    const world: World = {
      ...real,
      stream,
      chance: forced === undefined ? real.chance : forcedChance(forced),
      viewerOf: () => viewer,
      standing: (id) =>
        persona.balance === undefined || id !== viewer.id
          ? real.standing(id)
          : { balance: persona.balance, regular: false, ranks: [] },
    };
    if (routineDraft !== undefined) return withRoutine(world, preparedDraft(routineDraft));
    if (draft === undefined) return world;
    const command = { ...tidyCommand(draft, this.commands.prefix), id: draft.id ?? NEW_COMMAND };
    const index = this.commands.indexWith(command);
    return {
      ...world,
      index,
      openCommands: (who, roles) => openCommands(index, who, roles),
      counterNames: () => [...new Set([...world.counterNames(), ...countersOf(command.routine)])],
      rememberedNames: () => [...new Set([...world.rememberedNames(), ...wordsOf(command.routine)])],
    };
  }

  /** The viewer of the persona's name, on paper, with what the persona says instead; or a stranger. */
  private async viewerOf({ name, roles, hours }: Persona): Promise<ViewerFacts> {
    if (foldNick(name) === foldNick(this.connection.view().nick))
      return strangerFacts(SELF, name, roles, Date.now());
    await this.viewers.loadNames([name]);
    const known = this.viewers.facts(this.viewers.named(name)?.id ?? '');
    const base = known ?? strangerFacts(`persona:${foldNick(name)}`, name, roles, Date.now());
    return { ...base, name, roles, watchTime: hours === undefined ? base.watchTime : hours * 3600 };
  }
}
