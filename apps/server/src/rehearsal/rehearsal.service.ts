import { Injectable } from '@nestjs/common';
import type { ChatLine, Why } from '@gully/core/chat';
import { tidyCommand, type CommandBody } from '@gully/core/commands';
import { decideLine, type World } from '@gully/core/pipeline';
import { forcedChance, type Forced } from '@gully/core/random';
import { countersOf } from '@gully/core/routines';
import { foldNick, strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { ulid } from 'ulid';
import { CONNECTION, ConnectionService } from '../chat/index.js';
import { CommandsStore } from '../commands/index.js';
import { ChannelWorld, SELF } from '../pipeline/index.js';
import type { Persona } from '../settings/index.js';
import { ViewersService } from '../viewers/index.js';
import { effectsInWords } from './effects.js';
import { Overlay } from './overlay.js';

/** The command open in the editor, as it stands there; without an id it is a new one. */
export interface Draft extends CommandBody {
  readonly id?: string | undefined;
}

/** What is different from the channel as it is. */
export interface Circumstances {
  /** seconds the clock is moved on */
  readonly ahead: number;
  readonly draft?: Draft | undefined;
  /** chance, where it is not left to chance */
  readonly forced?: Forced | undefined;
  readonly live?: boolean | undefined;
  readonly category?: string | undefined;
}

export interface Rehearsed {
  readonly said: readonly string[];
  /** what would happen, in words */
  readonly effects: readonly string[];
  readonly why: Why;
}

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
  ) {}

  async say(sessionId: string, persona: Persona, text: string, given: Circumstances): Promise<Rehearsed> {
    const viewer = await this.viewerOf(persona);
    await this.channel.prepare([text], [viewer.id]);
    const session = this.session(sessionId);
    const at = Date.now() + given.ahead * 1000;
    const world = session.over(this.world(viewer, persona, given, at));
    const { id } = viewer;
    const line: ChatLine = {
      id: ulid(),
      connection: CONNECTION,
      viewer: id,
      name: persona.name,
      roles: persona.roles,
      text,
      at,
    };
    const { changes, effects, why } = decideLine(line, world);
    for (const change of changes) session.apply(change, world);
    return {
      said: effects.flatMap(({ lines }) => lines),
      why,
      effects: effectsInWords(effects, changes, line, world),
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
    const { draft, forced, live = real.stream.live, category = real.stream.category } = given;
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
    if (draft === undefined) return world;
    const command = { ...tidyCommand(draft, this.commands.prefix), id: draft.id ?? NEW_COMMAND };
    return {
      ...world,
      index: this.commands.indexWith(command),
      counterNames: () => [...new Set([...world.counterNames(), ...countersOf(command.routine)])],
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
