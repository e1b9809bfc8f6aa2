import { nextPrivate } from '@gully/core/rewards';
import type { Change, Effect, World } from '@gully/core/channel';
import { deliver, prepareReward, sayOf, type RewardBody } from '@gully/core/rewards';
import type { Started } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';

/** What carrying out what was bought comes to. */
export interface Carried {
  readonly changes: readonly Change[];
  readonly effects: readonly Effect[];
  readonly started: readonly Started[];
}

/** One of those among whom something is split in a rehearsal. */
const SOMEBODY = 'somebody-present';

/**
 * Carries out what was bought in a rehearsal: what is handed over gets there, somebody else is present,
 * and what is asked for in private is only asked for.
 */
export function carryOutBought(
  changes: readonly Change[],
  world: World,
  viewer: ViewerFacts,
  at: number,
): Carried[] {
  return changes.flatMap((change): Carried[] => {
    if (change.kind !== 'redemption' || change.act !== 'bought') return [];
    const { redemption } = change;
    const reward = world.rewards.find(redemption.reward);
    if (reward === undefined) return [];
    // Whoever gives rewards gives them with their routines.
    const prepared = prepareReward(reward.id, reward.terms as RewardBody);
    const present = [strangerFacts(SOMEBODY, 'somebody present', [], at)];
    const about = { viewer, at, present };
    const tell = (message: 'asked' | 'handed', line?: string): Effect[] => {
      const lines = sayOf(world, prepared, redemption, {
        ...about,
        message,
        ...(line === undefined ? {} : { line }),
      });
      const to = { how: 'tell', name: viewer.name, line: undefined } as const;
      return lines.length === 0 ? [] : [{ kind: 'say', lines, to }];
    };
    if (redemption.state === 'asked')
      return [
        {
          changes: [],
          effects: nextPrivate(redemption.answers) === undefined ? [] : tell('asked'),
          started: [],
        },
      ];
    const delivery = deliver(world, prepared, redemption, about);
    // What is somebody’s alone is not shown to whoever rehearses it.
    const handed = redemption.line === undefined ? [] : tell('handed', '…');
    return [{ ...delivery, effects: [...handed, ...delivery.effects] }];
  });
}
