import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import type { PersonActChange } from '@gully/core/guard';
import { ActivityService } from '../activity/index.js';
import { ConnectionService, type Moderated } from '../chat/index.js';
import { idsInOrder } from '../database/index.js';
import { ChannelWorld, Performers } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Moderation } from './moderation.js';

/** Milliseconds within which a kick belongs to the ban before it. */
const TOGETHER_MS = 5_000;

const PERSON_VERBS: Readonly<Record<PersonActChange['does'], string>> = {
  kick: 'removed',
  timeout: 'timed out',
  ban: 'banned',
  lift: 'let write again:',
  bench: 'benched',
};

/** What someone has done to a viewer from within Gully. */
export interface ByHand {
  readonly viewer: string;
  readonly name: string;
  readonly does: 'timeout' | 'ban' | 'lift';
  /** of a timeout */
  readonly seconds: number;
  readonly reason: string;
}

/** What people do to viewers, in the room or from within Gully. It goes before what the guard does. */
@Injectable()
export class PeopleActs implements OnModuleInit {
  /** Two acts of one moment are listed in the order they came in. */
  private readonly nextId = idsInOrder();

  constructor(
    private readonly connection: ConnectionService,
    private readonly pipeline: PipelineService,
    private readonly performers: Performers,
    private readonly moderation: Moderation,
    private readonly activity: ActivityService,
    private readonly world: ChannelWorld,
  ) {}

  onModuleInit(): void {
    this.connection.subscribe({
      moderated: (act) => {
        this.inRoom(act);
      },
    });
  }

  /** Has a viewer timed out, banned, or let write again. */
  act({ viewer, name, does, seconds, reason }: ByHand, actor: Actor): Promise<void> {
    const id = this.nextId();
    return this.pipeline.do({
      kind: 'person-act',
      actor,
      about: [viewer],
      decide: () => {
        const at = Date.now();
        const change = { id, at, viewer, name, by: actor, does, seconds, reason };
        const until = does === 'ban' ? null : at + seconds * 1000;
        return {
          changes: [{ kind: 'moderated', act: 'person', ...change }],
          done: () => {
            const effect =
              does === 'lift'
                ? ({ kind: 'lift', id, viewer, name } as const)
                : ({ kind: 'silence', by: 'person', id, viewer, name, until, reason } as const);
            this.performers.perform([effect], { because: '' });
            this.tell(change);
          },
        };
      },
    });
  }

  private inRoom({ by, does, whom, reason }: Moderated): void {
    const nick = /^([^!*?@$:]+)(?:!.*)?$/u.exec(whom)?.[1];
    if (nick === undefined) {
      // A mask that fits many is nobody’s in particular.
      this.activity.record('changed', by, `${does === 'ban' ? 'banned' : 'lifted the ban of'} ${whom}`);
      return;
    }
    const at = Date.now();
    const key = this.connection.identityOf(nick, undefined);
    const id = this.nextId(at);
    this.pipeline.surely({
      kind: 'person-act',
      actor: 'gully',
      seen: [{ key, name: nick, role: 'viewer', at }],
      decide: (idOf) => {
        const viewer = idOf(key);
        const last = this.world.now().guard.standingOf(viewer).given.at(-1);
        if (does === 'kick' && last?.by === 'person' && at - last.at < TOGETHER_MS)
          return { changes: [], done: () => undefined };
        const change: Omit<PersonActChange, 'kind' | 'act'> = {
          id,
          at,
          viewer,
          name: nick,
          by,
          does: does === 'unban' ? 'lift' : does,
          seconds: 0,
          reason,
        };
        return {
          changes: [{ kind: 'moderated', act: 'person', ...change }],
          done: () => {
            if (does !== 'kick') void this.moderation.takenOver(viewer);
            this.tell(change);
          },
        };
      },
    });
  }

  private tell({ by, does, name, reason }: Omit<PersonActChange, 'kind' | 'act'>): void {
    const verb = PERSON_VERBS[does];
    this.activity.record('changed', by, `${verb} ${name}${reason === '' ? '' : ` (${reason})`}`);
  }
}
