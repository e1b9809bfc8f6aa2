import type { QuietLevel } from '@gully/core/quiet';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { quietQuery } from '../live/index.js';
import { tellProblem } from '../ui/index.js';

interface Wanted {
  readonly level: QuietLevel | 'off';
  /** null until it is lifted */
  readonly minutes: number | null;
}

/** How quiet the bot is kept, and keeping it so. */
export function useQuiet(onSet: () => void) {
  const queries = useQueryClient();
  const { data: quiet } = useQuery(quietQuery);
  const set = useMutation({
    mutationFn: ({ level, minutes }: Wanted) =>
      answerOf(api.PUT('/api/quiet', { body: { level, minutes, version: quiet?.version ?? 0 } })),
    onSuccess: (saved) => {
      queries.setQueryData(quietQuery.queryKey, saved);
      onSet();
    },
    onError: (error) => {
      void queries.invalidateQueries(quietQuery);
      tellProblem(error);
    },
  });
  return { quiet, set };
}
