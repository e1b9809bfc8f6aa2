import { useMutation } from '@tanstack/react-query';
import { RotateCcw } from 'lucide-react';
import { answerOf, api } from '../../api/index.js';
import { tellProblem } from '../../ui/index.js';

/** Plays what is kept again, from the numbers chance came to and the settings in force then. */
export function Recompute({ game, round }: { readonly game: string; readonly round?: string }) {
  const again = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST('/api/plays/games/{id}/recompute', {
          params: { path: { id: game }, query: round === undefined ? {} : { round } },
        }),
      ),
    onError: tellProblem,
  });
  const { data } = again;
  return (
    <span className="row">
      {data !== undefined && (
        <span className={`s2 ${data.wrong.length === 0 ? 'text-moss' : 'text-crimson'}`} role="status">
          {data.wrong.length === 0
            ? data.rounds === 1
              ? 'Played again: the same'
              : `${data.rounds.toLocaleString('en')} rounds played again, all the same`
            : data.wrong.join('; ')}
        </span>
      )}
      <button
        type="button"
        className="btn s"
        disabled={again.isPending}
        onClick={() => {
          again.mutate();
        }}
      >
        <RotateCcw className="i s" aria-hidden="true" />{' '}
        {round === undefined ? 'Recompute the last 1,000' : 'Recompute'}
      </button>
    </span>
  );
}
