import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import type { RewardBody } from '@gully/core/rewards';
import { answerOf, api, sent, type Redemption } from '../api/index.js';

/** How many wait to be handed over, and what is running out. */
export const handOverQuery = queryOptions({
  queryKey: ['redemptions', 'count'],
  queryFn: () => answerOf(api.GET('/api/redemptions/count')),
});

/** What is looked at of what was bought; empty for all. */
export interface WantedRedemptions {
  readonly state: Redemption['state'] | 'open' | '';
  readonly reward: string;
  readonly viewer: string;
}

const queryOf = ({ state, reward, viewer }: WantedRedemptions) => ({
  ...(state === '' ? {} : { state }),
  ...(reward === '' ? {} : { reward }),
  ...(viewer === '' ? {} : { viewer }),
});

export const PAGE = 100;
export const askRedemptions = (wanted: WantedRedemptions, before?: string, limit = PAGE) =>
  answerOf(
    api.GET('/api/redemptions', {
      params: { query: { ...queryOf(wanted), limit, ...(before === undefined ? {} : { before }) } },
    }),
  );

/** Where the same is as a file. @param names of private answers to be in it */
export function redemptionsFile(wanted: WantedRedemptions, names: readonly string[]): string {
  const query = { ...queryOf(wanted), ...(names.length === 0 ? {} : { with: names.join(',') }) };
  return `/api/redemptions/csv?${new URLSearchParams(query).toString()}`;
}

/** What a price means as it is edited. */
export const helpQuery = (id: string | undefined, body: RewardBody) =>
  queryOptions({
    // Only what the answer depends on; texts and steps change with every letter.
    queryKey: [
      'rewards',
      'help',
      id,
      body.cost,
      body.gives,
      body.share,
      body.bench,
      body.stock,
      body.cooldown,
    ],
    queryFn: () =>
      answerOf(
        api.POST('/api/rewards/help', {
          params: { query: id === undefined ? {} : { id } },
          body: {
            ...sent(body),
            routine: { ...sent(body.routine), steps: [] },
          },
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: 30_000,
  });
