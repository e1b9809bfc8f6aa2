import { Injectable } from '@nestjs/common';
import type { ChatLine, Role, Why } from '@gully/core/chat';
import { prepareCommand, tidyName, type CommandBody, type CommandUse } from '@gully/core/commands';
import { decideLine, type Change, type World } from '@gully/core/pipeline';
import { durationInWords } from '@gully/core/text';
import { foldNick } from '@gully/core/viewers';
import { ulid } from 'ulid';
import { ConnectionService } from '../chat/index.js';
import { CommandsStore } from '../commands/index.js';
import { Environment } from '../configuration/index.js';
import { channelWorld, SELF } from '../pipeline/index.js';

export interface Persona {
  readonly name: string;
  readonly roles: readonly Role[];
}

/** The command open in the editor, as it stands there; without an id it is a new one. */
export interface Draft extends CommandBody {
  readonly id?: string | undefined;
}

/** What is different from the channel as it is. */
export interface Circumstances {
  /** seconds the clock is moved on */
  readonly ahead: number;
  readonly draft: Draft | undefined;
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

/** What has happened in one rehearsal, laid over the channel as it is. */
type Session = Map<string, { uses: number; lastUse: number | undefined; byViewer: Map<string, number> }>;

/**
 * Decides lines exactly as the pipeline does, on a copy: nothing is written, sent or told,
 * and what a line changes is kept in the rehearsal alone.
 */
@Injectable()
export class RehearsalService {
  private readonly sessions = new Map<string, Session>();

  constructor(
    private readonly environment: Environment,
    private readonly commands: CommandsStore,
    private readonly connection: ConnectionService,
  ) {}

  say(sessionId: string, persona: Persona, text: string, { ahead, draft }: Circumstances): Rehearsed {
    const session = this.session(sessionId);
    const world = this.world(session, draft);
    const line: ChatLine = {
      id: ulid(),
      viewer: this.identityOf(persona.name),
      name: persona.name,
      roles: persona.roles,
      text,
      at: Date.now() + ahead * 1000,
    };
    const decision = decideLine(line, world);
    for (const change of decision.changes) note(session, change, world.use(change.commandId, change.viewer));
    const said = decision.effects.flatMap(({ lines }) => lines);
    return { said, why: decision.why, effects: this.effectsInWords(decision.changes, said, line, world) };
  }

  /** Back to the channel as it is now. */
  reset(sessionId: string): void {
    this.sessions.delete(sessionId);
  }

  private session(id: string): Session {
    const session: Session = this.sessions.get(id) ?? new Map<string, never>();
    this.sessions.delete(id);
    this.sessions.set(id, session);
    if (this.sessions.size > SESSIONS) this.sessions.delete(this.sessions.keys().next().value ?? '');
    return session;
  }

  private world(session: Session, draft: Draft | undefined): World {
    const real = channelWorld(this.environment, this.commands);
    const use = (commandId: string, viewer: string): CommandUse => {
      const before = real.use(commandId, viewer);
      const here = session.get(commandId);
      if (here === undefined) return before;
      return {
        uses: here.uses,
        lastUse: here.lastUse,
        lastUseByViewer: here.byViewer.get(viewer) ?? before.lastUseByViewer,
      };
    };
    if (draft === undefined) return { ...real, use };
    const body = {
      ...draft,
      id: draft.id ?? NEW_COMMAND,
      name: tidyName(draft.name),
      aliases: draft.aliases.map(tidyName),
    };
    return { ...real, use, index: this.commands.indexWith(prepareCommand(body, true)) };
  }

  /** Somebody typed in rehearsal is nobody’s real viewer, so no real cooldown of theirs is met or made. */
  private identityOf(name: string): string {
    return foldNick(name) === foldNick(this.connection.view().nick) ? SELF : `persona:${foldNick(name)}`;
  }

  private effectsInWords(
    changes: readonly Change[],
    said: readonly string[],
    line: ChatLine,
    world: World,
  ): string[] {
    const words: string[] = [];
    if (said.length > 0) words.push(`says ${String(said.length)} ${said.length === 1 ? 'line' : 'lines'}`);
    for (const { commandId, viewer } of changes) {
      const prepared = [...world.index.values()].find(({ command }) => command.id === commandId);
      if (prepared === undefined) continue;
      const { name, cooldown, viewerCooldown } = prepared.command;
      words.push(`counts !${name} up to ${String(world.use(commandId, viewer).uses)}`);
      const waits: string[] = [];
      if (cooldown > 0) waits.push(durationInWords(cooldown * 1000));
      if (viewerCooldown > 0) waits.push(`${line.name} ${durationInWords(viewerCooldown * 1000)}`);
      if (waits.length > 0) words.push(`cools down ${waits.join(', ')}`);
    }
    return words;
  }
}

function note(session: Session, { commandId, viewer, at }: Change, before: CommandUse): void {
  const here = session.get(commandId) ?? {
    uses: before.uses,
    lastUse: undefined,
    byViewer: new Map<string, number>(),
  };
  here.uses += 1;
  here.lastUse = at;
  here.byViewer.set(viewer, at);
  session.set(commandId, here);
}
