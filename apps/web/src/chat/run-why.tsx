import type { LineOutcome } from '@gully/core/chat';
import type { RunEnding } from '@gully/core/news';
import { useQuery } from '@tanstack/react-query';
import { answerOf, api, problemOf, type Why } from '../api/index.js';
import { WhyPanel } from './why-panel.js';

export const ENDING_WORDS: Readonly<Record<RunEnding, string>> = {
  done: 'done',
  stopped: 'stopped',
  failed: 'failed',
  limited: 'reached a limit',
  refused: 'was refused',
  going: 'continues',
};
/** How each ending is shown as the outcome of a why. */
const OUTCOMES: Readonly<Record<RunEnding, LineOutcome>> = {
  done: 'ran',
  stopped: 'ran',
  failed: 'failed',
  limited: 'failed',
  refused: 'stopped',
  going: 'ran',
};

interface RunWhyProps {
  readonly id: string;
  /** the checks of the line that began it, which stand above already */
  readonly after?: Why['checks'];
}

/** The why of a run: what it has done so far, and how it ended. Follows it while it goes on. */
export function RunWhy({ id, after }: RunWhyProps) {
  const { data: run, error } = useQuery({
    queryKey: ['runs', 'why', id],
    queryFn: () => answerOf(api.GET('/api/runs/{id}', { params: { path: { id } } })),
  });
  if (error !== null) return <p className="s2 text-soft">{problemOf(error).title}</p>;
  if (run === undefined) return <p className="s2 text-soft">…</p>;
  const later = after === undefined ? run.checks : laterThan(after, run.checks);
  // What stands above says it all.
  if (after !== undefined && later.length === 0 && run.ended === 'done') return null;
  const words = run.words === '' ? '' : `: ${run.words}`;
  return (
    <WhyPanel
      real
      title={
        after === undefined ? undefined : run.endedAt === null ? 'What happens next' : 'What happened next'
      }
      why={{
        outcome: OUTCOMES[run.ended],
        brief: '',
        checks: later,
        decided: `${run.title} ${ENDING_WORDS[run.ended]}${words}`,
        tookMs: run.endedAt === null ? undefined : Math.max(0, Date.parse(run.endedAt) - Date.parse(run.at)),
      }}
    />
  );
}

/** The checks of a run without those that the line has: a run's why begins with them. */
function laterThan(line: Why['checks'], run: Why['checks']): Why['checks'] {
  let same = 0;
  for (const { rule, measure } of line)
    if (run[same]?.rule === rule && run[same]?.measure === measure) same += 1;
  return run.slice(same);
}
