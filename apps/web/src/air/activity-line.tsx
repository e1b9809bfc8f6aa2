import { Bell, Check, Hand, Pencil, Plug, Sprout } from 'lucide-react';
import { memo, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Activity } from '../api/index.js';
import { LineWhyLater, RunWhyLater } from '../chat/index.js';
import { usePlaceOf } from '../manifest/index.js';
import { clock, exact } from '../ui/index.js';
import type { ActivityRow } from './activity-rows.js';

const SIGNS = {
  connection: [Plug, 'connection', 'text-soft'],
  arrival: [Sprout, 'first message', 'text-pool'],
  ran: [Check, 'ran', 'text-moss'],
  stopped: [Hand, 'refused or stopped', 'text-ochre'],
  changed: [Pencil, 'changed', 'text-soft'],
  event: [Bell, 'event', 'text-pool'],
} as const satisfies Record<Activity['kind'], unknown>;

interface ActivityLineProps {
  readonly row: ActivityRow;
  readonly open: boolean;
  /** @param id of its entry; undefined when it is closed */
  readonly onOpen: (id: string | undefined) => void;
}

/** One row of the activity. It opens its why, or leads to the thing it is about. */
export const ActivityLine = memo(function ActivityLine({
  row: { entry, times, subjects },
  open,
  onOpen,
}: ActivityLineProps) {
  const placeOf = usePlaceOf();
  const [Sign, label, color] = SIGNS[entry.kind];
  const { about } = entry;
  const told: ReactNode = (
    <>
      <span className="m text-soft" title={exact(entry.at)}>
        {clock(entry.at)}
      </span>
      <Sign className={`i s translate-y-[2px] ${color}`} aria-label={label} />
      <span className="min-w-0 flex-1 truncate" title={times === 1 ? entry.text : subjects.join(', ')}>
        <b>{entry.subject}</b>
        {subjects.length > 1 && (
          <span className="text-soft">
            {' '}
            and {subjects.length - 1} {subjects.length === 2 ? 'other' : 'others'}
          </span>
        )}{' '}
        {entry.text}
        {times > 1 && <span className="text-soft"> {times} times</span>}
      </span>
    </>
  );
  if (about === null) return <li className="act">{told}</li>;
  const place = about.kind === 'line' || about.kind === 'run' ? undefined : placeOf(about.kind, about.id);
  if (place !== undefined)
    return (
      <li>
        <Link className="act" to={place}>
          {told}
        </Link>
      </li>
    );
  return (
    <li>
      <button
        type="button"
        className="act"
        aria-expanded={open}
        onClick={() => {
          onOpen(open ? undefined : entry.id);
        }}
      >
        {told}
        <u className="s2 pr-1">why</u>
      </button>
      {open && <Why about={about} />}
    </li>
  );
}, isSame);

/** A row is made again with every entry that comes; most of them are as they were. */
function isSame(a: ActivityLineProps, b: ActivityLineProps): boolean {
  const { entry, times, subjects } = a.row;
  return (
    a.open === b.open &&
    a.onOpen === b.onOpen &&
    entry.id === b.row.entry.id &&
    times === b.row.times &&
    subjects.length === b.row.subjects.length
  );
}

function Why({ about: { kind, id } }: { readonly about: NonNullable<Activity['about']> }) {
  return kind === 'run' ? <RunWhyLater id={id} /> : <LineWhyLater id={id} />;
}
