import type { FollowDecided } from '@gully/core/area';
import type { AnyFollowUp, Change, Effect, World } from '@gully/core/channel';
import type { Redemption } from '@gully/core/rewards';
import { strangerFacts } from '@gully/core/viewers';

export type Decided = FollowDecided<Change, Effect>;

/** Something that is decided on a purchase in its turn. */
export function about(
  { viewer, target, title, name }: Redemption,
  decide: (world: World, at: number) => Decided | undefined,
): AnyFollowUp {
  return {
    does: 'decide',
    about: target === undefined ? [viewer] : [viewer, target.viewer],
    because: `of the reward ${title}, bought by ${name}`,
    decide: (world, { at }) => decide(world, at),
  };
}

export function buyerOf({ viewer, name, at }: Redemption, { viewers }: World) {
  return viewers.known(viewer) ?? strangerFacts(viewer, name, [], at);
}
