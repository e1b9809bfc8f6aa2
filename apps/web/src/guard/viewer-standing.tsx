import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Ban, Hourglass, Link2, Undo2 } from 'lucide-react';
import { answerOf, api } from '../api/index.js';
import { ago, Bones, exact, tellProblem, toast, useNow } from '../ui/index.js';
import { standingOfQuery } from './queries.js';

const TIMEOUT_S = 600;
type Act = 'timeout' | 'ban' | 'lift';

/** Where a viewer stands with the guard, and what a person may do about it. */
export function ViewerStanding({ viewerId }: { readonly viewerId: string }) {
  const queries = useQueryClient();
  const { data } = useQuery({ ...standingOfQuery(viewerId), staleTime: 2_000 });
  const now = useNow(1_000);
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['guard'] });
  };
  const path = { id: viewerId };
  const act = useMutation({
    mutationFn: (does: Act) =>
      answerOf(
        api.POST('/api/guard/viewers/{id}/act', {
          params: { path },
          body: { does, seconds: TIMEOUT_S, reason: '' },
        }),
      ),
    onSuccess: (_, does) => {
      const words = { timeout: 'Timed out for 10 min', ban: 'Banned', lift: 'They may write again' }[does];
      toast(words, {
        undo:
          does === 'lift'
            ? undefined
            : () => {
                act.mutate('lift');
              },
      });
      again();
    },
    onError: tellProblem,
  });
  const grace = useMutation({
    mutationFn: () => answerOf(api.POST('/api/guard/viewers/{id}/grace', { params: { path }, body: {} })),
    onSuccess: again,
    onError: tellProblem,
  });
  if (data === undefined) return <Bones lines={1} />;
  const graceLeft = data.graceUntil === null ? 0 : Math.ceil((Date.parse(data.graceUntil) - now) / 1000);
  const isSilenced = data.silencedBy !== null;
  return (
    <div className="grid gap-1.5">
      {(data.strikes > 0 || isSilenced || graceLeft > 0) && (
        <p className="s2">
          {graceLeft > 0 && <span className="text-pool">May post links for {graceLeft} s. </span>}
          {isSilenced && (
            <span
              className="text-crimson"
              title={data.silencedUntil === null ? '' : exact(data.silencedUntil)}
            >
              {data.silencedUntil === null ? 'Banned' : 'Timed out'}{' '}
              {data.silencedBy === 'guard' ? 'by the guard' : 'by a person'}
              {data.silencedUntil !== null && `, ends ${ago(data.silencedUntil, now)}`}.{' '}
            </span>
          )}
          {data.strikes > 0 && (
            <span className="text-soft">
              {data.strikes} {data.strikes === 1 ? 'catch counts' : 'catches count'} against them.
            </span>
          )}
        </p>
      )}
      <p className="row flex-wrap">
        <button
          type="button"
          className="btn s"
          title="Let them post links for a while; it is said in chat"
          onClick={() => {
            grace.mutate();
          }}
        >
          <Link2 className="i s" aria-hidden="true" /> Grace for links
        </button>
        {isSilenced ? (
          <button
            type="button"
            className="btn s"
            onClick={() => {
              act.mutate('lift');
            }}
          >
            <Undo2 className="i s" aria-hidden="true" /> Let them write again
          </button>
        ) : (
          <>
            <button
              type="button"
              className="btn s"
              onClick={() => {
                act.mutate('timeout');
              }}
            >
              <Hourglass className="i s" aria-hidden="true" /> Timeout 10 min
            </button>
            <button
              type="button"
              className="btn s !text-crimson"
              onClick={() => {
                act.mutate('ban');
              }}
            >
              <Ban className="i s" aria-hidden="true" /> Ban
            </button>
          </>
        )}
      </p>
    </div>
  );
}
