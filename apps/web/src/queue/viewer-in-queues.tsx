import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { ChevronsUp } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { answerOf, api } from '../api/index.js';
import { Bones, tellProblem, toast } from '../ui/index.js';
import { viewerInQueuesQuery } from './queries.js';

/** What a viewer is called in each game, the queues they are in, and their bump. */
export function ViewerInQueues({ viewerId }: { readonly viewerId: string }) {
  const queries = useQueryClient();
  const { data } = useQuery({ ...viewerInQueuesQuery(viewerId), staleTime: 2_000 });
  const again = (): void => {
    void queries.invalidateQueries({ queryKey: ['queue'] });
  };
  const bump = useMutation({
    mutationFn: (holds: boolean) =>
      answerOf(
        api.PUT('/api/queues/bumps/{viewer}', { params: { path: { viewer: viewerId } }, body: { holds } }),
      ),
    onSuccess: (_, holds) => {
      again();
      toast(holds ? 'They hold a bump' : 'Their bump is taken back', {
        undo: () => {
          bump.mutate(!holds);
        },
      });
    },
    onError: tellProblem,
  });
  if (data === undefined) return <Bones lines={1} />;
  return (
    <div className="grid gap-1.5">
      {data.queues.map(({ id, name, state, place }) => (
        <p key={id} className="s2">
          {name}: {state === 'waiting' ? `place ${String(place)}` : state}
        </p>
      ))}
      {data.handles.map(({ id, name, category, text }) => (
        <HandleOf
          key={`${id} ${text ?? ''}`}
          handle={id}
          label={`${name} in ${category}`}
          text={text ?? ''}
          viewer={viewerId}
          onDone={again}
        />
      ))}
      <p className="row flex-wrap">
        <button
          type="button"
          className="btn s"
          title="A bump takes them to the front once, when they like"
          onClick={() => {
            bump.mutate(!data.bump);
          }}
        >
          <ChevronsUp className="i s" aria-hidden="true" /> {data.bump ? 'Take the bump back' : 'Give a bump'}
        </button>
        <Link className="btn s" to={`/review/queue?viewer=${viewerId}`}>
          Their turns
        </Link>
      </p>
    </div>
  );
}

interface HandleOfProps {
  readonly handle: string;
  readonly label: string;
  readonly text: string;
  readonly viewer: string;
  readonly onDone: () => void;
}

/** A handle that is typed over; empty forgets it. */
function HandleOf({ handle, label, text, viewer, onDone }: HandleOfProps) {
  const [typed, setTyped] = useState(text);
  const set = useMutation({
    mutationFn: (next: string) =>
      answerOf(
        api.PUT('/api/handles/{id}/viewers/{viewer}', {
          params: { path: { id: handle, viewer } },
          body: { text: next },
        }),
      ),
    onSuccess: (_, next) => {
      onDone();
      toast(next === '' ? `Their ${label} is forgotten` : `Their ${label} is ${next}`, {
        undo: () => {
          set.mutate(text);
        },
      });
    },
    onError: tellProblem,
  });
  return (
    <form
      className="row flex-nowrap"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed.trim() !== text) set.mutate(typed.trim());
      }}
    >
      <label className="row min-w-0 flex-1">
        <span className="s2 shrink-0 text-soft">{label}</span>
        <input
          className="blank m"
          value={typed}
          placeholder="not known"
          autoComplete="off"
          spellCheck={false}
          onChange={({ target }) => {
            setTyped(target.value);
          }}
        />
      </label>
      {typed.trim() !== text && (
        <button type="submit" className="btn s">
          {typed.trim() === '' ? 'Forget' : 'Set'}
        </button>
      )}
    </form>
  );
}
