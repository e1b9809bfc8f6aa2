import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answerOf, api } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import { currencyQuery } from './queries.js';

/** Switches the currency on where something needs it, with the amounts it has. */
export function SwitchOn() {
  const queries = useQueryClient();
  const { data } = useQuery(currencyQuery);
  const set = useMutation({
    mutationFn: async (enabled: boolean) => {
      const { value, version } = await queries.query({ ...currencyQuery, staleTime: 0 });
      const body = { value: { ...value, enabled } as never, version };
      await answerOf(api.PUT('/api/currency', { body }));
    },
    onSuccess: async (_, enabled) => {
      await queries.invalidateQueries({ queryKey: currencyQuery.queryKey });
      if (enabled)
        toast('The currency is on', {
          description: 'What it is called and what it pays are under Currency.',
          undo: () => {
            set.mutate(false);
          },
        });
    },
    onError: tellProblem,
  });
  if (data === undefined) return null;
  return (
    <button
      type="button"
      className="btn s"
      disabled={set.isPending}
      onClick={() => {
        set.mutate(true);
      }}
    >
      Switch the currency on
    </button>
  );
}
