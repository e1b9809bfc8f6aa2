import { durationInWords } from '@gully/core/text';
import { Switch } from 'radix-ui';
import { Link } from 'react-router';
import type { Timer } from '../api/index.js';
import type { Column } from '../table/index.js';
import { Ago } from '../ui/index.js';
import { drafts } from './kind.js';
import { TimerButtons } from './timer-acts.js';
import type { Stood } from './timer-table.js';

/** What one wants to know of each timer. */
export function columnsOf(onToggle: (timer: Timer) => void): readonly Column<Stood>[] {
  return [
    {
      id: 'timer',
      label: 'Timer',
      words: ({ timer }) => timer.name,
      by: ({ timer }) => timer.name,
      title: ({ timer }) => timer.name,
      cell: ({ timer }) => <Name timer={timer} />,
      shown: 'always',
      width: 152,
    },
    {
      id: 'due',
      label: 'Next due',
      words: ({ due }) => due,
      title: ({ due }) => due,
      cell: ({ timer, due }) => <span className={timer.fault === null ? '' : 'text-crimson'}>{due}</span>,
    },
    {
      id: 'every',
      label: 'Every',
      words: ({ timer }) => durationInWords(timer.interval * 60_000),
      by: ({ timer }) => timer.interval,
      figures: true,
      wide: true,
      width: 70,
    },
    {
      id: 'lines',
      label: 'Lines',
      words: ({ timer }) => timer.lines,
      cell: ({ timer }) => (timer.lines === 0 ? '–' : timer.lines),
      by: ({ timer }) => timer.lines,
      figures: true,
      wide: true,
      width: 54,
    },
    {
      id: 'last',
      label: 'Last fired',
      words: ({ firedAt }) => firedAt ?? '',
      cell: ({ firedAt }) => (firedAt === undefined ? 'never' : <Ago at={firedAt} />),
      by: ({ firedAt }) => firedAt,
      fromHighest: true,
      className: 'text-soft',
      wide: true,
      width: 92,
    },
    {
      id: 'times',
      label: 'This stream',
      words: ({ times }) => times,
      cell: ({ times }) => `${String(times)}×`,
      by: ({ times }) => times,
      fromHighest: true,
      figures: true,
      shown: 'asked',
      width: 88,
    },
    {
      id: 'hold',
      label: 'Now',
      words: ({ held }) => (held ? 'held' : ''),
      cell: ({ timer, held }) => <TimerButtons timer={timer} held={held} />,
      shown: 'always',
      width: 122,
    },
    {
      id: 'on',
      label: 'On',
      words: ({ timer }) => (timer.enabled ? 'on' : 'off'),
      by: ({ timer }) => (timer.enabled ? 0 : 1),
      cell: ({ timer }) => (
        <Switch.Root
          className="sw"
          checked={timer.enabled}
          aria-label={`${timer.name} is on`}
          onCheckedChange={() => {
            onToggle(timer);
          }}
        />
      ),
      width: 56,
    },
  ];
}

function Name({ timer: { id, name } }: { readonly timer: Timer }) {
  const draft = drafts.use(id);
  return (
    <>
      <Link className="font-bold hover:underline" to={`/prepare/timers/${id}`}>
        {name}
      </Link>{' '}
      {draft !== undefined && <span className="flag text-ochre">draft</span>}
    </>
  );
}
