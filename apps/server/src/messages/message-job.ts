import { strongestRole, type ChatLine, type Why } from '@gully/core/chat';
import { decideLine, type Decision } from '@gully/core/pipeline';
import type { Actor } from '@gully/core/actors';
import { CONNECTION, type Heard } from '../chat/index.js';
import type { EntityManager } from '../database/index.js';
import type { Decided, Job } from '../pipeline/index.js';
import type { MessageParts } from './message-parts.js';
import { performDecision } from './performing.js';
import type { Seen } from '../viewers/index.js';

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
    /** told of the line once what it came to is on disk */
    private readonly written: (line: ChatLine, removed: boolean) => void,
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
    const decision = decideLine(line, this.parts.live.world.now());
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
    const { activity, viewers, handled } = this.parts;
    const { msgid } = this.heard;
    if (!this.noted && msgid !== undefined) handled.writeSoon(msgid);
    // Someone who was only present until now is new with their first message.
    if (viewers.known(line.viewer)?.messages === 0)
      activity.record('arrival', line.name, 'writes here for the first time', `viewer:${line.viewer}`, {
        kind: 'line',
        id: line.id,
      });
    this.record(line, decision.why);
    performDecision(line, decision, this.parts);
    const removed = decision.why.outcome === 'removed';
    viewers.spoke(line.viewer, this.seen[0], removed);
    this.written(line, removed);
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
