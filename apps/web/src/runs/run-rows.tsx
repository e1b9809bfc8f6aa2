import type { RunEnding } from '@gully/core/news';
import type { Run } from '../api/index.js';
import { ENDING_WORDS, LineWhy, RunWhy } from '../chat/index.js';
import { ago, exact } from '../ui/index.js';

const COLOURS: Readonly<Record<RunEnding, string>> = {
  done: 'text-moss',
  stopped: 'text-soft',
  failed: 'text-crimson',
  limited: 'text-crimson',
  refused: 'text-ochre',
  going: 'text-pool',
};
interface RunTableProps {
  readonly runs: readonly Run[];
  readonly now: number;
  /** the one whose why is open */
  readonly open: string | undefined;
  /** left out where it stays open */
  readonly onOpen?: (id: string) => void;
}

/** What ran or was refused, the newest first. */
export function RunTable({ runs, now, open, onOpen }: RunTableProps) {
  return (
    <table className="t">
      <thead>
        <tr>
          <th className="!pl-4">When</th>
          <th>What</th>
          <th className="max-[700px]:hidden">Started by</th>
          <th>Ended</th>
          <th>
            <span className="sr-only">Why</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {runs.map((run) => (
          <RunRows key={run.id} run={run} now={now} open={open === run.id} onOpen={onOpen} />
        ))}
      </tbody>
    </table>
  );
}

interface RunRowsProps {
  readonly run: Run;
  readonly now: number;
  readonly open: boolean;
  readonly onOpen: RunTableProps['onOpen'];
}

function RunRows({ run, now, open, onOpen }: RunRowsProps) {
  return (
    <>
      <tr>
        <td className="!pl-4 text-soft" title={exact(run.at)}>
          {ago(run.at, now)}
        </td>
        <td className="font-bold">{run.title}</td>
        <td className="max-[700px]:hidden">
          {run.viewer}
          <span className="text-soft">{run.by === run.title ? '' : `, ${run.by}`}</span>
        </td>
        <td className="whitespace-normal">
          <span className={`state ${COLOURS[run.ended]}`}>{ENDING_WORDS[run.ended]}</span>
          {run.words !== '' && <span className="s2 text-soft"> {run.words}</span>}
        </td>
        <td className="text-right !pr-4">
          {onOpen !== undefined && (
            <button
              type="button"
              className="why"
              aria-expanded={open}
              aria-label={`Why ${run.title}, ${run.viewer}`}
              onClick={() => {
                onOpen(run.id);
              }}
            >
              <u>why</u>
            </button>
          )}
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={5} className="!px-4">
            {run.line === null ? <RunWhy id={run.id} /> : <LineWhy id={run.line} />}
          </td>
        </tr>
      )}
    </>
  );
}
