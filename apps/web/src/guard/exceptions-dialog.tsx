import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { GuardSettings, ReplayedLine } from '@gully/core/guard';
import { answerOf, api, type Catch, type CatchException } from '../api/index.js';
import { Bones, DialogBox, LoadFailed, tellProblem, toast } from '../ui/index.js';
import { Marked } from './marked.js';
import { guardQuery } from './queries.js';

interface ExceptionsDialogProps {
  readonly one: Catch;
  readonly onClose: () => void;
}

/** Never catch this again: the narrowest change first, each with what else it would let through. */
export function ExceptionsDialog({ one, onClose }: ExceptionsDialogProps) {
  const queries = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: ['guard', 'exceptions', one.id],
    queryFn: () =>
      answerOf(api.GET('/api/guard/catches/{id}/exceptions', { params: { path: { id: one.id } } })),
    staleTime: 0,
    gcTime: 0,
  });
  const [choice, setChoice] = useState(0);
  const { data: before } = useQuery(guardQuery);
  const make = useMutation({
    mutationFn: ({ words }: CatchException) =>
      answerOf(
        api.POST('/api/guard/catches/{id}/exceptions', {
          params: { path: { id: one.id } },
          body: { choice, words },
        }),
      ),
    onSuccess: ({ version }, { words }) => {
      const back = before?.value;
      toast(`The guard lets through ${words}`, {
        undo:
          back === undefined
            ? undefined
            : () => {
                void putBack(back, version).then(
                  () => void queries.invalidateQueries(guardQuery),
                  tellProblem,
                );
              },
        duration: 20_000,
      });
      void queries.invalidateQueries({ queryKey: ['guard'] });
      onClose();
    },
    onError: tellProblem,
  });
  const chosen = data?.[choice];
  return (
    <DialogBox
      title="Never catch this again"
      about={
        <>
          <b>{one.name}</b> <Marked text={one.text} fragments={one.fragments} />
        </>
      }
      onClose={onClose}
    >
      {data === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (chosen !== undefined) make.mutate(chosen);
          }}
        >
          <fieldset className="grid gap-2">
            <legend className="s2 pb-1 text-soft">From now on, let through</legend>
            {data.map((each, at) => (
              <label key={each.words} className="row !items-start">
                <input
                  type="radio"
                  name="exception"
                  className="mt-1"
                  checked={choice === at}
                  onChange={() => {
                    setChoice(at);
                  }}
                />
                <span>
                  <b>{each.words}</b>
                  <LetsThrough exception={each} />
                </span>
              </label>
            ))}
          </fieldset>
          <p className="row mt-4 justify-end">
            <button type="button" className="btn" onClick={onClose}>
              Cancel
            </button>
            <button type="submit" className="btn do" disabled={chosen === undefined || make.isPending}>
              Make the exception
            </button>
          </p>
        </form>
      )}
    </DialogBox>
  );
}

async function putBack(value: GuardSettings, version: number): Promise<void> {
  await answerOf(api.PUT('/api/guard', { body: { value: value as never, version } }));
}

function LetsThrough({ exception }: { readonly exception: CatchException }) {
  const { lets, lines, examples } = exception;
  const over = `the last ${lines.toLocaleString('en')} messages`;
  return (
    <span className="block">
      <span className="s2 text-soft">
        {lets === 0
          ? `Nothing else of ${over}.`
          : `Also ${lets.toLocaleString('en')} other ${lets === 1 ? 'message' : 'messages'} of ${over}:`}
      </span>
      {(examples as unknown as readonly ReplayedLine[]).map((line) => (
        <span key={line.id} className="s2 block truncate">
          <b>{line.name}</b> <Marked text={line.text} fragments={line.fragments} free />
        </span>
      ))}
    </span>
  );
}
