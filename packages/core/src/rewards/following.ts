import type { FollowUpOf, HandFailure } from '../area/index.js';
import { strangerFacts, type ViewerFacts } from '../viewers/index.js';
import { happens, type Redemption, type RedemptionChange } from './redemption.js';
import type { RewardsTypes } from './types.js';

type World = RewardsTypes['looksAt'] & RewardsTypes['view'];
type Follow = FollowUpOf<RewardsTypes>;

/** Shown in the log of chat where a line was handed over. */
const HIDDEN = '(what they bought)';

/** Carries out what was bought, asks for what is missing, and tells routines of what was delivered. */
export function followRedemption({ act, redemption }: RedemptionChange, world: World): readonly Follow[] {
  const { state, gives } = redemption;
  if (act === 'delivered') return [happening(redemption)];
  if (act === 'bought' && state === 'asked') return [asking(redemption)];
  if (state !== 'bought' || (act !== 'bought' && act !== 'answered')) return [];
  if (gives !== 'line') return [delivering(redemption)];
  const buyer = world.viewers.known(redemption.viewer);
  return [handingOver(redemption, buyer?.name)];
}

function happening({ title, price, target, since, viewer, name }: Redemption): Follow {
  const facts = { kind: 'redeemed', count: price, amount: '', message: title } as const;
  return {
    does: 'happen',
    event: { ...facts, recipient: target?.name ?? '', viewer: { id: viewer, name }, at: since },
  };
}

/** Carries out a purchase that is paid and under way. */
export function delivering({ id, viewer, name, title, target, gives }: Redemption): Follow {
  return {
    does: 'decide',
    about: target === undefined ? [viewer] : [viewer, target.viewer],
    because: becauseOf(title, name),
    company: gives === 'share',
    decide(world, { at, present }) {
      const now = world.rewards.open(id);
      if (now?.state !== 'bought') return undefined;
      return world.rewards.deliver(world, now, { viewer: buyerOf(now, world), at, present });
    },
  };
}

/**
 * Sends a line to its buyer, and then carries out what else was bought. The purchase is under way on disk
 * before, so that a line which may have been sent goes to no one else, whatever happens meanwhile.
 *
 * @param nick what the buyer is called now
 */
export function handingOver(
  redemption: Redemption,
  nick = redemption.name,
): Extract<Follow, { does: 'hand' }> {
  const { viewer, title, line } = redemption;
  return {
    does: 'hand',
    viewer,
    name: nick,
    because: `of the reward ${title}`,
    logged: HIDDEN,
    lines: (world, at, hidden) =>
      world.rewards.says(world, redemption, {
        viewer: buyerOf(redemption, world),
        at,
        message: 'handed',
        line: hidden ? '…' : (line?.text ?? ''),
      }),
    then: (failed) =>
      failed === undefined
        ? [delivering(redemption)]
        : [keeping(redemption, { ...failed, words: `It could not be sent privately: ${failed.words}` })],
  };
}

/** Keeps a line for the streamer, who says whether it goes again, is done or is returned. */
export function keeping({ id, viewer, name, title }: Redemption, { words, unsure }: HandFailure): Follow {
  return {
    does: 'decide',
    about: [viewer],
    because: becauseOf(title, name),
    decide(world, { at }) {
      const now = world.rewards.open(id);
      if (now?.state !== 'bought') return undefined;
      const waits = { ...now, state: 'waiting', note: words, ...(unsure && { unsure }) } as const;
      return { changes: [happens('stuck', waits, { by: 'gully', at })] };
    },
  };
}

/** Asks for what chat may not carry: in private where that gets there, else in chat, for what is asked is no secret. */
function asking(redemption: Redemption): Follow {
  const { viewer, name, title } = redemption;
  const because = `of the reward ${title}`;
  const lines = (world: World, at: number): readonly string[] =>
    world.rewards.says(world, redemption, { viewer: buyerOf(redemption, world), at, message: 'asked' });
  return {
    does: 'hand',
    ...{ viewer, name, because, lines },
    then: (failed) =>
      failed === undefined
        ? []
        : [
            {
              does: 'decide',
              ...{ about: [viewer], because },
              decide(world, { at }) {
                const [first, ...rest] = lines(world, at);
                if (first === undefined) return undefined;
                return { changes: [], effects: [{ kind: 'say', lines: [`${name}, ${first}`, ...rest] }] };
              },
            },
          ],
  };
}

const becauseOf = (title: string, name: string): string => `of the reward ${title}, bought by ${name}`;

function buyerOf({ viewer, name, at }: Redemption, { viewers }: World): ViewerFacts {
  return viewers.known(viewer) ?? strangerFacts(viewer, name, [], at);
}
