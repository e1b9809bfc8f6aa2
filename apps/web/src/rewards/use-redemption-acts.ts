import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answerOf, api, type Redemption, type RedemptionAct } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';

interface Asked {
  readonly act: RedemptionAct;
  readonly redemptions: readonly Redemption[];
}

const DONE: Readonly<Record<RedemptionAct, string>> = {
  done: 'Handed over',
  reopen: 'Waiting again',
  return: 'Returned',
  send: 'Sent',
  'put-back': 'Back in its list',
};

const ask = (act: RedemptionAct, ids: readonly string[]) =>
  answerOf(api.POST('/api/redemptions/act', { body: { act, ids: [...ids], note: '' } }));

/** Ticking off, returning and sending what was bought; what can be taken back says so. */
export function useRedemptionActs() {
  const queries = useQueryClient();
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['redemptions'] });
  };
  return useMutation({
    mutationFn: ({ act, redemptions }: Asked) =>
      ask(
        act,
        redemptions.map(({ id }) => id),
      ),
    onSuccess: ({ done, left }, { act, redemptions }) => {
      again();
      const [first] = redemptions.filter(({ id }) => done.includes(id));
      if (first !== undefined)
        toast(
          done.length === 1
            ? `${DONE[act]}: ${first.title} for ${first.name}`
            : `${DONE[act]}: ${String(done.length)} purchases`,
          {
            ...(left.length === 0 ? {} : { description: left.join('. ') }),
            undo:
              act === 'done'
                ? () => {
                    void ask('reopen', done).then(again).catch(tellProblem);
                  }
                : undefined,
            duration: 20_000,
          },
        );
      else if (left.length > 0) toast('Nothing was changed', { description: left.join('. ') });
    },
    onError: tellProblem,
  });
}
