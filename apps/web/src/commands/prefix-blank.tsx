import { prefixFault } from '@gully/core/commands';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { channelQuery, settingsQuery, usePrefix } from '../live/index.js';
import { Fault, Opens, tellProblem, toast } from '../ui/index.js';

/** What stands before every command’s name. */
export function PrefixBlank() {
  const prefix = usePrefix();
  const queries = useQueryClient();
  const { data: settings } = useQuery(settingsQuery);
  const [typed, setTyped] = useState<string>();
  const value = typed ?? prefix;
  const fault = prefixFault(value);
  const set = useMutation({
    mutationFn: (body: { value: string; version: number }) =>
      answerOf(api.PUT('/api/settings/prefix', { body })),
    onSuccess: async (saved, { value: next }) => {
      setTyped(undefined);
      await Promise.all([queries.invalidateQueries(settingsQuery), queries.invalidateQueries(channelQuery)]);
      const undo = (): void => {
        set.mutate({ value: prefix, version: saved.version });
      };
      toast(`The prefix is now ${next}`, { undo });
    },
    onError: tellProblem,
  });
  return (
    <span className="row">
      <span className="s2 text-soft">Prefix</span>
      <Opens mono label={`Prefix ${prefix}`} shown={prefix}>
        <form
          onSubmit={(event) => {
            event.preventDefault();
            // Inside the page’s own forms it would otherwise be theirs too.
            event.stopPropagation();
            if (fault === undefined && value !== prefix)
              set.mutate({ value, version: settings?.prefix.version ?? 0 });
          }}
        >
          <label className="block">
            <span className="s2 block pb-1 text-soft">The sign in front of every command’s name</span>
            <input
              className="blank m !w-24"
              value={value}
              aria-invalid={fault !== undefined}
              autoComplete="off"
              onChange={(event) => {
                setTyped(event.target.value);
              }}
            />
          </label>
          <Fault>{fault}</Fault>
          <button
            type="submit"
            className="btn mt-2"
            disabled={fault !== undefined || value === prefix || set.isPending}
          >
            Use for all commands
          </button>
        </form>
      </Opens>
    </span>
  );
}
