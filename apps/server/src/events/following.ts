import { Inject, Injectable } from '@nestjs/common';
import type { Decides, HandFailure, Hands } from '@gully/core/area';
import {
  FOLLOWED,
  followUps,
  type AnyFollowUp,
  type Change,
  type Effect,
  type EventName,
  type World,
} from '@gully/core/channel';
import { eventThatFollowed, followed } from '@gully/core/routines';
import { Outbox } from '../chat/index.js';
import { newId } from '../database/index.js';
import { LOG, type Log } from '../log/index.js';
import { LiveChannel, type Job } from '../pipeline/index.js';
import { AfterDeciding } from '../runs/index.js';
import { ChannelEvents } from './channel-events.js';
import { Present } from './present.js';

/** Has everything decided that follows a change, once that is on disk, whatever made it. */
@Injectable()
export class Following {
  constructor(
    private readonly live: LiveChannel,
    private readonly events: ChannelEvents,
    private readonly outbox: Outbox,
    private readonly after: AfterDeciding,
    /** who is in the room */
    readonly present: Present,
    @Inject(LOG) private readonly log: Log,
  ) {
    for (const kind of FOLLOWED)
      live.keepers.follow(kind, (changes) => {
        const now = this.live.world.now();
        for (const change of changes) for (const follow of followUps(change, now)) this.follow(follow);
      });
  }

  follow(follow: AnyFollowUp): void {
    if (follow.does === 'decide') this.live.pipeline.surely(this.job(follow));
    else if (follow.does === 'hand') void this.hand(follow);
    else this.happen(follow);
  }

  /** @param at when it counts as decided, UTC milliseconds; when it is, where that is left out */
  job(follow: Decides<World, Change, Effect>, at?: number): Job {
    const seen = follow.company === true ? this.present.seen() : [];
    const [viewer] = follow.about;
    return {
      kind: 'follow',
      actor: 'gully',
      about: follow.about,
      seen,
      decide: (idOf) => {
        const world = this.live.world.now();
        const moment = {
          at: at ?? Date.now(),
          id: newId(),
          present: this.present.among(seen.map(({ key }) => idOf(key))),
        };
        const { changes, effects, started } = followed(follow.decide(world, moment), world);
        return {
          changes,
          done: () => {
            this.after.carryOut(effects, started, {
              because: follow.because,
              ...(viewer === undefined ? {} : { viewer }),
            });
          },
        };
      },
    };
  }

  /** Says something to one viewer alone, and goes on with what came of it. @returns why it did not get there */
  async hand(follow: Hands<World, Change, Effect, EventName, object>): Promise<HandFailure | undefined> {
    const { viewer, name, because, logged } = follow;
    const lines = follow.lines(this.live.world.now(), Date.now(), false);
    const shown = logged ?? lines.join(' ');
    const failed = await this.outbox.handOver(name, lines, shown, { because, viewer });
    for (const each of follow.then(failed)) this.follow(each);
    return failed;
  }

  private happen(follow: Extract<AnyFollowUp, { readonly does: 'happen' }>): void {
    const { kind } = follow.event;
    const event = eventThatFollowed(follow, this.live.world.now(), newId());
    this.events.happened(event, [], null).catch((error: unknown) => {
      this.log.error({ error, kind }, 'what happened could not be told to routines');
    });
  }
}
