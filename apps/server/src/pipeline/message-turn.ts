import { strongestRole, type ChatLine, type Why } from '@gully/core/chat';
import { decideLine, type Decision } from '@gully/core/pipeline';
import type { ActivityService } from '../activity/index.js';
import { CONNECTION, type ChatLog, type ConnectionService, type Heard } from '../chat/index.js';
import type { RunLog } from '../runs/index.js';
import type { Seen, ViewersService } from '../viewers/index.js';
import type { Performer } from './performer.js';
import type { Timing } from './timing.js';
import type { Decided, Turn } from './turn.js';
import { SELF, type ChannelWorld } from './world.js';

/** What a message's turn uses of the server. */
export interface MessageParts {
  readonly connection: ConnectionService;
  readonly chatLog: ChatLog;
  readonly viewers: ViewersService;
  readonly world: ChannelWorld;
  readonly activity: ActivityService;
  readonly performer: Performer;
  readonly runLog: RunLog;
  readonly timing: Timing;
}

/** A message: decided by the stages of `@gully/core/pipeline`, then kept in the log with its why. */
export class MessageTurn implements Turn {
  readonly kind = 'message';
  readonly seen: readonly [Seen];
  readonly texts: readonly string[];
  private readonly at = Date.now();
  private readonly started = performance.now();
  private readonly id: string;
  private line: ChatLine | undefined;
  private decision: Decision | undefined;

  constructor(
    private readonly heard: Heard,
    private readonly parts: MessageParts,
  ) {
    const { key, nick, roles, text, msgid, subscribedMonths, followedSince } = heard;
    this.seen = [
      { key, name: nick, role: strongestRole(roles), at: this.at, subscribedMonths, followedSince },
    ];
    this.texts = [text];
    this.id = parts.chatLog.id();
    if (msgid !== undefined) parts.connection.nameMessage(this.id, msgid);
  }

  decide(idOf: (key: string) => string): Decided {
    const { nick, roles, text, key } = this.heard;
    const viewer = idOf(key);
    const line: ChatLine = {
      id: this.id,
      connection: CONNECTION,
      viewer,
      name: nick,
      roles,
      text,
      at: this.at,
    };
    const decision = decideLine(line, this.parts.world.now());
    this.line = line;
    this.decision = decision;
    return {
      changes: decision.changes,
      done: () => {
        this.perform(line, decision);
      },
    };
  }

  failed(): void {
    const { line, decision } = this;
    if (line === undefined || decision === undefined) return;
    this.record(line, decision.changes.length === 0 ? decision.why : notStored(decision.why));
  }

  private perform(line: ChatLine, decision: Decision): void {
    const { performer, runLog, activity, viewers, timing } = this.parts;
    const { why, effects, started, commandId } = decision;
    // Whoever was only present until now is new with their first message.
    if (viewers.known(line.viewer)?.messages === 0)
      activity.tell('arrival', line.name, 'writes here for the first time');
    this.record(line, why);
    performer.perform(
      effects,
      `${line.name} ${why.outcome === 'ran' ? why.brief : `was refused: ${why.brief}`}`,
    );
    for (const begun of started) runLog.tell(begun);
    if (commandId !== undefined || started.length > 0)
      activity.tell(why.outcome === 'ran' ? 'ran' : 'stopped', line.name, activityText(line, why));
    viewers.spoke(line.viewer, this.seen[0]);
    // Neither the bot’s own lines nor other bots’ are talk.
    if (line.viewer !== SELF && viewers.facts(line.viewer)?.bot !== true) timing.heard(1);
  }

  private record(line: ChatLine, why: Why): void {
    const tookMs = Math.round((performance.now() - this.started) * 100) / 100;
    this.parts.chatLog.record(line, { ...why, tookMs });
  }
}

function activityText(line: ChatLine, why: Why): string {
  if (why.outcome === 'ran') return why.brief;
  const [typed = ''] = line.text.trim().split(/\s/u);
  return `${typed}: ${why.brief}`;
}

function notStored(why: Why): Why {
  const decided = 'It could not be written to disk, so nothing of it was done';
  return { outcome: 'stopped', brief: 'could not be written', checks: why.checks, decided };
}
