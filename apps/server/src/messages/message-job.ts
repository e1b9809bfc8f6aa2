import { strongestRole, type ChatLine, type Why } from '@gully/core/chat';
import { decideLine, type Decision } from '@gully/core/pipeline';
import type { Actor } from '@gully/core/actors';
import type { ActivityService } from '../activity/index.js';
import {
  CONNECTION,
  type ChatLog,
  type ConnectionService,
  type HandledMessages,
  type Heard,
} from '../chat/index.js';
import type { EntityManager } from '../database/index.js';
import type { ChannelWorld, Performers } from '../live/index.js';
import type { Decided, Job } from '../pipeline/index.js';
import type { RunLog } from '../runs/index.js';
import { performDecision } from './performing.js';
import type { Seen, ViewersService } from '../viewers/index.js';

/** What a message's job uses of the server. */
export interface MessageParts {
  readonly connection: ConnectionService;
  readonly chatLog: ChatLog;
  readonly handled: HandledMessages;
  readonly viewers: ViewersService;
  readonly world: ChannelWorld;
  readonly activity: ActivityService;
  readonly performers: Performers;
  readonly runLog: RunLog;
  /** a line was written, and what it came to is on disk */
  readonly written: (line: ChatLine, removed: boolean) => void;
}

/** A message: decided by the stages of `@gully/core/pipeline`, then kept in the log with its why. */
export class MessageJob implements Job {
  readonly kind = 'message';
  readonly actor: Actor;
  readonly seen: readonly [Seen];
  readonly texts: readonly string[];
  private readonly at = Date.now();
  private readonly started = performance.now();
  private readonly id: string;
  private line: ChatLine | undefined;
  private decision: Decision | undefined;
  /** it is on disk that the message was handled */
  private noted = false;

  constructor(
    private readonly heard: Heard,
    private readonly parts: MessageParts,
  ) {
    const { key, nick, roles, text, msgid, subscribedMonths, subscribedTier, followedSince } = heard;
    this.seen = [
      {
        key,
        name: nick,
        role: strongestRole(roles),
        at: this.at,
        subscribedMonths,
        subscribedTier,
        followedSince,
      },
    ];
    this.actor = `viewer:${key}`;
    this.texts = [text];
    this.id = parts.chatLog.id();
    if (msgid !== undefined) parts.connection.nameMessage(this.id, msgid);
  }

  decide(idOf: (key: string) => string): Decided<void> {
    const { nick, roles, text, emotes, key } = this.heard;
    const viewer = idOf(key);
    const line: ChatLine = {
      id: this.id,
      connection: CONNECTION,
      viewer,
      name: nick,
      roles,
      text,
      at: this.at,
      ...(emotes.length === 0 ? {} : { emotes }),
    };
    const decision = decideLine(line, this.parts.world.now());
    this.line = line;
    this.decision = decision;
    return {
      changes: decision.changes,
      along: (manager) => this.note(manager),
      done: () => {
        this.perform(line, decision);
      },
    };
  }

  /** It could not be written; nothing of it was done. */
  failed(): void {
    const { msgid } = this.heard;
    if (msgid !== undefined) this.parts.handled.forget(msgid);
    const { line, decision } = this;
    if (line === undefined || decision === undefined) return;
    this.record(line, decision.changes.length === 0 ? decision.why : notStored(decision.why));
  }

  private async note(manager: EntityManager): Promise<void> {
    const { msgid } = this.heard;
    if (msgid === undefined) return;
    await this.parts.handled.write(manager, msgid);
    this.noted = true;
  }

  private perform(line: ChatLine, decision: Decision): void {
    const { activity, viewers, written, handled } = this.parts;
    const { msgid } = this.heard;
    if (!this.noted && msgid !== undefined) handled.writeSoon(msgid);
    // Whoever was only present until now is new with their first message.
    if (viewers.known(line.viewer)?.messages === 0)
      activity.record('arrival', line.name, 'writes here for the first time', `viewer:${line.viewer}`, {
        kind: 'line',
        id: line.id,
      });
    this.record(line, decision.why);
    performDecision(line, decision, this.parts);
    const removed = decision.why.outcome === 'removed';
    viewers.spoke(line.viewer, this.seen[0], removed);
    written(line, removed);
  }

  private record(line: ChatLine, why: Why): void {
    const tookMs = Math.round((performance.now() - this.started) * 100) / 100;
    this.parts.chatLog.record(line, { ...why, tookMs });
  }
}

function notStored(why: Why): Why {
  const decided = 'It could not be written to disk, so nothing of it was done';
  return { outcome: 'stopped', brief: 'could not be written', checks: why.checks, decided };
}
