import { outcomeInWords, type World } from '@gully/core/channel';
import { Injectable } from '@nestjs/common';
import type { ChatLine, Check, Why } from '@gully/core/chat';
import { decideEventPay, NOTHING_HELD, viewerAccount } from '@gully/core/currency';
import { decideLine } from '@gully/core/pipeline';
import { forcedChance, type Forced } from '@gully/core/random';
import { beginBy, decideEvent, whyOfEvent, type ChannelEvent, type Started } from '@gully/core/routines';
import { foldNick, strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { CONNECTION, ConnectionService } from '../chat/index.js';
import { newId } from '../database/index.js';
import { ChannelWorld, SELF } from '../live/index.js';
import type { Persona } from '../settings/index.js';
import { AllThings } from '../things/index.js';
import { ViewersService } from '../viewers/index.js';
import { RehearsalLayer } from './layer.js';
import { Playing, type Said } from './playing.js';
import { withDrafts, type Draft } from './drafts.js';

/** What is different from the channel as it is. */
export interface Circumstances {
  /** seconds the clock is moved on */
  readonly ahead: number;
  /** what is open in editors, in force as if it were saved */
  readonly drafts: readonly Draft[];
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

/**
 * Decides lines exactly as the pipeline does, on a copy: nothing is written, sent or told,
 * and what a line changes is kept in the rehearsal alone.
 */
@Injectable()
export class RehearsalService {
  private readonly sessions = new Map<string, RehearsalLayer>();

  constructor(
    private readonly channel: ChannelWorld,
    private readonly things: AllThings,
    private readonly viewers: ViewersService,
    private readonly connection: ConnectionService,
  ) {}

  async say(sessionId: string, persona: Persona, text: string, given: Circumstances): Promise<Rehearsed> {
    const viewer = await this.viewerOf(persona);
    await this.channel.prepare({ texts: [text], viewers: [viewer.id] });
    const session = this.session(sessionId);
    const at = Date.now() + given.ahead * 1000;
    const worldAt = (now: number): World => this.world(viewer, persona, given, now);
    const playing = new Playing(session, worldAt);
    playing.passTime(at);
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
    const decided = decideLine(line, world);
    session.spoke(id, at);
    playing.play(decided, at);
    // A run that went on has said more of why since; the command's stands last.
    const last = decided.started.at(-1);
    const later = last === undefined ? undefined : playing.played.checks.get(last.id);
    const { why } = decided;
    return {
      ...this.told(playing, persona.name, world),
      why: later === undefined ? why : { ...why, checks: later },
    };
  }

  async happen(
    sessionId: string,
    persona: Persona,
    { kind, ...facts }: RehearsedEvent,
    given: Circumstances,
  ): Promise<Rehearsed> {
    const viewer = await this.viewerOf(persona);
    await this.channel.prepare({ texts: [], viewers: [viewer.id] });
    const session = this.session(sessionId);
    const at = Date.now() + given.ahead * 1000;
    const worldAt = (now: number): World => this.world(viewer, persona, given, now);
    const world = session.over(worldAt(at));
    const event: ChannelEvent = { ...facts, kind, id: newId(), viewer, roles: persona.roles, at };
    const waiting = world.routines.forEvent(kind);
    // A hand starts what is open, whatever it waits for.
    const happened =
      kind === 'hand'
        ? waiting.map((open) => beginBy(event, open, world))
        : decideEvent(event, waiting, world);
    const started = happened.flatMap((each) => ('started' in each ? [each.started] : []));
    const paid = kind === 'hand' ? undefined : decideEventPay(world.purse, { ...event, by: 'gully' });
    if (paid !== undefined) session.apply(paid, world);
    const { checks, ...played } = this.played(session, started, persona.name, worldAt, at);
    const effects = [...played.effects, ...(paid === undefined ? [] : [paid.words])];
    return { ...played, effects, why: whyOfEvent(happened, kind, checks) };
  }

  /** What begun routines come to, taken to their end. */
  played(
    session: RehearsalLayer,
    started: readonly Started[],
    name: string,
    worldAt: (at: number) => World,
    at: number,
  ): Omit<Rehearsed, 'why'> & { readonly checks: ReadonlyMap<string, readonly Check[]> } {
    const playing = new Playing(session, worldAt);
    for (const begun of started) playing.begin(begun, at);
    return { ...this.told(playing, name, session.over(worldAt(at))), checks: playing.played.checks };
  }

  private told({ played }: Playing, name: string, world: World): Omit<Rehearsed, 'why'> {
    const { said, effects, changes, ended } = played;
    return { said, effects: [...outcomeInWords(effects, changes, { name, world }), ...ended] };
  }

  /** Back to the channel as it is now. */
  reset(sessionId: string): void {
    this.sessions.delete(sessionId);
  }

  session(id: string): RehearsalLayer {
    const session = this.sessions.get(id) ?? new RehearsalLayer();
    this.sessions.delete(id);
    this.sessions.set(id, session);
    if (this.sessions.size > SESSIONS) this.sessions.delete(this.sessions.keys().next().value ?? '');
    return session;
  }

  /** The channel as someone is taken to be in it, at a time. */
  world(viewer: ViewerFacts, persona: Persona, given: Circumstances, at: number): World {
    const real = this.channel.now();
    const { forced, live = real.stream.live, category = real.stream.category } = given;
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
      viewers: {
        ...real.viewers,
        of: () => viewer,
        known: (id) => (id === viewer.id ? viewer : real.viewers.known(id)),
      },
      purse: {
        ...real.purse,
        of: (account) => {
          const held = real.purse.of(account) ?? NOTHING_HELD;
          const balance = account === viewerAccount(viewer.id) ? persona.balance : undefined;
          return balance === undefined ? held : { ...held, balance };
        },
      },
    };
    return withDrafts(world, given.drafts, this.things);
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
