import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { answerOf, api, problemOf, type ChatLine } from '../api/index.js';
import { RunWhy } from './run-why.js';
import { WhyPanel } from './why-panel.js';
import { WhyWays } from './why-ways.js';

interface LineWhyProps {
  readonly id: string;
  /** where it is known */
  readonly line?: ChatLine;
}

/** The why of a line, with what its runs came to. */
export function LineWhy({ id, line }: LineWhyProps) {
  const { data: why, error } = useQuery({
    queryKey: ['why', id],
    queryFn: () => answerOf(api.GET('/api/chat/lines/{id}/why', { params: { path: { id } } })),
  });
  const place = useRef<HTMLDivElement>(null);
  const there = why !== undefined;
  useEffect(() => {
    // Under the last line it would open below the edge.
    if (there) place.current?.scrollIntoView({ block: 'nearest' });
  }, [there]);
  if (error !== null)
    return <p className="s2 pb-1 text-soft">{`${problemOf(error).title}. ${problemOf(error).detail}`}</p>;
  if (why === undefined) return <p className="s2 text-soft">…</p>;
  return (
    <div ref={place}>
      <WhyPanel why={why} real />
      {why.runs?.map((run) => (
        <RunWhy key={run} id={run} after={why.checks} />
      ))}
      <WhyWays why={why} id={id} line={line} />
    </div>
  );
}
