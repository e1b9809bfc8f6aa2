import { STARTERS, titleOf, type Starter } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { useNavigate } from 'react-router';
import { usePrefix, thingsQuery } from '../live/index.js';
import { NEW } from '../ui/index.js';
import { drafts } from './kind.js';
import { summaryOf } from './parts.js';

/** Opens a starter as the draft of a new command. */
function useStarter(): (starter: Starter) => void {
  const navigate = useNavigate();
  return ({ body }) => {
    drafts.edit(NEW, undefined, structuredClone(body));
    void navigate(`/prepare/commands/${NEW}`);
  };
}

/** Commands to begin from. @param most the first so many; left out, all */
export function StarterList({ most = STARTERS.length }: { readonly most?: number }) {
  const prefix = usePrefix();
  const begin = useStarter();
  const { data: commands } = useQuery(thingsQuery('command'));
  const taken = new Set(
    (commands ?? [])
      .flatMap(({ trigger }) => [trigger.name, ...trigger.aliases])
      .filter((name) => name !== '')
      .map(foldName),
  );
  return (
    <ul>
      {STARTERS.slice(0, most).map((starter) => (
        <li key={starter.id} className="border-b border-line last:border-b-0">
          <button
            type="button"
            className="choice !grid grid-cols-[112px_1fr] !items-baseline !py-1.5"
            title={summaryOf(starter.body)}
            onClick={() => {
              begin(starter);
            }}
          >
            <span className="m truncate font-semibold">{titleOf(starter.body, prefix)}</span>
            <span className="s2 text-soft">
              {starter.what}
              {taken.has(foldName(starter.body.trigger.name)) && (
                <span className="text-ochre">; you have one of that name</span>
              )}
            </span>
          </button>
        </li>
      ))}
    </ul>
  );
}
