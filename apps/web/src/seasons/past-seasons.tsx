import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ChevronDown, ChevronRight, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { Bones, day, tellProblem, toast, useNow } from '../ui/index.js';
import { Places } from './leaderboard.js';
import { BOARD_CHOICES, type SeasonView } from './queries.js';

/** How long the end of a season can be undone, in milliseconds. */
const UNDONE_WITHIN_MS = 86_400_000;
const SHOWN = 5;

export function undoEnd(id: string): Promise<unknown> {
  return answerOf(api.POST('/api/seasons/{id}/undo', { params: { path: { id } } }));
}

/** Seasons that have ended, each with how it stood. */
export function PastSeasons({ seasons }: { readonly seasons: readonly SeasonView[] }) {
  const [open, setOpen] = useState<string>();
  const queries = useQueryClient();
  const now = useNow(60_000);
  const undo = useMutation({
    mutationFn: undoEnd,
    onSuccess: () => {
      toast('The season is on again');
      void queries.invalidateQueries({ queryKey: ['seasons'] });
      void queries.invalidateQueries({ queryKey: ['ledger'] });
    },
    onError: tellProblem,
  });
  if (seasons.length === 0) return null;
  return (
    <section aria-labelledby="past-title">
      <h2 id="past-title">Past seasons</h2>
      <ul>
        {seasons.map(({ id, name, startedAt, endedAt }, at) => (
          <li key={id} className="border-b border-line py-1">
            <p className="row">
              <button
                type="button"
                className="row hover:underline"
                aria-expanded={open === id}
                onClick={() => {
                  setOpen(open === id ? undefined : id);
                }}
              >
                {open === id ? (
                  <ChevronDown className="i s" aria-hidden="true" />
                ) : (
                  <ChevronRight className="i s" aria-hidden="true" />
                )}
                <b>{name}</b>
              </button>
              <span className="s2 text-soft">
                {day(startedAt)} to {day(endedAt ?? startedAt)}
              </span>
              {at === 0 && now - Date.parse(endedAt ?? '') < UNDONE_WITHIN_MS && (
                <button
                  type="button"
                  className="btn s ml-auto"
                  disabled={undo.isPending}
                  onClick={() => {
                    undo.mutate(id);
                  }}
                >
                  <Undo2 className="i s" aria-hidden="true" /> Undo the end
                </button>
              )}
            </p>
            {open === id && <Standings id={id} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Standings({ id }: { readonly id: string }) {
  const { data } = useQuery({
    queryKey: ['seasons', 'standings', id],
    queryFn: () => answerOf(api.GET('/api/seasons/{id}/standings', { params: { path: { id } } })),
  });
  if (data === undefined) return <Bones lines={4} />;
  return (
    <div className="grid grid-cols-2 gap-3 py-2">
      {data.map(({ board, places }) => (
        <div key={board}>
          <h3 className="s2 text-soft">{BOARD_CHOICES.find(({ value }) => value === board)?.label}</h3>
          <Places by={board} places={places.slice(0, SHOWN)} />
        </div>
      ))}
    </div>
  );
}
