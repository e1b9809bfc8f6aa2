import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { ChatLine } from '@gully/core/chat';
import { rolesFrom, silenceOf, standingAfter, type GuardEffect, type UndoneChange } from '@gully/core/guard';
import { decideAfterGuard, type Decision } from '@gully/core/pipeline';
import { ActivityService } from '../activity/index.js';
import { CONNECTION } from '../chat/index.js';
import { Database } from '../database/index.js';
import { ChannelWorld, Performers } from '../live/index.js';
import { MessagesService } from '../messages/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';
import { Catches } from './catches.js';
import type { CatchRow } from './rows.js';

/** Takes back what the guard did about a message. */
@Injectable()
export class Undoing {
  private readonly underway = new Map<string, Promise<void>>();

  constructor(
    private readonly database: Database,
    private readonly catches: Catches,
    private readonly pipeline: PipelineService,
    private readonly performers: Performers,
    private readonly messages: MessagesService,
    private readonly world: ChannelWorld,
    private readonly activity: ActivityService,
  ) {}

  /** Lifts the timeout or ban, takes back the strike, and has the message go on as if it had not been caught. */
  async undo(id: string, actor: Actor): Promise<void> {
    // Two people at once undo it once: the message's command would run twice.
    const underway = this.underway.get(id) ?? this.undoOnce(id, actor);
    this.underway.set(id, underway);
    try {
      await underway;
    } finally {
      this.underway.delete(id);
    }
  }

  private async undoOnce(id: string, actor: Actor): Promise<void> {
    const row = await this.catches.find(id);
    if (row?.by !== null)
      throw new Problem(404, 'There is no such catch', 'It is too old to be kept. Nothing was changed.');
    if (row.undoneAt !== null) return;
    const viewer = await this.catches.viewerNow(row.viewerId);
    const line = { ...(await this.lineOf(row)), viewer };
    await this.pipeline.do({
      kind: 'undo-catch',
      actor,
      about: [viewer],
      texts: [row.text],
      decide: () => {
        const now = Date.now();
        const undone: UndoneChange = {
          kind: 'moderated',
          act: 'undone',
          id,
          viewer,
          at: now,
          by: actor,
        };
        const decision = wasRemoved(row) ? this.goingOn({ ...line, at: now }) : undefined;
        const effects = row.silenced && row.spared === null ? this.lifting(row, undone) : [];
        return {
          changes: [undone, ...(decision?.changes ?? [])],
          done: () => {
            this.performers.perform(effects, { because: '' });
            if (decision !== undefined) this.messages.perform(line, decision);
            this.activity.record('changed', row.name, 'a catch was undone', actor, { kind: 'line', id });
          },
        };
      },
    });
  }

  private goingOn(line: ChatLine): Decision {
    return decideAfterGuard(line, this.world.now());
  }

  /** What is to be done in the room so that they may write as if this had never been given. */
  private lifting({ id, viewerId: viewer, name }: CatchRow, undone: UndoneChange): GuardEffect[] {
    const { guard } = this.world.now();
    const before = guard.standingOf(undone.viewer);
    const { overlapping } = guard.prepared.settings;
    const after = silenceOf(standingAfter(before, undone).given, overlapping, undone.at);
    if (after === undefined) return [{ kind: 'lift', id, viewer, name }];
    // What a person gave stays theirs.
    if (after.by === 'person') return [];
    const until = after.until ?? null;
    return [
      {
        kind: 'silence',
        by: 'guard',
        id,
        viewer,
        name,
        until,
        reason: 'Gully: the timeout before it goes on',
      },
    ];
  }

  private async lineOf({ id, viewerId, name, text, at }: CatchRow): Promise<ChatLine> {
    const rows = await this.database.read.query<{ roles: string }[]>(
      'SELECT roles FROM chat_lines WHERE id = ?',
      [id],
    );
    const roles = rolesFrom(rows[0]?.roles ?? '');
    return { id, connection: CONNECTION, viewer: viewerId, name, roles, text, at };
  }
}

function wasRemoved({ spared, does }: CatchRow): boolean {
  return spared === null && does !== 'record' && does !== 'warn';
}
