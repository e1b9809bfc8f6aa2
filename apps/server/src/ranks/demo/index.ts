import { ranksOf, viewerAccount } from '@gully/core/currency';
import type { ViewerFacts } from '@gully/core/viewers';
import type { MakeDemoPart } from '../../seeding/index.js';
import { LOOKED, writeReached } from '../reached.js';

/** Ranks the demo's viewers reached in its season: they are not told of again on the evening that is on. */
export const ranksPart: MakeDemoPart = (stage) => {
  const names = new Set<string>();
  return {
    came({ name }) {
      names.add(name);
    },
    async store(manager) {
      const { viewers, purse } = stage.world();
      const known = [...names].flatMap((name): ViewerFacts[] => {
        const viewer = viewers.named(name);
        return viewer === undefined ? [] : [viewer];
      });
      const changes = known.map((viewer) => {
        const { balance = 0, earned = 0 } = purse.of(viewerAccount(viewer.id)) ?? {};
        const ranks = ranksOf(purse.ranks, { ...viewer, balance, earned }).map(({ id }) => id);
        return { kind: 'ranked', viewer: viewer.id, ranks: [LOOKED, ...ranks], at: stage.now } as const;
      });
      await writeReached(manager, changes);
    },
  };
};
