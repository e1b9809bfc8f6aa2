import { breathingFaults, type BreathingRoom } from '@gully/core/timers';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { breathingQuery } from '../live/index.js';
import { DurationField, Fault, Opens, tellProblem, toast, WholeNumber } from '../ui/index.js';

/** How often timers may speak, all of them together. */
export function BreathingBlank() {
  const queries = useQueryClient();
  const { data } = useQuery(breathingQuery);
  const [edited, setEdited] = useState<BreathingRoom>();
  const set = useMutation({
    mutationFn: (body: { value: BreathingRoom; version: number }) =>
      answerOf(api.PUT('/api/timers/breathing-room', { body })),
    onSuccess: (saved) => {
      const before = data?.value;
      setEdited(undefined);
      queries.setQueryData(breathingQuery.queryKey, saved);
      toast('Breathing room changed', {
        undo:
          before === undefined
            ? undefined
            : () => {
                set.mutate({ value: before, version: saved.version });
              },
      });
    },
    onError: tellProblem,
  });
  if (data === undefined) return null;
  const room = edited ?? data.value;
  const faults = breathingFaults(room);
  const shown = `${String(data.value.seconds)} s apart, ${String(data.value.most)} lines in 10 min`;
  return (
    <span className="row">
      <span className="s2 text-soft">breathing room</span>
      <Opens shown={shown} label={`Breathing room: ${shown}`}>
        <form
          className="w-[min(330px,80vw)]"
          onSubmit={(event) => {
            event.preventDefault();
            event.stopPropagation();
            if (edited !== undefined && Object.keys(faults).length === 0)
              set.mutate({ value: edited, version: data.version });
          }}
        >
          <p className="s2 mb-2 text-soft">
            Of timers that are due together, the one that has waited longest goes first; the others follow.
          </p>
          <p className="row">
            at least
            <DurationField
              label="Time between any two timers"
              value={room.seconds}
              unit="s"
              wrong={faults.seconds !== undefined}
              onChange={(seconds) => {
                setEdited({ ...room, seconds: seconds ?? NaN });
              }}
            />
            between any two
          </p>
          <Fault>{faults.seconds}</Fault>
          <p className="row mt-1.5">
            at most
            <WholeNumber
              label="Lines of timers in ten minutes"
              value={room.most}
              wrong={faults.most !== undefined}
              onChange={(most) => {
                setEdited({ ...room, most: most ?? NaN });
              }}
            />
            lines in 10 min
          </p>
          <Fault>{faults.most}</Fault>
          <button
            type="submit"
            className="btn mt-2"
            disabled={edited === undefined || Object.keys(faults).length > 0 || set.isPending}
          >
            Use it for all timers
          </button>
        </form>
      </Opens>
    </span>
  );
}
