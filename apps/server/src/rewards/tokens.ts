import { Injectable } from '@nestjs/common';
import type { Change, World } from '@gully/core/channel';
import { buy, type Reward } from '@gully/core/rewards';
import type { ChannelEvent } from '@gully/core/routines';
import { foldName } from '@gully/core/text';
import { ActivityService } from '../activity/index.js';
import { ChannelEvents } from '../events/index.js';

/** Benches that are paid with a cheer or a tip whose message says so: `!bench mossmoth`. */
@Injectable()
export class PaidWithTokens {
  constructor(
    events: ChannelEvents,
    private readonly activity: ActivityService,
  ) {
    events.also((event, world) => this.take(event, world));
  }

  private take(event: ChannelEvent, world: World): readonly Change[] {
    const { kind, viewer, roles, message, count, minor = 100, id, at } = event;
    if (kind !== 'cheer' && kind !== 'tip') return [];
    const meant = rewardSaid(message, world, kind);
    if (meant === undefined) return [];
    const { reward, rest } = meant;
    const given = kind === 'tip' ? Math.floor((count * 100) / minor) : count;
    const asked = { by: `viewer:${viewer.id}`, at, mark: `${id}:${reward.id}` } as const;
    const bought = buy(world, reward, { viewer, roles, typed: rest, paidBy: kind, given }, asked);
    if ('changes' in bought) return bought.changes;
    // They paid for something else than it, and the money is not Gully’s to give back.
    this.activity.record(
      'stopped',
      reward.terms.name,
      `not bought by ${viewer.name}: ${bought.fault}`,
      asked.by,
    );
    return [];
  }
}

/** A bench that is sold so and that a message begins with, by its name or by what is typed for it. */
function rewardSaid(
  message: string,
  world: World,
  kind: 'cheer' | 'tip',
): { readonly reward: Reward; readonly rest: string } | undefined {
  const said = message.trim();
  for (const reward of world.rewards.all()) {
    const { gives, bench, name } = reward.terms;
    if (gives !== 'bench' || bench.lengths.every((length) => length[kind] === null)) continue;
    const own = world.commands.doing({ kind: 'redeem', reward: reward.id });
    for (const start of [own, name])
      if (start !== undefined && foldName(said).startsWith(`${foldName(start)} `))
        return { reward, rest: said.slice(start.length).trim() };
  }
  return undefined;
}
