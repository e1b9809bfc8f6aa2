import { sentenceOf } from '@gully/core/routines';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { NamedRoutine } from '../api/index.js';
import type { Column } from '../table/index.js';
import { Ago } from '../ui/index.js';
import { drafts, startsInWords } from './kind.js';

/** What one wants to know of each routine. */
export function columnsOf(
  names: Parameters<typeof sentenceOf>[1],
  onToggle: (routine: NamedRoutine) => void,
): readonly Column<NamedRoutine>[] {
  const does = ({ routine }: NamedRoutine): string =>
    routine.steps.map((step) => sentenceOf(step, names)).join(' · ');
  return [
    {
      id: 'routine',
      label: 'Routine',
      words: ({ name }) => name,
      by: ({ name }) => name,
      title: ({ name }) => name,
      cell: (routine) => <Name routine={routine} />,
      shown: 'always',
      width: 190,
    },
    {
      id: 'starts',
      label: 'Starts when',
      words: startsInWords,
      by: startsInWords,
      title: startsInWords,
      width: 230,
    },
    { id: 'does', label: 'Does', words: does, title: does, className: 'text-soft', wide: true },
    {
      id: 'last',
      label: 'Last run',
      words: ({ lastRun }) => lastRun ?? '',
      cell: ({ lastRun }) => (lastRun === null ? 'never' : <Ago at={lastRun} />),
      by: ({ lastRun }) => lastRun ?? undefined,
      fromHighest: true,
      className: 'text-soft',
      wide: true,
      width: 92,
    },
    {
      id: 'on',
      label: 'On',
      words: ({ enabled }) => (enabled ? 'on' : 'off'),
      by: ({ enabled }) => (enabled ? 0 : 1),
      cell: (routine) => (
        <Switch.Root
          className="sw"
          checked={routine.enabled}
          aria-label={`${routine.name} is on`}
          onCheckedChange={() => {
            onToggle(routine);
          }}
        />
      ),
      width: 56,
    },
  ];
}

function Name({ routine: { id, name, fault } }: { readonly routine: NamedRoutine }) {
  const draft = drafts.use(id);
  return (
    <>
      <Link className="font-bold hover:underline" to={`/prepare/routines/${id}`}>
        {name}
      </Link>{' '}
      {fault !== null ? (
        <span className="flag text-crimson">cannot run</span>
      ) : (
        draft !== undefined && <span className="flag text-ochre">draft</span>
      )}
    </>
  );
}
