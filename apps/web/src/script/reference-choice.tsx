import type { ReferenceKind } from '@gully/core/things';
import { titleOf } from '@gully/core/commands';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import {
  commandsQuery,
  listsQuery,
  routinesQuery,
  timersQuery,
  usePrefix,
  webhooksQuery,
} from '../live/index.js';
import { Choice } from '../ui/index.js';

/** Where the first of a kind is made, and what the way there is called. */
const PLACES: Readonly<Record<ReferenceKind, { readonly none: string; readonly to: string }>> = {
  list: { none: 'Make a list first', to: '/prepare/lists' },
  routine: { none: 'Make a routine first', to: '/prepare/routines/new' },
  command: { none: 'Make a command first', to: '/prepare/commands/new' },
  timer: { none: 'Make a timer first', to: '/prepare/timers/new' },
  webhook: { none: 'Add a webhook first', to: '/prepare/outputs' },
};

interface Option {
  readonly value: string;
  readonly label: string;
}

interface ReferenceChoiceProps {
  readonly to: ReferenceKind;
  readonly label: string;
  readonly value: string;
  readonly draft: boolean;
  /** a further choice behind what there is */
  readonly otherwise?: Option | undefined;
  readonly onChange: (value: string) => void;
}

/** One of the channel's things of a kind. */
export function ReferenceChoice({ to, label, value, draft, otherwise, onChange }: ReferenceChoiceProps) {
  const options = [...useOptions(to), ...(otherwise === undefined ? [] : [otherwise])];
  if (options.length === 0 && value === '')
    return (
      <Link className="btn s" to={PLACES[to].to}>
        {PLACES[to].none}
      </Link>
    );
  const known = options.some((option) => option.value === value);
  return (
    <Choice
      label={label}
      value={value}
      draft={draft}
      empty={`choose a ${to}`}
      options={known || value === '' ? options : [{ value, label: 'one that is gone' }, ...options]}
      onChange={onChange}
    />
  );
}

function useOptions(to: ReferenceKind): Option[] {
  const prefix = usePrefix();
  const { data: lists = [] } = useQuery(listsQuery);
  const { data: routines = [] } = useQuery(routinesQuery);
  const { data: commands = [] } = useQuery(commandsQuery);
  const { data: timers = [] } = useQuery(timersQuery);
  const { data: webhooks = [] } = useQuery(webhooksQuery);
  const byName = ({ id, name }: { id: string; name: string }): Option => ({ value: id, label: name });
  switch (to) {
    case 'list':
      return lists.map(byName);
    case 'routine':
      return routines.map(byName);
    case 'timer':
      return timers.map(byName);
    case 'command':
      // Nobody types what a command asks for when something else starts it.
      return commands
        .filter(({ inputs }) => inputs.every(({ optional }) => optional))
        .map((command) => ({ value: command.id, label: titleOf(command, prefix) }));
    case 'webhook':
      return webhooks.map(({ name }) => ({ value: name, label: name }));
  }
}
