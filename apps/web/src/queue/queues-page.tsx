import { allSteps } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { SplitPage } from '../editing/index.js';
import { QUEUE_KIND } from './kinds.js';
import { QueueEditor } from './queue-editor.js';
import { thingsQuery } from '../live/index.js';

/** Prepare › Queues: all of them beside the open one. */
export function QueuesPage() {
  return (
    <SplitPage
      title="Queues"
      kind={QUEUE_KIND}
      query={thingsQuery('queue')}
      row={({ name, categories, byDefault }) => [name, byDefault ? 'default' : (categories[0] ?? '')]}
      none={
        <>
          <p className="mb-2 max-w-[60ch] text-soft">
            Viewers who want to play wait here for their turn. A queue says who may join, who is called first
            and what happens after a missed call; chat uses it by commands, and On air shows who is next.
          </p>
          <CommandsMissing />
        </>
      }
      editor={(id, saved, others) => (
        <QueueEditor key={id} id={id} saved={saved} others={others} notice={<CommandsMissing />} />
      )}
    />
  );
}

/** Without a command that joins, nobody in chat can. */
function CommandsMissing() {
  const { data: commands } = useQuery(thingsQuery('command'));
  if (commands === undefined) return null;
  const joins = commands.some(({ routine }) =>
    allSteps(routine.steps).some((step) => step.kind === 'queue' && step.does === 'join'),
  );
  if (joins) return null;
  return (
    <p className="note mb-2">
      No command joins a queue yet.{' '}
      <Link className="underline" to="/prepare/bundles">
        Add the queue’s commands
      </Link>
      , all in one click.
    </p>
  );
}
