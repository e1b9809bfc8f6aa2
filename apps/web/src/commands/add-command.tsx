import { NEW } from '../ui/index.js';
import { STARTERS, titleOf, type Starter } from '@gully/core/commands';
import { foldName } from '@gully/core/text';
import { useQuery } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link, useNavigate } from 'react-router';
import { commandsQuery, usePrefix } from '../live/index.js';
import { drafts } from './kind.js';
import { summaryOf } from './parts.js';

/** Opens a starter as the draft of a new command. */
export function useStarter(): (starter: Starter) => void {
  const navigate = useNavigate();
  return ({ body }) => {
    drafts.edit(NEW, undefined, structuredClone(body));
    void navigate(`/prepare/commands/${NEW}`);
  };
}

/** A new command from nothing, or from a starter. */
export function AddCommand() {
  const navigate = useNavigate();
  const unfinished = drafts.use(NEW);
  return (
    <span className="row">
      <button type="button" className="btn do" onClick={() => void navigate(`/prepare/commands/${NEW}`)}>
        <Plus className="i s" aria-hidden="true" />{' '}
        {unfinished === undefined ? 'Add' : 'Continue with the new one'} <kbd aria-hidden="true">N</kbd>
      </button>
      {unfinished === undefined && (
        <Popover.Root>
          <Popover.Trigger type="button" className="btn">
            From a starter
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              className="float max-h-[70vh] w-[min(460px,92vw)] overflow-y-auto py-1"
              sideOffset={6}
              align="end"
              collisionPadding={8}
              aria-label="Starters"
            >
              <StarterList starters={STARTERS} />
              <p className="s2 border-t border-line px-3 pt-2 pb-1 text-soft">
                Several at once, such as a quote book, are among the{' '}
                <Link className="underline" to="/prepare/bundles">
                  bundles
                </Link>
                .
              </p>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  );
}

export function StarterList({ starters }: { readonly starters: readonly Starter[] }) {
  const prefix = usePrefix();
  const begin = useStarter();
  const { data: commands } = useQuery(commandsQuery);
  const taken = new Set(
    (commands ?? [])
      .flatMap(({ trigger }) => [trigger.name, ...trigger.aliases])
      .filter((name) => name !== '')
      .map(foldName),
  );
  return (
    <ul>
      {starters.map((starter) => (
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
